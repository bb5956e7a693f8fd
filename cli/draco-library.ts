/** Opens the decoder of Draco-compressed meshes for Node; without the coder that its package also has. */
export async function openDraco(): Promise<object> {
  const { default: open } = await import('draco3dgltf/draco_decoder_gltf_nodejs.js');
  return open();
}

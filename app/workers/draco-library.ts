import open from 'draco3dgltf/draco_decoder_gltf_nodejs.js';
import wasm from 'draco3dgltf/draco_decoder_gltf.wasm?url';

/** Opens the decoder of Draco-compressed meshes in a worker. */
export async function openDraco(): Promise<object> {
  return open({ wasmBinary: await (await fetch(wasm)).arrayBuffer() });
}

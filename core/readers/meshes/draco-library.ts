/** Opens the decoder of Draco-compressed meshes (draco3dgltf): its module, which the loader of glTF knows how to ask. */
export type OpenDraco = () => Promise<object>;

/** The coder of Draco, for test files. */
declare module 'draco3dgltf' {
  export const createEncoderModule: () => Promise<object>;
}

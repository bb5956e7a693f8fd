declare module '*.woff2?url' {
  const href: string;
  export default href;
}
declare module '*.wasm?url' {
  const href: string;
  export default href;
}
declare module '*.ifc?url' {
  const href: string;
  export default href;
}
declare module 'occt-import-js' {
  const open: (settings?: {
    readonly locateFile?: (name: string) => string;
    readonly print?: (text: string) => void;
    readonly printErr?: (text: string) => void;
  }) => Promise<import('../core/readers/step/step-library').StepLibrary>;
  export default open;
}
declare module 'draco3dgltf/draco_decoder_gltf_nodejs.js' {
  const open: (settings?: { readonly wasmBinary: ArrayBuffer }) => Promise<object>;
  export default open;
}
declare module 'draco3dgltf' {
  export const createEncoderModule: () => Promise<object>;
}
declare module 'assimpjs' {
  interface FileList {
    AddFile(name: string, bytes: Uint8Array): void;
  }
  interface Result {
    IsSuccess(): boolean;
    GetErrorCode(): string;
    FileCount(): number;
    GetFile(i: number): { GetContent(): Uint8Array };
  }
  const open: () => Promise<{ FileList: new () => FileList; ConvertFileList(list: FileList, form: string): Result }>;
  export default open;
}
declare module 'plotly.js-basic-dist-min' {
  const plotly: {
    newPlot(element: HTMLElement, data: readonly object[], layout: object, config: object): Promise<unknown>;
    purge(element: HTMLElement): void;
  };
  export default plotly;
}

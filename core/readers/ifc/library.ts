/** What this project uses of the shape builder (web-ifc): bytes in, triangles out. Opened by the app's worker or the command line. */
export interface IfcLibrary {
  OpenModelFromCallback(
    read: (offset: number, size: number) => Uint8Array,
    settings?: { CIRCLE_SEGMENTS?: number; TAPE_SIZE?: number; BOOLEAN_UNION_THRESHOLD?: number },
  ): number;
  CloseModel(model: number): void;
  StreamAllMeshes(model: number, callback: (mesh: IfcMesh, index: number, total: number) => void, scaled?: boolean): void;
  GetFlatMesh(model: number, id: number, scaled?: boolean): IfcMesh;
  GetGeometry(model: number, id: number): IfcGeometry;
  GetVertexArray(pointer: number, size: number): Float32Array;
  GetIndexArray(pointer: number, size: number): Uint32Array;
  /** The builder's own memory: read at once and without a copy, for it moves when it grows. */
  readonly wasmModule: { readonly HEAPF32: Float32Array; readonly HEAPU32: Uint32Array };
  GetLineType(model: number, id: number): number;
  GetNameFromTypeCode(code: number): string;
}

export interface IfcMesh {
  readonly expressID: number;
  readonly geometries: { size(): number; get(i: number): IfcPlacedGeometry };
  delete?(): void;
}

export interface IfcPlacedGeometry {
  readonly geometryExpressID: number;
  readonly color: { readonly x: number; readonly y: number; readonly z: number; readonly w: number };
  /** File units, Y up, column by column. */
  readonly flatTransformation: readonly number[];
}

export interface IfcGeometry {
  GetVertexData(): number;
  GetVertexDataSize(): number;
  GetIndexData(): number;
  GetIndexDataSize(): number;
  delete(): void;
}

export type OpenLibrary = () => Promise<IfcLibrary>;

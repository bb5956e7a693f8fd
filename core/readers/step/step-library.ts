/** What this project uses of the reader of STEP bodies (occt-import-js): bytes in, triangles out. Opened by the app's worker or the command line. */
export interface StepLibrary {
  ReadStepFile(
    content: Uint8Array,
    how: { linearUnit: string; linearDeflectionType: string; linearDeflection: number; angularDeflection: number },
  ): StepResult | Promise<StepResult>;
}

export interface StepResult {
  readonly success: boolean;
  readonly root: StepNode;
  readonly meshes: readonly StepMesh[];
}
export interface StepNode {
  readonly name: string;
  readonly meshes: readonly number[];
  readonly children: readonly StepNode[];
}
export interface StepMesh {
  readonly name: string;
  readonly color?: readonly [number, number, number];
  readonly attributes: { readonly position: { readonly array: ArrayLike<number> } };
  readonly index: { readonly array: ArrayLike<number> };
}

export type OpenStepLibrary = () => Promise<StepLibrary>;

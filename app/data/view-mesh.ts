/** A model for the 3D view: its corners as they were read, with the element and the colour of each. */
export interface ViewMesh {
  /** x y z in metres, from the model's own origin. */
  readonly positions: Float32Array;
  readonly indices: Uint32Array;
  /** Element of each corner; elements up to 16 million are exact. */
  readonly element: Float32Array;
  /** Red, green, blue, opacity of each corner. */
  readonly colours: Uint8Array;
}

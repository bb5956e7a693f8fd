import type { Model } from '../../core/model/model';

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

/** Needs no prepared scene, so that the model is on the screen before it is ready for drawing. */
export function viewMesh({ positions, triangles, partStart, partElement, partColour }: Model): ViewMesh {
  const corners = positions.length / 3;
  const element = new Float32Array(corners);
  const colours = new Uint8Array(corners * 4);
  const words = new Uint32Array(colours.buffer);
  const tones = new Uint32Array(partColour.slice().buffer);
  for (let p = 0; p < partElement.length; p++) {
    const [own, tone] = [partElement[p]!, tones[p]!];
    for (let i = partStart[p]! * 3; i < partStart[p + 1]! * 3; i++) {
      const v = triangles[i]!;
      element[v] = own;
      words[v] = tone;
    }
  }
  return { positions: Float32Array.from(positions), indices: Uint32Array.from(triangles), element, colours };
}

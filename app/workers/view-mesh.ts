import type { Model } from '../../core/model/model';
import type { ViewMesh } from '../data/view-mesh';

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
  return { positions: new Float32Array(positions), indices: largestFirst(positions, triangles, partStart), element, colours };
}

/** The triangles part by part, the largest part first: a view that has no time for all draws the first of them. */
function largestFirst(positions: Float64Array, triangles: Uint32Array, partStart: Uint32Array): Uint32Array<ArrayBuffer> {
  const parts = partStart.length - 1;
  const size = new Float64Array(parts);
  for (let p = 0; p < parts; p++)
    for (let k = 0; k < 3; k++) {
      let [low, high] = [Infinity, -Infinity];
      for (let i = partStart[p]! * 3; i < partStart[p + 1]! * 3; i++) {
        const x = positions[triangles[i]! * 3 + k]!;
        if (x < low) low = x;
        if (x > high) high = x;
      }
      if (high > low) size[p]! += (high - low) ** 2;
    }
  const order = Uint32Array.from({ length: parts }, (_, p) => p).sort((a, b) => size[b]! - size[a]! || a - b);
  const out = new Uint32Array(triangles.length);
  let at = 0;
  for (const p of order) {
    out.set(triangles.subarray(partStart[p]! * 3, partStart[p + 1]! * 3), at);
    at += (partStart[p + 1]! - partStart[p]!) * 3;
  }
  return out;
}

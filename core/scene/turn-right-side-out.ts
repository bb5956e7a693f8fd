import { sixVolumes } from '../geometry/volume';
import type { Adjacency } from './adjacency';
import type { Shells } from './shells';

/**
 * Turns over, in place, what is inside out: a closed part with a negative volume as a whole; in a closed part of several shells
 * each that has one and does not lie within another (a hollow has one by right).
 */
export function turnRightSideOut(vertices: Float64Array, edges: Adjacency, several: readonly Shells[]): void {
  const { triangles, triangleEdges, partTriangleStart, partClosed } = edges;
  const shellsOf = new Map(several.map((s) => [s.part, s.triangles]));
  for (let part = 0; part < partClosed.length; part++) {
    if (!partClosed[part]) continue;
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    const shells = shellsOf.get(part);
    let volume = 0;
    const first = triangles[from * 3]! * 3;
    for (let t = from; t < to; t++) volume += sixVolumes(vertices, triangles, t, first);
    if (volume < 0) for (let t = from; t < to; t++) turn(t);
    if (!shells) continue;
    const boxes = shells.map(boxOf);
    shells.forEach((shell, k) => {
      const origin = triangles[shell[0]! * 3]! * 3;
      if (shell.reduce((sum, t) => sum + sixVolumes(vertices, triangles, t, origin), 0) >= 0) return;
      if (!boxes.some((other, o) => o !== k && isWithin(boxes[k]!, other))) shell.forEach(turn);
    });
  }

  function turn(t: number): void {
    const c = triangles[t * 3 + 1]!;
    triangles[t * 3 + 1] = triangles[t * 3 + 2]!;
    triangles[t * 3 + 2] = c;
    // corners a c b: edge k runs from corner k to k + 1, so the first and the last change places
    const e = triangleEdges[t * 3]!;
    triangleEdges[t * 3] = triangleEdges[t * 3 + 2]!;
    triangleEdges[t * 3 + 2] = e;
  }

  function boxOf(shell: readonly number[]): Float64Array {
    const box = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity);
    for (const t of shell)
      for (let k = t * 3; k < t * 3 + 3; k++)
        for (let axis = 0; axis < 3; axis++) {
          const x = vertices[triangles[k]! * 3 + axis]!;
          if (x < box[axis]!) box[axis] = x;
          if (x > box[axis + 3]!) box[axis + 3] = x;
        }
    return box;
  }
}

function isWithin(inner: Float64Array, outer: Float64Array): boolean {
  for (let axis = 0; axis < 3; axis++) if (inner[axis]! < outer[axis]! || inner[axis + 3]! > outer[axis + 3]!) return false;
  return true;
}

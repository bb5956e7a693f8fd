import { recordOf, STRIDE, type Occluders } from './tile-index';

/** Depths this alike are the same: faces that lie flush. */
const SAME = 1e-9;

/**
 * The occluder nearest to the eye at a point of the picture, -1 where there is none. Exact for that point. Of faces that lie
 * flush there the one of the lowest `rank` (by triangle) is taken, whichever comes first.
 */
export function nearestAt(occluders: Occluders, u: number, v: number, rank: (triangle: number) => number): number {
  const { records, made, near, triangle, u0, v0, size, columns, rows, start, items } = occluders;
  const i = Math.floor((u - u0) / size),
    j = Math.floor((v - v0) / size);
  if (i < 0 || j < 0 || i >= columns || j >= rows) return -1;
  const tile = j * columns + i;
  let best = Infinity;
  let found = -1;
  for (let k = start[tile]!; k < start[tile + 1]!; k++) {
    const o = items[k]!;
    if (near[o]! > best + SAME) break;
    const at = made[o] ? o * STRIDE : recordOf(occluders, o);
    if (records[at]! * u + records[at + 1]! * v + records[at + 2]! < 0) continue;
    if (records[at + 3]! * u + records[at + 4]! * v + records[at + 5]! < 0) continue;
    if (records[at + 6]! * u + records[at + 7]! * v + records[at + 8]! < 0) continue;
    const w = depthOf(occluders, o, u, v);
    if (w < best - SAME || (w < best + SAME && rank(triangle[o]!) < rank(triangle[found]!))) {
      best = w;
      found = o;
    }
  }
  return found;
}

/** Depth of the plane of occluder `o` at a point of the picture; Infinity for -1. */
export function depthOf(occluders: Occluders, o: number, u: number, v: number): number {
  if (o < 0) return Infinity;
  const { records } = occluders;
  const at = recordOf(occluders, o);
  return -(records[at + 9]! * u + records[at + 10]! * v + records[at + 12]!) / records[at + 11]!;
}

import { bandAt, recordOf, STRIDE, UNORDERED, type Band, type Tiles } from '../tiles/tile-index';

/** Depths this alike are the same: faces that lie flush. */
const SAME = 1e-9;

/** An occluder of a band. */
export interface Found {
  readonly band: Band;
  readonly occluder: number;
}

/**
 * The occluder nearest to the eye at a point of the picture, null where there is none. Exact for that point. Of faces that lie
 * flush there the one of the lowest `rank` (by triangle) is taken, whichever comes first.
 */
export function nearestAt(tiles: Tiles, u: number, v: number, rank: (triangle: number) => number): Found | null {
  const { u0, v0, size, columns, rows } = tiles;
  const i = Math.floor((u - u0) / size),
    j = Math.floor((v - v0) / size);
  if (i < 0 || j < 0 || i >= columns || j >= rows) return null;
  const band = bandAt(tiles, i);
  const { records, made, near, triangle, start, items } = band;
  const tile = j * band.columns + i - band.first;
  let best = Infinity;
  let found = -1;
  for (let k = start[tile]!; k < start[tile + 1]!; k++) {
    const o = items[k]!;
    if (near[o]! > best + SAME + Math.abs(best) * UNORDERED) break;
    const at = made[o] ? o * STRIDE : recordOf(band, o);
    if (records[at]! * u + records[at + 1]! * v + records[at + 2]! < 0) continue;
    if (records[at + 3]! * u + records[at + 4]! * v + records[at + 5]! < 0) continue;
    if (records[at + 6]! * u + records[at + 7]! * v + records[at + 8]! < 0) continue;
    const w = -(records[at + 9]! * u + records[at + 10]! * v + records[at + 12]!) / records[at + 11]!;
    if (w < best - SAME || (w < best + SAME && rank(triangle[o]!) < rank(triangle[found]!))) {
      best = w;
      found = o;
    }
  }
  return found < 0 ? null : { band, occluder: found };
}

/** Depth of the plane of an occluder at a point of the picture; Infinity for none. */
export function depthOf(found: Found | null, u: number, v: number): number {
  if (!found) return Infinity;
  const { records } = found.band;
  const at = recordOf(found.band, found.occluder);
  return -(records[at + 9]! * u + records[at + 10]! * v + records[at + 12]!) / records[at + 11]!;
}

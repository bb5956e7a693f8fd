import { STRIDE, type Occluders } from './occluders';
import type { TileIndex } from './tile-index';

/** Depth of the nearest surface at a point of the picture, Infinity where there is none. Exact for that point. */
export function depthAt(occluders: Occluders, tiles: TileIndex, u: number, v: number): number {
  const { records, near } = occluders;
  const i = Math.floor((u - tiles.u0) / tiles.size),
    j = Math.floor((v - tiles.v0) / tiles.size);
  if (i < 0 || j < 0 || i >= tiles.columns || j >= tiles.rows) return Infinity;
  const tile = j * tiles.columns + i;
  let best = Infinity;
  for (let k = tiles.start[tile]!; k < tiles.start[tile + 1]!; k++) {
    const o = tiles.items[k]!;
    if (near[o]! >= best) break;
    const at = o * STRIDE;
    if (records[at]! * u + records[at + 1]! * v + records[at + 2]! < 0) continue;
    if (records[at + 3]! * u + records[at + 4]! * v + records[at + 5]! < 0) continue;
    if (records[at + 6]! * u + records[at + 7]! * v + records[at + 8]! < 0) continue;
    const w = -(records[at + 9]! * u + records[at + 10]! * v + records[at + 12]!) / records[at + 11]!;
    if (w < best) best = w;
  }
  return best;
}

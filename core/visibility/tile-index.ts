import { EDGE } from '../geometry/tolerances';
import { STRIDE, type Occluders } from './occluders';

/**
 * Square tiles over the picture, each with the occluders that touch it, nearest first (their ranks ascend).
 * Tile (i, j) has the list items[start[j * columns + i]] up to the next start.
 */
export interface TileIndex {
  readonly u0: number;
  readonly v0: number;
  readonly size: number;
  readonly columns: number;
  readonly rows: number;
  readonly start: Uint32Array;
  readonly items: Uint32Array;
}

/** About four occluders to a tile along each side of the picture; a triangle over several tiles is tested against each (separating axes). */
export function tileIndex({ count, records }: Occluders): TileIndex {
  let u0 = Infinity,
    v0 = Infinity,
    u1 = -Infinity,
    v1 = -Infinity;
  for (let o = 0; o < count; o++) {
    const at = o * STRIDE;
    if (records[at + 13]! < u0) u0 = records[at + 13]!;
    if (records[at + 14]! < v0) v0 = records[at + 14]!;
    if (records[at + 15]! > u1) u1 = records[at + 15]!;
    if (records[at + 16]! > v1) v1 = records[at + 16]!;
  }
  if (!count) return { u0: 0, v0: 0, size: 1, columns: 1, rows: 1, start: new Uint32Array(2), items: new Uint32Array(0) };
  const across = Math.min(480, Math.max(8, Math.ceil(Math.sqrt(count / 3))));
  const size = Math.max((u1 - u0) / across, (v1 - v0) / across, 1e-6);
  const columns = Math.max(1, Math.ceil((u1 - u0) / size + 1e-9));
  const rows = Math.max(1, Math.ceil((v1 - v0) / size + 1e-9));
  const start = new Uint32Array(columns * rows + 1);
  visit(start, null);
  for (let k = 0; k < columns * rows; k++) start[k + 1]! += start[k]!;
  const items = new Uint32Array(start[columns * rows]!);
  visit(start.slice(), items);
  return { u0, v0, size, columns, rows, start, items };

  // First visit counts (one ahead, for the running sum), second fills.
  function visit(cursor: Uint32Array, into: Uint32Array | null): void {
    const half = size / 2 + EDGE;
    for (let o = 0; o < count; o++) {
      const at = o * STRIDE;
      const i0 = Math.max(0, Math.floor((records[at + 13]! - u0) / size)),
        i1 = Math.min(columns - 1, Math.floor((records[at + 15]! - u0) / size));
      const j0 = Math.max(0, Math.floor((records[at + 14]! - v0) / size)),
        j1 = Math.min(rows - 1, Math.floor((records[at + 16]! - v0) / size));
      const test = i1 > i0 && j1 > j0;
      const r0 = (Math.abs(records[at]!) + Math.abs(records[at + 1]!)) * half;
      const r1 = (Math.abs(records[at + 3]!) + Math.abs(records[at + 4]!)) * half;
      const r2 = (Math.abs(records[at + 6]!) + Math.abs(records[at + 7]!)) * half;
      for (let j = j0; j <= j1; j++) {
        const cv = v0 + (j + 0.5) * size;
        for (let i = i0; i <= i1; i++) {
          if (test) {
            const cu = u0 + (i + 0.5) * size;
            if (records[at]! * cu + records[at + 1]! * cv + records[at + 2]! + r0 < 0) continue;
            if (records[at + 3]! * cu + records[at + 4]! * cv + records[at + 5]! + r1 < 0) continue;
            if (records[at + 6]! * cu + records[at + 7]! * cv + records[at + 8]! + r2 < 0) continue;
          }
          const tile = j * columns + i;
          if (into) into[cursor[tile]!++] = o;
          else cursor[tile + 1]!++;
        }
      }
    }
  }
}

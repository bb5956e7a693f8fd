import { boundCorners } from '../geometry/bounds';
import type { Colour } from '../model/model';

/** Bodies as ShapePacker packs them: nothing but figures, so that they can be handed from thread to thread. A row is one body. */
export interface PackedShapes {
  /** Number of the shape item in the file, a row. */
  readonly item: readonly number[];
  readonly allCorners: number;
  readonly allTriangles: number;
  /** Three figures a corner, about the body's own middle, in file units. */
  readonly corners: readonly Float32Array[];
  readonly indices: readonly Uint16Array[];
  /** Those of a body with more corners than 16 bits can count. */
  readonly wide: readonly Uint32Array[];
  /** Where a row lies: piece, first figure and number of figures, of its corners and of its indices. Six figures a row. */
  readonly extent: Uint32Array;
  /** Three rows of x, y, z and a shift: metres, Z up. Twelve figures a row. */
  readonly place: Float64Array;
  readonly colours: Float32Array;
}

/** As many corners 16 bits can count. */
const NARROW = 1 << 16;

/** Whether the corners of a body, three figures each, can be counted in 16 bits. */
export const fitsNarrow = (figures: number): boolean => figures <= NARROW * 3;

/** Reads bodies that were packed, and puts them into their places. */
export class PlacedShapes {
  private readonly packed: PackedShapes;
  constructor(packed: PackedShapes) {
    this.packed = packed;
  }

  /** All corners and triangles of all rows. */
  get size(): { readonly corners: number; readonly triangles: number } {
    return { corners: this.packed.allCorners, triangles: this.packed.allTriangles };
  }
  itemOf(row: number): number {
    return this.packed.item[row]!;
  }
  cornersOf(row: number): number {
    return this.packed.extent[row * 6 + 2]! / 3;
  }
  trianglesOf(row: number): number {
    return this.packed.extent[row * 6 + 5]! / 3;
  }
  colourOf(row: number): Colour {
    const { colours } = this.packed;
    return [colours[row * 4]!, colours[row * 4 + 1]!, colours[row * 4 + 2]!, colours[row * 4 + 3]!];
  }

  /** Writes a row's corners, metres in the model, into `out` from place `at` on. */
  placeCorners(row: number, out: Float64Array, at: number): void {
    const { extent, corners, place } = this.packed;
    const from = extent[row * 6 + 1]!;
    placeAll(corners[extent[row * 6]!]!, from, from + extent[row * 6 + 2]!, place, row * 12, out, at);
  }

  /** Writes a row's triangles into `out` from place `at` on, counting corners from `first`. */
  writeTriangles(row: number, out: Uint32Array, at: number, first: number): void {
    const { extent, indices, wide } = this.packed;
    const all = (fitsNarrow(extent[row * 6 + 2]!) ? indices : wide)[extent[row * 6 + 3]!]!;
    const from = extent[row * 6 + 4]!;
    for (let i = from, to = from + extent[row * 6 + 5]!; i < to; i++) out[at++] = all[i]! + first;
  }

  /** The box in the model's directions round the own box of a row, as it is placed: three smallest, three largest; not finite when the body is not. */
  boxOf(row: number, out: Float64Array): void {
    const { extent, corners, place } = this.packed;
    const own = corners[extent[row * 6]!]!;
    const [from, to] = [extent[row * 6 + 1]!, extent[row * 6 + 1]! + extent[row * 6 + 2]!];
    boundCorners(own, from / 3, to / 3, _own, 0);
    const isFinite = areFinite(own, from, to);
    const m = row * 12;
    for (let axis = 0; axis < 3; axis++) {
      let middle = isFinite ? place[m + axis * 4 + 3]! : NaN;
      let half = 0;
      for (let k = 0; k < 3; k++) {
        const turn = place[m + axis * 4 + k]!;
        middle += turn * ((_own[k]! + _own[k + 3]!) / 2);
        half += Math.abs(turn * (_own[k + 3]! - _own[k]!)) / 2;
      }
      out[axis] = middle - half;
      out[axis + 3] = middle + half;
    }
  }
}

const _own = new Float64Array(6);

/** Whether all figures of a stretch are finite: a nought times anything else is none. */
function areFinite(figures: Float32Array, from: number, to: number): boolean {
  let sum = 0;
  for (let i = from; i < to; i++) sum += figures[i]! * 0;
  return sum === 0;
}

function placeAll(
  from: Float32Array | Float64Array,
  start: number,
  end: number,
  m: Float64Array,
  k: number,
  out: Float64Array,
  at: number,
): void {
  const [ax, bx, cx, dx] = [m[k]!, m[k + 1]!, m[k + 2]!, m[k + 3]!];
  const [ay, by, cy, dy] = [m[k + 4]!, m[k + 5]!, m[k + 6]!, m[k + 7]!];
  const [az, bz, cz, dz] = [m[k + 8]!, m[k + 9]!, m[k + 10]!, m[k + 11]!];
  for (let i = start; i < end; i += 3) {
    const x = from[i]!;
    const y = from[i + 1]!;
    const z = from[i + 2]!;
    out[at++] = ax * x + bx * y + cx * z + dx;
    out[at++] = ay * x + by * y + cy * z + dy;
    out[at++] = az * x + bz * y + cz * z + dz;
  }
}

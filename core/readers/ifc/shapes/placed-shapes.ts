import type { Colour } from '../../../model/model';

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
  /** Four a row, 0 to 255. */
  readonly colours: Uint8Array;
  /** The box of each row about its own middle, in file units: three smallest, three largest. */
  readonly boxes: Float32Array;
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
    return [colours[row * 4]! / 255, colours[row * 4 + 1]! / 255, colours[row * 4 + 2]! / 255, colours[row * 4 + 3]! / 255];
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
    const { boxes, place } = this.packed;
    const [m, own] = [row * 12, row * 6];
    for (let axis = 0; axis < 3; axis++) {
      let middle = place[m + axis * 4 + 3]!;
      let half = 0;
      for (let k = 0; k < 3; k++) {
        const turn = place[m + axis * 4 + k]!;
        middle += turn * ((boxes[own + k]! + boxes[own + k + 3]!) / 2);
        half += Math.abs(turn * (boxes[own + k + 3]! - boxes[own + k]!)) / 2;
      }
      out[axis] = middle - half;
      out[axis + 3] = middle + half;
    }
  }
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

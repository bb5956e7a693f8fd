import { boundCorners } from '../geometry/bounds';
import { Growing } from '../model/model-builder';
import type { Colour } from '../model/model';
import { Welder } from './welder';

/**
 * The bodies of all products as the shape builder gives them, packed: corners about each body's own middle in single
 * precision, each place once, and the placement that puts them into the model in double precision. A row is one body.
 */
export class PlacedShapes {
  /** Number of the shape item in the file, a body. */
  readonly item: number[] = [];
  allCorners = 0;
  allTriangles = 0;
  private readonly corners = new Pieces((n) => new Float32Array(n));
  private readonly indices = new Pieces((n) => new Uint16Array(n));
  /** Those of a body with more corners than 16 bits can count. */
  private readonly wide = new Pieces((n) => new Uint32Array(n));
  /** Where a row lies: piece, first figure and number of figures, of its corners and of its indices. Six figures a row. */
  private readonly extent = new Growing((n) => new Uint32Array(n));
  /** Three rows of x, y, z and a shift: metres, Z up. Twelve figures a row. */
  private readonly place = new Growing((n) => new Float64Array(n));
  /** The box round the corners before placing: three smallest, three largest. */
  private readonly box = new Growing((n) => new Float64Array(n));
  private readonly colours = new Growing((n) => new Float32Array(n));
  private readonly welder = new Welder();

  /**
   * Adds a body.
   * @param vertices six figures a corner: a place in file units and a normal, which is not kept
   * @param m the library's placement, column by column, Y up: (x, z, -y) is turned back here
   * @param metres one file unit in metres
   * @returns its row
   */
  add(item: number, vertices: Float32Array, indices: Uint32Array, m: readonly number[], metres: number, colour: Colour): number {
    const { welder } = this;
    welder.weld(vertices, 6);
    const count = welder.count * 3;
    const { places, first } = welder;
    const box = this.box.reserve(6);
    boundCorners(places, 0, welder.count, box, this.box.length);
    // what is not finite makes the box so
    if (!areFinite(places, count)) box[this.box.length] = NaN;
    this.box.length += 6;
    const whole = indices.length - (indices.length % 3);
    const corners = this.corners.take(count);
    const triangles = (welder.count > NARROW ? this.wide : this.indices).take(whole);
    corners.data.set(places.subarray(0, count), corners.at);
    renumber(indices, first, whole, triangles.data, triangles.at);
    for (const figure of [corners.piece, corners.at, count, triangles.piece, triangles.at, whole]) this.extent.push(figure);
    this.allCorners += welder.count;
    this.allTriangles += whole / 3;
    const place = this.place.reserve(12);
    for (let column = 0, at = this.place.length; column < 4; column++, at++) {
      place[at] = m[column * 4]! * metres;
      place[at + 4] = -m[column * 4 + 2]! * metres;
      place[at + 8] = m[column * 4 + 1]! * metres;
    }
    this.place.length += 12;
    for (const figure of colour) this.colours.push(figure);
    return this.item.push(item) - 1;
  }

  cornersOf(row: number): number {
    return this.extent.reserve(0)[row * 6 + 2]! / 3;
  }
  trianglesOf(row: number): number {
    return this.extent.reserve(0)[row * 6 + 5]! / 3;
  }

  colourOf(row: number): Colour {
    const all = this.colours.reserve(0);
    return [all[row * 4]!, all[row * 4 + 1]!, all[row * 4 + 2]!, all[row * 4 + 3]!];
  }

  /** Writes a row's corners, metres in the model, into `out` from place `at` on. */
  placeCorners(row: number, out: Float64Array, at: number): void {
    const [piece, from, count] = this.extent.reserve(0).subarray(row * 6, row * 6 + 3) as unknown as [number, number, number];
    placeAll(this.corners.of(piece), from, from + count, this.place.reserve(0), row * 12, out, at);
  }

  /** Writes a row's triangles into `out` from place `at` on, counting corners from `first`. */
  writeTriangles(row: number, out: Uint32Array, at: number, first: number): void {
    const [piece, from, count] = this.extent.reserve(0).subarray(row * 6 + 3, row * 6 + 6) as unknown as [number, number, number];
    const all = (this.cornersOf(row) > NARROW ? this.wide : this.indices).of(piece);
    for (let i = from; i < from + count; i++) out[at++] = all[i]! + first;
  }

  /** The eight corners of the box round a row, placed in the model; 24 figures, metres, not finite when the body is not. */
  boxCorners(row: number, out: Float64Array): void {
    const box = this.box.reserve(0);
    for (let i = 0; i < 24; i++) _box[i] = box[row * 6 + (i % 3) + ((Math.floor(i / 3) >> (i % 3)) & 1 ? 3 : 0)]!;
    placeAll(_box, 0, 24, this.place.reserve(0), row * 12, out, 0);
  }
}

const _box = new Float64Array(24);

// small functions of their own, so that the engine makes each quick by itself
function renumber(indices: Uint32Array, first: Int32Array, count: number, out: Uint32Array | Uint16Array, at: number): void {
  for (let i = 0; i < count; i++) out[at + i] = first[indices[i]!]!;
}

/** Whether all of the first figures are finite: a nought times anything else is none. */
function areFinite(figures: Float32Array, count: number): boolean {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += figures[i]! * 0;
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

/** As many corners 16 bits can count. */
const NARROW = 1 << 16;
/** Figures that a piece has room for; a larger body gets a piece of its own. */
const PIECE = 1 << 18;

/** Storage that grows piece by piece, so that nothing is copied and nothing stands twice; what is taken lies in one piece. */
class Pieces<T extends Float32Array | Uint32Array | Uint16Array> {
  private readonly pieces: T[] = [];
  private readonly make: (n: number) => T;
  private used = 0;
  constructor(make: (n: number) => T) {
    this.make = make;
  }
  of(piece: number): T {
    return this.pieces[piece]!;
  }
  take(count: number): { data: T; piece: number; at: number } {
    let data = this.pieces.at(-1);
    if (!data || this.used + count > data.length) {
      data = this.make(Math.max(PIECE, count));
      this.pieces.push(data);
      this.used = 0;
    }
    const at = this.used;
    this.used += count;
    return { data, piece: this.pieces.length - 1, at };
  }
}

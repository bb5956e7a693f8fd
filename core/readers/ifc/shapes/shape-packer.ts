import { boundCorners } from '../../../geometry/bounds';
import { Growing } from '../../../geometry/growing';
import type { Colour } from '../../../model/model';
import { fitsNarrow, type PackedShapes } from './placed-shapes';
import type { BodySink } from './shape-batch';
import { Welder } from '../../meshes/welder';

/**
 * Packs the bodies of all products as the shape builder gives them: corners about each body's own middle in single precision, each
 * place once, and the placement that puts them into the model in double precision. What is the same shape as the last one under its
 * number is kept once. A row is one body.
 */
export class ShapePacker implements BodySink {
  private readonly item: number[] = [];
  private allCorners = 0;
  private allTriangles = 0;
  private readonly corners = new Pieces((n) => new Float32Array(n));
  private readonly indices = new Pieces((n) => new Uint16Array(n));
  private readonly wide = new Pieces((n) => new Uint32Array(n));
  private readonly extent = new Growing((n) => new Uint32Array(n));
  private readonly place = new Growing((n) => new Float64Array(n));
  private readonly colours = new Growing((n) => new Uint8Array(n));
  private readonly box = new Float64Array(6);
  private readonly boxes = new Growing((n) => new Float32Array(n));
  private readonly welder = new Welder();
  /** The last row of each item. */
  private readonly rowOf = new Map<number, number>();

  /**
   * Adds a body.
   * @param vertices six figures a corner: a place in file units and a normal, which is not kept
   * @param m the library's placement, column by column, Y up: (x, z, -y) is turned back here
   * @param metres one file unit in metres
   */
  add(item: number, vertices: Float32Array, indices: Uint32Array, m: readonly number[], metres: number, colour: Colour): void {
    const whole = indices.length - (indices.length % 3);
    const twin = this.rowOf.get(item);
    if (twin !== undefined && this.isSame(twin, vertices, indices, whole)) this.repeat(twin);
    else this.pack(vertices, indices, whole);
    this.put(item, m, metres, colour);
  }

  /** Adds a body of the same shape as a row. */
  again(row: number, m: readonly number[], metres: number, colour: Colour): void {
    this.repeat(row);
    this.put(this.item[row]!, m, metres, colour);
  }

  private put(item: number, m: readonly number[], metres: number, colour: Colour): void {
    const place = this.place.reserve(12);
    for (let column = 0, at = this.place.length; column < 4; column++, at++) {
      place[at] = m[column * 4]! * metres;
      place[at + 4] = -m[column * 4 + 2]! * metres;
      place[at + 8] = m[column * 4 + 1]! * metres;
    }
    this.place.length += 12;
    for (const figure of colour) this.colours.push(Math.round(Math.min(1, Math.max(0, figure)) * 255));
    this.rowOf.set(item, this.item.push(item) - 1);
  }

  /** All that was added; the packer is of no more use. */
  done(): PackedShapes {
    const { item, allCorners, allTriangles, corners, indices, wide, extent, place, colours, boxes } = this;
    return {
      item,
      allCorners,
      allTriangles,
      corners: corners.pieces,
      indices: indices.pieces,
      wide: wide.pieces,
      extent: extent.view(),
      place: place.view(),
      colours: colours.view(),
      boxes: boxes.view(),
    };
  }

  private pack(vertices: Float32Array, indices: Uint32Array, whole: number): void {
    const { welder } = this;
    welder.weld(vertices, 6);
    const count = welder.count * 3;
    const { places, first } = welder;
    const corners = this.corners.take(count);
    const triangles = (fitsNarrow(count) ? this.indices : this.wide).take(whole);
    corners.data.set(places.subarray(0, count), corners.at);
    renumber(indices, first, whole, triangles.data, triangles.at);
    for (const figure of [corners.piece, corners.at, count, triangles.piece, triangles.at, whole]) this.extent.push(figure);
    this.bound(corners.data, corners.at, corners.at + count);
    this.allCorners += welder.count;
    this.allTriangles += whole / 3;
  }

  private bound(corners: Float32Array, from: number, to: number): void {
    const { box } = this;
    if (areFinite(corners, from, to)) boundCorners(corners, from / 3, to / 3, box);
    else box.fill(NaN);
    this.boxes.reserve(6).set(box, this.boxes.length);
    this.boxes.length += 6;
  }

  /** Whether a row has these very triangles: an opening may have changed one that bears the same number. */
  private isSame(row: number, vertices: Float32Array, indices: Uint32Array, whole: number): boolean {
    const extent = this.extent.reserve(0);
    const at = row * 6;
    if (extent[at + 5] !== whole) return false;
    const corners = this.corners.pieces[extent[at]!]!;
    const triangles = (fitsNarrow(extent[at + 2]!) ? this.indices : this.wide).pieces[extent[at + 3]!]!;
    return areAlike(vertices, indices, whole, corners, extent[at + 1]!, triangles, extent[at + 4]!);
  }

  private repeat(row: number): void {
    const extent = this.extent.reserve(6);
    extent.copyWithin(this.extent.length, row * 6, row * 6 + 6);
    this.extent.length += 6;
    this.boxes.reserve(6).copyWithin(this.boxes.length, row * 6, row * 6 + 6);
    this.boxes.length += 6;
    this.allCorners += extent[row * 6 + 2]! / 3;
    this.allTriangles += extent[row * 6 + 5]! / 3;
  }
}

// small functions of their own, so that the engine makes each quick by itself
function renumber(indices: Uint32Array, first: Int32Array, count: number, out: Uint32Array | Uint16Array, at: number): void {
  for (let i = 0; i < count; i++) out[at + i] = first[indices[i]!]!;
}

function areAlike(
  vertices: Float32Array,
  indices: Uint32Array,
  count: number,
  corners: Float32Array,
  firstCorner: number,
  triangles: Uint32Array | Uint16Array,
  firstIndex: number,
): boolean {
  for (let i = 0; i < count; i++) {
    const own = indices[i]! * 6;
    const known = firstCorner + triangles[firstIndex + i]! * 3;
    if (vertices[own] !== corners[known] || vertices[own + 1] !== corners[known + 1] || vertices[own + 2] !== corners[known + 2])
      return false;
  }
  return true;
}

/** Whether all figures of a stretch are finite: a nought times anything else is none. */
function areFinite(figures: Float32Array, from: number, to: number): boolean {
  let sum = 0;
  for (let i = from; i < to; i++) sum += figures[i]! * 0;
  return sum === 0;
}

/** Figures that a piece has room for; a larger body gets a piece of its own. */
const PIECE = 1 << 18;

/** Storage that grows piece by piece, so that nothing is copied and nothing stands twice; what is taken lies in one piece. */
class Pieces<T extends Float32Array | Uint32Array | Uint16Array> {
  readonly pieces: T[] = [];
  private readonly make: (n: number) => T;
  private used = 0;
  constructor(make: (n: number) => T) {
    this.make = make;
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

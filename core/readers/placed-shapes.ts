import { Growing } from '../model/model-builder';
import type { Colour } from '../model/model';

/**
 * The bodies of all products as the shape builder gives them, packed: corners about each body's own middle in single
 * precision, and the placement that puts them into the model in double precision. A row is one body.
 */
export class PlacedShapes {
  /** Number of the shape item in the file, a body. */
  readonly item: number[] = [];
  private readonly corners = new Growing((n) => new Float32Array(n));
  private readonly indices = new Growing((n) => new Uint32Array(n));
  /** Row's corners are those from cornerStart[row] to cornerStart[row + 1]; likewise the indices. */
  private readonly cornerStart = [0];
  private readonly indexStart = [0];
  /** Three rows of x, y, z and a shift: metres, Z up. Twelve figures a row. */
  private readonly place = new Growing((n) => new Float64Array(n));
  /** The box round the corners before placing: three smallest, three largest. */
  private readonly box = new Growing((n) => new Float64Array(n));
  private readonly colours = new Growing((n) => new Float32Array(n));

  /**
   * Adds a body.
   * @param vertices six figures a corner: a place in file units and a normal, which is not kept
   * @param m the library's placement, column by column, Y up: (x, z, -y) is turned back here
   * @param metres one file unit in metres
   * @returns its row
   */
  add(item: number, vertices: Float32Array, indices: Uint32Array, m: readonly number[], metres: number, colour: Colour): number {
    const count = Math.floor(vertices.length / 6);
    const corners = this.corners.reserve(count * 3);
    let to = this.corners.length;
    let [x0, y0, z0, x1, y1, z1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
    for (let i = 0; i < count * 6; i += 6) {
      const x = vertices[i]!;
      const y = vertices[i + 1]!;
      const z = vertices[i + 2]!;
      corners[to++] = x;
      corners[to++] = y;
      corners[to++] = z;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      if (z < z0) z0 = z;
      if (z > z1) z1 = z;
      // what is not finite makes the box so
      if (x * 0 + y * 0 + z * 0 !== 0) x0 = NaN;
    }
    this.corners.length = to;
    this.cornerStart.push(to / 3);
    const whole = indices.length - (indices.length % 3);
    const data = this.indices.reserve(whole);
    data.set(whole === indices.length ? indices : indices.subarray(0, whole), this.indices.length);
    this.indices.length += whole;
    this.indexStart.push(this.indices.length);
    const place = this.place.reserve(12);
    for (let column = 0, at = this.place.length; column < 4; column++, at++) {
      place[at] = m[column * 4]! * metres;
      place[at + 4] = -m[column * 4 + 2]! * metres;
      place[at + 8] = m[column * 4 + 1]! * metres;
    }
    this.place.length += 12;
    for (const figure of [x0, y0, z0, x1, y1, z1]) this.box.push(figure);
    for (const figure of colour) this.colours.push(figure);
    return this.item.push(item) - 1;
  }

  /** Adds a body in place of one of the library's: corners in the file's own coordinates, in file units, Z up. */
  addOwn(item: number, corners: Float64Array, indices: Uint32Array, metres: number, colour: Colour): number {
    // about the first corner, since corners are kept in single precision
    const [x, y, z] = [corners[0]!, corners[1]!, corners[2]!];
    const vertices = new Float32Array(corners.length * 2);
    for (let i = 0; i < corners.length; i += 3) {
      vertices[i * 2] = corners[i]! - x;
      vertices[i * 2 + 1] = corners[i + 1]! - y;
      vertices[i * 2 + 2] = corners[i + 2]! - z;
    }
    return this.add(item, vertices, indices, [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, x, z, -y, 1], metres, colour);
  }

  cornersOf(row: number): number {
    return this.cornerStart[row + 1]! - this.cornerStart[row]!;
  }
  trianglesOf(row: number): number {
    return (this.indexStart[row + 1]! - this.indexStart[row]!) / 3;
  }
  get allCorners(): number {
    return this.corners.length / 3;
  }
  get allTriangles(): number {
    return this.indices.length / 3;
  }

  colourOf(row: number): Colour {
    const all = this.colours.reserve(0);
    return [all[row * 4]!, all[row * 4 + 1]!, all[row * 4 + 2]!, all[row * 4 + 3]!];
  }

  /** Writes a row's corners, metres in the model, into `out` from place `at` on. */
  placeCorners(row: number, out: Float64Array, at: number): void {
    placeAll(this.corners.reserve(0), this.cornerStart[row]! * 3, this.cornerStart[row + 1]! * 3, this.place.reserve(0), row * 12, out, at);
  }

  /** Writes a row's triangles into `out` from place `at` on, counting corners from `first`. */
  writeTriangles(row: number, out: Uint32Array, at: number, first: number): void {
    const all = this.indices.reserve(0);
    for (let i = this.indexStart[row]!; i < this.indexStart[row + 1]!; i++) out[at++] = all[i]! + first;
  }

  /** The eight corners of the box round a row, placed in the model; 24 figures, metres, not finite when the body is not. */
  boxCorners(row: number, out: Float64Array): void {
    const box = this.box.reserve(0);
    for (let i = 0; i < 24; i++) _box[i] = box[row * 6 + (i % 3) + ((Math.floor(i / 3) >> (i % 3)) & 1 ? 3 : 0)]!;
    placeAll(_box, 0, 24, this.place.reserve(0), row * 12, out, 0);
  }
}

const _box = new Float64Array(24);

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

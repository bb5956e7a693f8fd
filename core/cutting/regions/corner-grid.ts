/**
 * A grid of square cells with the corners of outlines in it: finds those that a segment passes. One flat list, built in two
 * passes; about one corner to a cell. Cost of a search: the cells that the segment crosses.
 */
export class CornerGrid {
  private readonly pad: number;
  private readonly u0: number;
  private readonly v0: number;
  private readonly size: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly start: Uint32Array;
  private readonly items: Uint32Array;

  /** @param points u, v of each corner. @param pad how far beside a segment a corner may lie, metres. */
  constructor(points: Float64Array, pad: number) {
    this.pad = pad;
    const count = points.length / 2;
    let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < points.length; i += 2) {
      const u = points[i]!,
        v = points[i + 1]!;
      if (u < u0) u0 = u;
      if (u > u1) u1 = u;
      if (v < v0) v0 = v;
      if (v > v1) v1 = v;
    }
    if (!count) [u0, v0, u1, v1] = [0, 0, 1, 1];
    this.size = Math.max(Math.sqrt(((u1 - u0 + pad) * (v1 - v0 + pad)) / Math.max(1, count)), Math.max(u1 - u0, v1 - v0) / 2048, pad * 8);
    this.u0 = u0 - pad;
    this.v0 = v0 - pad;
    this.columns = Math.floor((u1 - u0 + 2 * pad) / this.size) + 1;
    this.rows = Math.floor((v1 - v0 + 2 * pad) / this.size) + 1;
    this.start = new Uint32Array(this.columns * this.rows + 1);
    const cells = new Uint32Array(count);
    for (let k = 0; k < count; k++) {
      const cell =
        Math.floor((points[k * 2 + 1]! - this.v0) / this.size) * this.columns + Math.floor((points[k * 2]! - this.u0) / this.size);
      cells[k] = cell;
      this.start[cell + 1]!++;
    }
    for (let c = 0; c < this.columns * this.rows; c++) this.start[c + 1]! += this.start[c]!;
    this.items = new Uint32Array(count);
    const cursor = this.start.slice();
    for (let k = 0; k < count; k++) this.items[cursor[cells[k]!]!++] = k;
  }

  /** Calls `tell` with each corner in the cells that a segment, widened by the pad, passes. */
  along(u0: number, v0: number, u1: number, v1: number, tell: (k: number) => void): void {
    const { size, pad, columns, rows } = this;
    const level = Math.abs(u1 - u0) >= Math.abs(v1 - v0);
    // p runs along the longer axis, upwards
    const isTurned = level ? u0 > u1 : v0 > v1;
    const fromU = (isTurned ? u1 : u0) - this.u0,
      fromV = (isTurned ? v1 : v0) - this.v0,
      toU = (isTurned ? u0 : u1) - this.u0,
      toV = (isTurned ? v0 : v1) - this.v0;
    const p0 = level ? fromU : fromV,
      q0 = level ? fromV : fromU,
      p1 = level ? toU : toV,
      q1 = level ? toV : toU;
    const slope = p1 > p0 ? (q1 - q0) / (p1 - p0) : 0;
    const pMax = level ? columns - 1 : rows - 1,
      qMax = level ? rows - 1 : columns - 1;
    const i1 = Math.min(pMax, Math.floor((p1 + pad) / size));
    for (let i = Math.max(0, Math.floor((p0 - pad) / size)); i <= i1; i++) {
      const lo = Math.min(Math.max(i * size - pad, p0), p1),
        hi = Math.min(Math.max((i + 1) * size + pad, p0), p1);
      const x = q0 + (lo - p0) * slope,
        y = q0 + (hi - p0) * slope;
      const j1 = Math.min(qMax, Math.floor(((x > y ? x : y) + pad) / size));
      for (let j = Math.max(0, Math.floor(((x < y ? x : y) - pad) / size)); j <= j1; j++) {
        const cell = level ? j * columns + i : i * columns + j;
        for (let k = this.start[cell]!; k < this.start[cell + 1]!; k++) tell(this.items[k]!);
      }
    }
  }
}

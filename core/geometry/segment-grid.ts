/**
 * A grid of square cells over the picture, each with the segments that pass it; built in two passes, one flat list.
 * `near(s)` gives the segments that share a cell with segment s, each once. Cost: cells crossed.
 */
export class SegmentGrid {
  private readonly ends: Float64Array;
  private readonly u0: number;
  private readonly v0: number;
  private readonly size: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly start: Uint32Array;
  private readonly items: Uint32Array;
  private readonly stamp: Int32Array;
  private searches = 0;
  private readonly pad: number;
  /** Scratch: the cells of one segment. */
  private found = new Uint32Array(1024);

  constructor(ends: Float64Array, pad: number) {
    this.ends = ends;
    this.pad = pad;
    const count = ends.length / 4;
    let u0 = Infinity,
      v0 = Infinity,
      u1 = -Infinity,
      v1 = -Infinity;
    for (let i = 0; i < ends.length; i += 2) {
      if (ends[i]! < u0) u0 = ends[i]!;
      if (ends[i]! > u1) u1 = ends[i]!;
      if (ends[i + 1]! < v0) v0 = ends[i + 1]!;
      if (ends[i + 1]! > v1) v1 = ends[i + 1]!;
    }
    if (!count) [u0, v0, u1, v1] = [0, 0, 1, 1];
    const across = Math.min(1024, Math.max(4, Math.ceil(Math.sqrt(count) * 1.5)));
    this.size = Math.max((u1 - u0) / across, (v1 - v0) / across, pad * 8);
    this.u0 = u0 - pad;
    this.v0 = v0 - pad;
    this.columns = Math.floor((u1 - u0 + 2 * pad) / this.size) + 1;
    this.rows = Math.floor((v1 - v0 + 2 * pad) / this.size) + 1;
    this.start = new Uint32Array(this.columns * this.rows + 1);
    this.stamp = new Int32Array(count);
    for (let s = 0; s < count; s++) for (let n = this.cells(s), k = 0; k < n; k++) this.start[this.found[k]! + 1]!++;
    for (let k = 0; k < this.columns * this.rows; k++) this.start[k + 1]! += this.start[k]!;
    this.items = new Uint32Array(this.start[this.columns * this.rows]!);
    const cursor = this.start.slice();
    for (let s = 0; s < count; s++) for (let n = this.cells(s), k = 0; k < n; k++) this.items[cursor[this.found[k]!]!++] = s;
  }

  /** Puts each cell that the segment, widened by the pad, passes into `found`, column by column along its longer axis; returns how many. */
  private cells(s: number): number {
    const { ends, size, pad } = this;
    const a = ends[s * 4]! - this.u0,
      b = ends[s * 4 + 1]! - this.v0,
      c = ends[s * 4 + 2]! - this.u0,
      d = ends[s * 4 + 3]! - this.v0;
    const level = Math.abs(c - a) >= Math.abs(d - b);
    const isTurned = level ? !(a < c) : !(b < d);
    const p0 = level ? (isTurned ? c : a) : isTurned ? d : b,
      q0 = level ? (isTurned ? d : b) : isTurned ? c : a,
      p1 = level ? (isTurned ? a : c) : isTurned ? b : d,
      q1 = level ? (isTurned ? b : d) : isTurned ? a : c;
    const slope = p1 > p0 ? (q1 - q0) / (p1 - p0) : 0;
    const pMax = level ? this.columns - 1 : this.rows - 1,
      qMax = level ? this.rows - 1 : this.columns - 1;
    const i0 = Math.max(0, Math.floor((p0 - pad) / size)),
      i1 = Math.min(pMax, Math.floor((p1 + pad) / size));
    let count = 0;
    for (let i = i0; i <= i1; i++) {
      const lo = Math.min(Math.max(i * size - pad, p0), p1),
        hi = Math.min(Math.max((i + 1) * size + pad, p0), p1);
      const x = q0 + (lo - p0) * slope,
        y = q0 + (hi - p0) * slope;
      const j0 = Math.max(0, Math.floor((Math.min(x, y) - pad) / size)),
        j1 = Math.min(qMax, Math.floor((Math.max(x, y) + pad) / size));
      if (count + j1 - j0 >= this.found.length) {
        const longer = new Uint32Array((count + j1 - j0 + 1) * 2);
        longer.set(this.found);
        this.found = longer;
      }
      for (let j = j0; j <= j1; j++) this.found[count++] = level ? j * this.columns + i : i * this.columns + j;
    }
    return count;
  }

  near(s: number, out: number[]): number[] {
    out.length = 0;
    const search = ++this.searches;
    this.stamp[s] = search;
    for (let n = this.cells(s), c = 0; c < n; c++) {
      const cell = this.found[c]!;
      for (let k = this.start[cell]!; k < this.start[cell + 1]!; k++) {
        const other = this.items[k]!;
        if (this.stamp[other] === search) continue;
        this.stamp[other] = search;
        out.push(other);
      }
    }
    return out;
  }
}

/**
 * The stretch of segment s along which segment o runs on it, as [from, to] in parts of s, or null.
 * The two stay within `tolerance` of each other as long as they run beside each other: sides of an acute corner are two to its tip,
 * and lines that cross are two however slowly they part.
 */
export function overlap(ends: Float64Array, s: number, o: number, tolerance: number): [number, number] | null {
  const u0 = ends[s * 4]!,
    v0 = ends[s * 4 + 1]!;
  const du = ends[s * 4 + 2]! - u0,
    dv = ends[s * 4 + 3]! - v0;
  const square = du * du + dv * dv;
  const length = Math.sqrt(square);
  const au = ends[o * 4]! - u0,
    av = ends[o * 4 + 1]! - v0,
    bu = ends[o * 4 + 2]! - u0,
    bv = ends[o * 4 + 3]! - v0;
  const ta = (au * du + av * dv) / square,
    tb = (bu * du + bv * dv) / square;
  const lo = Math.max(0, Math.min(ta, tb)),
    hi = Math.min(1, Math.max(ta, tb));
  if ((hi - lo) * length <= tolerance) return null;
  const da = (du * av - dv * au) / length,
    db = (du * bv - dv * bu) / length;
  // distance at a stretch end, linear along o
  const at = (t: number) => da + ((db - da) * (t - ta)) / (tb - ta);
  return Math.abs(at(lo)) <= tolerance && Math.abs(at(hi)) <= tolerance ? [lo, hi] : null;
}

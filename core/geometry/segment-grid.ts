import { Growing } from './growing';

/** Two lines that are told apart by their distance alone run at less than this to one another, as a tangent: see `overlap`. */
const STEEPEST = 2;

/**
 * Beside each other further apart than so many tolerances, neither of two lines runs on the other: an end may lie a tolerance further along
 * the other line, and there, as steep as they may be, four tolerances further away from it.
 */
const SURELY_APART = 8;

/**
 * A grid of square cells over the picture, each with the segments that pass it; one flat list. Cost: cells crossed.
 */
export class SegmentGrid {
  private readonly ends: Float64Array;
  private readonly pad: number;
  private readonly u0: number;
  private readonly v0: number;
  private readonly size: number;
  private readonly columns: number;
  private readonly rows: number;
  /** Of each segment the cells that it passes. */
  private readonly cellStart: Uint32Array;
  private readonly cells: Uint32Array;
  /** Of each cell the segments that pass it, ascending. */
  private readonly start: Uint32Array;
  private readonly items: Uint32Array;
  private readonly stamp: Int32Array;
  private searches = 0;

  /** @param ends u0 v0 u1 v1 of each segment @param pad how much wider a segment is than its line */
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
    const across = Math.min(1024, Math.max(4, Math.ceil(Math.sqrt(count))));
    this.size = Math.max((u1 - u0) / across, (v1 - v0) / across, pad * 8);
    this.u0 = u0 - pad;
    this.v0 = v0 - pad;
    this.columns = Math.floor((u1 - u0 + 2 * pad) / this.size) + 1;
    this.rows = Math.floor((v1 - v0 + 2 * pad) / this.size) + 1;
    this.stamp = new Int32Array(count);
    const passed = new Growing((n) => new Uint32Array(n), count * 4);
    this.cellStart = new Uint32Array(count + 1);
    for (let s = 0; s < count; s++) {
      this.pass(s, passed);
      this.cellStart[s + 1] = passed.length;
    }
    this.cells = passed.view();
    this.start = new Uint32Array(this.columns * this.rows + 1);
    for (let k = 0; k < this.cells.length; k++) this.start[this.cells[k]! + 1]!++;
    for (let k = 0; k < this.columns * this.rows; k++) this.start[k + 1]! += this.start[k]!;
    this.items = new Uint32Array(this.cells.length);
    const cursor = this.start.slice();
    for (let s = 0; s < count; s++)
      for (let k = this.cellStart[s]!; k < this.cellStart[s + 1]!; k++) this.items[cursor[this.cells[k]!]!++] = s;
  }

  /** Adds each cell that the segment, widened by the pad, passes, column by column along its longer axis. */
  private pass(s: number, into: Growing<Uint32Array>): void {
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
    for (let i = i0; i <= i1; i++) {
      const lo = Math.min(Math.max(i * size - pad, p0), p1),
        hi = Math.min(Math.max((i + 1) * size + pad, p0), p1);
      const x = q0 + (lo - p0) * slope,
        y = q0 + (hi - p0) * slope;
      const j0 = Math.max(0, Math.floor((Math.min(x, y) - pad) / size)),
        j1 = Math.min(qMax, Math.floor((Math.max(x, y) + pad) / size));
      const room = into.reserve(Math.max(0, j1 - j0 + 1));
      for (let j = j0; j <= j1; j++) room[into.length++] = level ? j * this.columns + i : i * this.columns + j;
    }
  }

  /** The segments that share a cell with segment s, each once. */
  near(s: number, out: number[]): number[] {
    out.length = 0;
    const search = ++this.searches;
    this.stamp[s] = search;
    for (let c = this.cellStart[s]!; c < this.cellStart[s + 1]!; c++) {
      const cell = this.cells[c]!;
      for (let k = this.start[cell]!; k < this.start[cell + 1]!; k++) {
        const other = this.items[k]!;
        if (this.stamp[other] === search) continue;
        this.stamp[other] = search;
        out.push(other);
      }
    }
    return out;
  }

  /** The segments that may have a point within the pad of a place, each once. */
  at(u: number, v: number, out: number[]): number[] {
    out.length = 0;
    const i = Math.floor((u - this.u0) / this.size),
      j = Math.floor((v - this.v0) / this.size);
    if (!(i >= 0 && j >= 0 && i < this.columns && j < this.rows)) return out;
    const cell = j * this.columns + i;
    for (let k = this.start[cell]!; k < this.start[cell + 1]!; k++) out.push(this.items[k]!);
    return out;
  }

  /** The segments of a higher number than s that may run on it, by `overlap` with the pad as its tolerance; each once. */
  laterOn(s: number, out: number[]): number[] {
    out.length = 0;
    const { ends, pad, stamp, items } = this;
    const search = ++this.searches;
    const u0 = ends[s * 4]!,
      v0 = ends[s * 4 + 1]!;
    const du = ends[s * 4 + 2]! - u0,
      dv = ends[s * 4 + 3]! - v0;
    const square = du * du + dv * dv;
    const aside = pad * Math.sqrt(square);
    for (let c = this.cellStart[s]!; c < this.cellStart[s + 1]!; c++) {
      const cell = this.cells[c]!,
        first = this.start[cell]!;
      for (let k = this.start[cell + 1]! - 1; k >= first; k--) {
        const o = items[k]!;
        if (o <= s) break;
        const au = ends[o * 4]! - u0,
          av = ends[o * 4 + 1]! - v0,
          bu = ends[o * 4 + 2]! - u0,
          bv = ends[o * 4 + 3]! - v0;
        const da = du * av - dv * au,
          db = du * bv - dv * bu;
        if ((da > aside && db > aside) || (da < -aside && db < -aside)) continue;
        const ta = au * du + av * dv,
          tb = bu * du + bv * dv;
        // side by side along the line, or only end to end
        if ((ta <= aside && tb <= aside) || (ta >= square - aside && tb >= square - aside)) continue;
        const across = db - da,
          along = tb - ta;
        if (Math.abs(across) > STEEPEST * Math.abs(along) || stamp[o] === search) continue;
        // how far apart they are where they begin and end to run beside each other, times their length along the line
        const from = da * along + across * (Math.max(0, Math.min(ta, tb)) - ta),
          to = da * along + across * (Math.min(square, Math.max(ta, tb)) - ta);
        const apart = SURELY_APART * aside * Math.abs(along);
        if (Math.abs(from) > apart || Math.abs(to) > apart) continue;
        stamp[o] = search;
        out.push(o);
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

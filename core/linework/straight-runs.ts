import type { SegmentGrid } from '../geometry/segment-grid';
import { elementOf, kindOf, type SegmentList } from '../sights/segments';

/** A segment goes on in another when it leaves the line of the longer of the two by no more than this, metres. */
const OFF = 1e-6;

/**
 * How far the straight line reaches that a segment is a piece of: over those of its kind and element that go on from its ends.
 * An edge may come in pieces, or whole, as the faces beside it are divided; its line is the same. Worked out where it is asked for.
 */
export class StraightRuns {
  private readonly list: SegmentList;
  private readonly grid: SegmentGrid;
  /** Micrometres; -1 where it was not asked for yet. */
  private readonly reach: Float64Array;
  private readonly near: number[] = [];

  /** @param grid has the same segments */
  constructor(list: SegmentList, grid: SegmentGrid) {
    this.list = list;
    this.grid = grid;
    this.reach = new Float64Array(list.count).fill(-1);
  }

  /** The length of the line of a segment, to a micrometre. */
  lengthOf(s: number): number {
    if (this.reach[s]! >= 0) return this.reach[s]!;
    const { ends } = this.list;
    // a set is walked in the order in which it grows
    const run = new Set([s]);
    const [u0, v0] = [ends[s * 4]!, ends[s * 4 + 1]!];
    const [du, dv] = [ends[s * 4 + 2]! - u0, ends[s * 4 + 3]! - v0];
    let [low, high] = [0, du * du + dv * dv];
    for (const one of run)
      for (const next of this.grid.near(one, this.near)) {
        if (run.has(next) || !this.goesOn(one, next)) continue;
        run.add(next);
        for (const end of [0, 2]) {
          const along = (ends[next * 4 + end]! - u0) * du + (ends[next * 4 + end + 1]! - v0) * dv;
          low = Math.min(low, along);
          high = Math.max(high, along);
        }
      }
    const reach = Math.round(((high - low) / Math.sqrt(du * du + dv * dv)) * 1e6);
    for (const one of run) this.reach[one] = reach;
    return reach;
  }

  /** Whether a segment begins where another ends, bitwise, and goes on straight. */
  private goesOn(s: number, next: number): boolean {
    const { ends } = this.list;
    if (kindOf(this.list, s) !== kindOf(this.list, next) || elementOf(this.list, s) !== elementOf(this.list, next)) return false;
    for (const a of [0, 2])
      for (const b of [0, 2]) {
        const [u, v] = [ends[s * 4 + a]!, ends[s * 4 + a + 1]!];
        if (u !== ends[next * 4 + b] || v !== ends[next * 4 + b + 1]) continue;
        const [pu, pv] = [u - ends[s * 4 + 2 - a]!, v - ends[s * 4 + 3 - a]!];
        const [qu, qv] = [ends[next * 4 + 2 - b]! - u, ends[next * 4 + 3 - b]! - v];
        // the far end of the shorter is this far from the line of the longer
        const off = Math.abs(pu * qv - pv * qu) / Math.sqrt(Math.max(pu * pu + pv * pv, qu * qu + qv * qv));
        if (pu * qu + pv * qv > 0 && off <= OFF) return true;
      }
    return false;
  }
}

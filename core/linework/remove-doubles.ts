import { SAME_LINE, SPECK } from '../geometry/tolerances';
import { overlap, SegmentGrid } from './segment-grid';
import { elementOf, kindOf, Segments, type SegmentList } from './segments';

/**
 * Leaves each place of the picture to one line: of segments that run on one another the stronger role stays, of equal roles
 * the longer, of equal lengths the first. What is in several pieces for what lies beyond it counts as one. A segment gives way to
 * every stronger one, whether or not that gives way itself elsewhere, so the result does not depend on the order of work.
 */
export function removeDoubles(list: SegmentList): SegmentList {
  const { count, ends } = list;
  const grid = new SegmentGrid(ends, SAME_LINE);
  const lengths = new Float64Array(count);
  for (let s = 0; s < count; s++) lengths[s] = Math.hypot(ends[s * 4 + 2]! - ends[s * 4]!, ends[s * 4 + 3]! - ends[s * 4 + 1]!);
  const out = new Segments(count);
  const near: number[] = [];
  const gaps: [number, number][] = [];
  let runs: Float64Array | null = null;
  for (let s = 0; s < count; s++) {
    // the jump stands above the role in a kind: it must not decide
    const role = kindOf(list, s) & 255;
    gaps.length = 0;
    for (const o of grid.near(s, near)) {
      const other = kindOf(list, o) & 255;
      const isStronger = other !== role ? other < role : isLonger(o, s);
      if (!isStronger) continue;
      const stretch = overlap(ends, s, o, SAME_LINE);
      if (stretch) gaps.push(stretch);
    }
    if (!gaps.length) {
      if (lengths[s]! > 0) out.addStretch(list, s);
      continue;
    }
    gaps.sort((a, b) => a[0] - b[0]);
    let t = 0;
    for (let k = 0; k <= gaps.length; k++) {
      const until = k < gaps.length ? gaps[k]![0] : 1;
      if ((until - t) * lengths[s]! > SPECK / 2) out.addStretch(list, s, t, until);
      if (k < gaps.length) t = Math.max(t, gaps[k]![1]);
    }
  }
  return out.done();

  /** Whether one of two that may run on one another goes before the other, by length and place. */
  function isLonger(o: number, s: number): boolean {
    if (elementOf(list, o) !== elementOf(list, s) && overlap(ends, s, o, SAME_LINE)) {
      const [a, b] = [runLength(o), runLength(s)];
      // sums of the same pieces in another order differ by noise
      if (Math.abs(a - b) > SPECK) return a > b;
      if (elementOf(list, o) !== elementOf(list, s)) return elementOf(list, o) < elementOf(list, s);
    }
    return lengths[o] !== lengths[s] ? lengths[o]! > lengths[s]! : o < s;
  }

  /** The length of all pieces of one role and element that go on in a segment's line, end to end. */
  function runLength(s: number): number {
    if (!runs) runs = new Float64Array(count);
    if (runs[s]! > 0) return runs[s]!;
    const own = [s];
    const taken = new Set(own);
    for (let k = 0; k < own.length; k++)
      for (const o of grid.near(own[k]!, []))
        if (!taken.has(o) && goesOn(own[k]!, o)) {
          taken.add(o);
          own.push(o);
        }
    const sum = own.reduce((total, piece) => total + lengths[piece]!, 0);
    for (const piece of own) runs[piece] = sum;
    return sum;
  }

  function goesOn(s: number, o: number): boolean {
    if (elementOf(list, o) !== elementOf(list, s) || (kindOf(list, o) & 255) !== (kindOf(list, s) & 255)) return false;
    const [a, b] = [s * 4, o * 4];
    const meets = (i: number, j: number) => ends[i] === ends[j] && ends[i + 1] === ends[j + 1];
    if (!meets(a, b + 2) && !meets(a + 2, b)) return false;
    const [du, dv, eu, ev] = [ends[a + 2]! - ends[a]!, ends[a + 3]! - ends[a + 1]!, ends[b + 2]! - ends[b]!, ends[b + 3]! - ends[b + 1]!];
    return Math.abs(du * ev - dv * eu) <= SAME_LINE * Math.min(lengths[s]!, lengths[o]!) && du * eu + dv * ev > 0;
  }
}

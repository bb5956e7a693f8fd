import { SAME_LINE, SPECK } from '../geometry/tolerances';
import { overlap, SegmentGrid } from '../geometry/segment-grid';
import { elementOf, kindOf, Segments, type SegmentList } from '../sights/segments';
import { StraightRuns } from './straight-runs';

/**
 * Leaves each place of the picture to one line: of segments that run on one another the stronger role stays, of equal roles
 * that of the longer line, of lines of one length that of the first element, and of its segments the longer, then the first. A
 * segment gives way to every stronger one, whether or not that gives way itself elsewhere, so the result does not depend on the
 * order of work.
 */
export function removeDoubles(list: SegmentList): SegmentList {
  const { count, ends } = list;
  const grid = new SegmentGrid(ends, SAME_LINE);
  const lengths = new Float64Array(count);
  for (let s = 0; s < count; s++) lengths[s] = Math.hypot(ends[s * 4 + 2]! - ends[s * 4]!, ends[s * 4 + 3]! - ends[s * 4 + 1]!);
  const runs = new StraightRuns(list);
  const isStronger = (o: number, s: number): boolean => {
    const apart = runs.lengthOf(o) - runs.lengthOf(s) || elementOf(list, s) - elementOf(list, o) || lengths[o]! - lengths[s]!;
    return apart !== 0 ? apart > 0 : o < s;
  };
  const out = new Segments(count);
  const near: number[] = [];
  const gaps: [number, number][] = [];
  for (let s = 0; s < count; s++) {
    // the jump stands above the role in a kind: it must not decide
    const role = kindOf(list, s) & 255;
    gaps.length = 0;
    for (const o of grid.near(s, near)) {
      const other = kindOf(list, o) & 255;
      if (other > role) continue;
      const stretch = overlap(ends, s, o, SAME_LINE);
      if (stretch && (other < role || isStronger(o, s))) gaps.push(stretch);
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
}

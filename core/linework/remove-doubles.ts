import { SAME_LINE, SPECK } from '../geometry/numbers/tolerances';
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
  const lengths = new Float64Array(count);
  for (let s = 0, a = 0; s < count; s++, a += 4) {
    const du = ends[a + 2]! - ends[a]!,
      dv = ends[a + 3]! - ends[a + 1]!;
    lengths[s] = Math.sqrt(du * du + dv * dv);
  }
  const gaps = gapsOf(list, lengths);
  const out = new Segments(count);
  let copied = 0;
  for (let s = 0; s < count; s++) {
    const own = gaps.get(s);
    if (!own && lengths[s]! > 0) continue;
    out.copy(list, copied, s);
    copied = s + 1;
    if (!own) continue;
    own.sort((a, b) => a[0] - b[0]);
    let t = 0;
    for (let k = 0; k <= own.length; k++) {
      const until = k < own.length ? own[k]![0] : 1;
      if ((until - t) * lengths[s]! > SPECK / 2) out.addStretch(list, s, t, until);
      if (k < own.length) t = Math.max(t, own[k]![1]);
    }
  }
  out.copy(list, copied, count);
  return out.done();
}

type Gap = [from: number, to: number];

/** Where segments give way to others, as parts of them. */
function gapsOf(list: SegmentList, lengths: Float64Array): Map<number, Gap[]> {
  const { count, ends } = list;
  const grid = new SegmentGrid(ends, SAME_LINE);
  const runs = new StraightRuns(list);
  const out = new Map<number, Gap[]>();
  const giveWay = (s: number, gap: Gap | null): void => {
    if (!gap) return;
    const own = out.get(s);
    if (own) own.push(gap);
    else out.set(s, [gap]);
  };
  const isStronger = (o: number, s: number): boolean => {
    const apart = runs.lengthOf(o) - runs.lengthOf(s) || elementOf(list, s) - elementOf(list, o) || lengths[o]! - lengths[s]!;
    return apart !== 0 ? apart > 0 : o < s;
  };
  const later: number[] = [];
  for (let s = 0; s < count; s++)
    for (const o of grid.laterOn(s, later)) {
      const [inS, inO] = [overlap(ends, s, o, SAME_LINE), overlap(ends, o, s, SAME_LINE)];
      if (!inS && !inO) continue;
      // the jump stands above the role in a kind: it must not decide
      const apart = (kindOf(list, o) & 255) - (kindOf(list, s) & 255);
      if (apart < 0 || (apart === 0 && isStronger(o, s))) giveWay(s, inS);
      else giveWay(o, inO);
    }
  return out;
}

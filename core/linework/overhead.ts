import { roleIndex } from './role';
import { Segments, type SegmentList } from './segments';

/**
 * The lines of a plan together with what hangs above its cut: of the view upwards from the same height only the outlines,
 * mirrored back into the plan, as overhead lines (edges of beams, openings and roofs).
 */
export function withOverhead(plan: SegmentList, upwards: SegmentList): SegmentList {
  const [outline, overhead] = [roleIndex('outline'), roleIndex('overhead')];
  const out = new Segments();
  for (const { count, ends, tags } of [plan, upwards])
    for (let s = 0; s < count; s++) {
      const role = tags[s * 2]! >> 1;
      const [u0, v0, u1, v1] = [ends[s * 4]!, ends[s * 4 + 1]!, ends[s * 4 + 2]!, ends[s * 4 + 3]!];
      if (ends === plan.ends) out.add(u0, v0, u1, v1, role, tags[s * 2 + 1]!, (tags[s * 2]! & 1) === 1);
      else if (role === outline) out.add(-u0, v0, -u1, v1, overhead, tags[s * 2 + 1]!, false);
    }
  return out.done();
}

import { roleIndex } from './role';
import { elementOf, roleOf, Segments, type SegmentList } from './segments';

/**
 * The lines of a plan together with what hangs above its cut: of the view upwards from the same height only the outlines,
 * mirrored back into the plan, as overhead lines (edges of beams, openings and roofs).
 */
export function withOverhead(plan: SegmentList, upwards: SegmentList): SegmentList {
  const [outline, overhead] = [roleIndex('outline'), roleIndex('overhead')];
  const out = new Segments();
  for (let s = 0; s < plan.count; s++) out.addStretch(plan, s);
  const { ends, depths } = upwards;
  for (let s = 0; s < upwards.count; s++) {
    if (roleOf(upwards, s) !== outline) continue;
    const [u0, v0, u1, v1] = [ends[s * 4]!, ends[s * 4 + 1]!, ends[s * 4 + 2]!, ends[s * 4 + 3]!];
    // what lies above the cut has a negative depth in the plan
    out.add(-u0, v0, -depths[s * 2]!, -u1, v1, -depths[s * 2 + 1]!, { role: overhead, element: elementOf(upwards, s) });
  }
  return out.done();
}

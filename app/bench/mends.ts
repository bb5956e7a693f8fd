import { removalsOf } from '../../core/proof/removals';
import { tidyLength } from '../../core/geometry/tidy';
import { unit, type Vec2, type Vec3 } from '../../core/geometry/vec3';
import type { Sight } from '../../core/sights/sight';
import type { ShownFinding } from '../data/drawn-sight';
import { roundPoint } from './sight-geometry';

/** A step that mends a finding: in words, and the sight after it. */
export interface Mend {
  readonly words: string;
  readonly sight: Sight;
}

/** What mends a finding of a sight's drawing in one step each. */
export function mendsOf(sight: Sight, { mend }: ShownFinding): Mend[] {
  if (!mend) return [];
  if ('nudge' in mend) {
    const millimetres = Math.round(mend.nudge * 1000);
    return ([['away', 1], ['nearer', -1]] as const).map(([way, sign]) => ({ words: `Move it ${millimetres} mm ${way}`, sight: movedBy(sight, sign * mend.nudge) })); // prettier-ignore
  }
  if (mend.without === 'side')
    return [{ words: 'Look to the other side', sight: { ...sight, look: sight.look === 'right' ? 'left' : 'right' } }];
  const removal = removalsOf(sight).find(({ part }) => part === mend.without);
  return removal ? [{ words: `Draw it without ${removal.part}`, sight: removal.without }] : [];
}

/** A sight with its plane moved along its look, metres. */
export function movedBy(sight: Sight, by: number): Sight {
  if (sight.frame) {
    const look = unit(sight.frame.look);
    return {
      ...sight,
      frame: { ...sight.frame, origin: sight.frame.origin.map((x, k) => tidyLength(x + look[k]! * by)) as unknown as Vec3 },
    };
  }
  if (sight.path) {
    // to its left as one walks along, or to its right
    const [[ax, ay], [bx, by_]] = sight.path as [Vec2, Vec2];
    const k = ((sight.look === 'right' ? -1 : 1) * by) / Math.hypot(bx - ax, by_ - ay);
    return { ...sight, path: sight.path.map(([x, y]) => roundPoint([x - (by_ - ay) * k, y + (bx - ax) * k])) };
  }
  return sight.height === undefined ? sight : { ...sight, height: tidyLength(sight.height + (sight.kind === 'plan' ? -by : by)) };
}

import { removalsOf } from '../../core/proof/removals';
import { flipped } from '../../core/sights/moves/flipped';
import { movedBy } from '../../core/sights/moves/moved';
import type { Sight } from '../../core/sights/sight';
import type { ShownFinding } from '../data/drawn-sight';

/** A step that mends a finding: in words, and the sight after it, or what a new rule of the standard is to fill. */
export interface Mend {
  readonly words: string;
  readonly sight?: Sight;
  readonly fill?: ToFill;
}

/** Cut faces of a material, or of a class where they have none. */
export interface ToFill {
  readonly material: string | null;
  readonly class: string;
}

/** What mends a finding of a sight's drawing in one step each. */
export function mendsOf(sight: Sight, { mend }: ShownFinding): Mend[] {
  if (!mend) return [];
  if ('fill' in mend) {
    const { fill: material, class: className } = mend;
    return [{ words: `Make a rule for ${material ?? `${className || 'things'} without material`}`, fill: { material, class: className } }];
  }
  if ('nudge' in mend) {
    const millimetres = Math.round(mend.nudge * 1000);
    return ([['away', 1], ['nearer', -1]] as const).map(([way, sign]) => ({ words: `Move it ${millimetres} mm ${way}`, sight: movedBy(sight, sign * mend.nudge) })); // prettier-ignore
  }
  if (mend.without === 'side') return [{ words: 'Look to the other side', sight: flipped(sight) }];
  const removal = removalsOf(sight).find(({ part }) => part === mend.without);
  return removal ? [{ words: `Draw it without ${removal.part}`, sight: removal.without }] : [];
}

import type { Rule, Sight } from '../../core/sights/sight';
import type { Doable } from '../ui/right-click';
import type { PointerState } from './plumb/pointer-store';

/** What can be done with the element that is pointed at in a drawing: each one is a rule of the sight more. */
export function elementActs(
  sight: Sight | null,
  hit: PointerState['hit'],
  change: (sight: Sight, label: string) => void,
  onSides: (element: string) => void,
): readonly Doable[] {
  if (!sight || !hit) return [];
  const { element: id, words } = hit;
  const show = sight.show ?? [];
  const more = (key: 'leaveWhole' | 'joints', own: Rule): Sight => ({ ...sight, [key]: [...(sight[key] ?? []), own] });
  return [
    { id: 'leave out', words: `Leave out ${words}`, run: () => change({ ...sight, show: [...show, { id, use: 'exclude' }] }, `Leave ${words} out of ${sight.number}`) }, // prettier-ignore
    { id: 'show only', words: `Show only ${words}`, run: () => change({ ...sight, show: [...show.filter((r) => r.use === 'exclude'), { id }] }, `Only ${words} in ${sight.number}`) }, // prettier-ignore
    { id: 'sides', words: `Open ${words} from its four sides`, run: () => onSides(id) },
    ...(hit.isCut
      ? [{ id: 'leave whole', words: `Leave ${words} whole`, run: () => change(more('leaveWhole', { id }), `${words} whole in ${sight.number}`) }] // prettier-ignore
      : []),
  ];
}

import { draw } from '../draw';
import type { Note } from '../faults/fault';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { canFlip, flipped } from '../sights/moves/flipped';
import type { Sight } from '../sights/sight';
import { removalsOf } from './removals';

/** Whether a drawing shows nothing at all, not even the inside of a cut face. */
export const isEmpty = ({ lineRole, regions }: Drawing): boolean => lineRole.length === 0 && regions.length === 0;

/**
 * Says why a drawing is empty: the first of what takes things out of it without which there would be something; else the side that the
 * sight looks to. `facts.part` names it as `removalsOf` does.
 */
export function emptyReason(model: Model, scene: Scene, sight: Sight): Note {
  const shows = (other: Sight) => !isEmpty(draw(model, scene, other));
  const removal = removalsOf(sight).find(({ without }) => shows(without));
  if (removal) {
    const { part } = removal;
    const figure = part === 'depth' && typeof sight.depth === 'number' ? ` ${sight.depth}` : '';
    return { code: 'empty-drawing', facts: { part, reason: `${part}${figure} takes all away` } };
  }
  if (canFlip(sight) && shows(flipped(sight)))
    return { code: 'empty-drawing', facts: { part: 'side', reason: 'its cut misses the model, which lies on the other side' } };
  return { code: 'empty-drawing', facts: { reason: 'nothing lies before this sight' } };
}

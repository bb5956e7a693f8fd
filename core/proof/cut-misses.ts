import type { Note } from '../faults/fault';
import type { Drawing } from '../linework/drawing';
import { resolveSight, type Placed } from '../sights/resolve-sight';
import { ROLES } from '../sights/role';
import type { Sight } from '../sights/sight';
import { isEmpty } from './empty-reason';

/** A plane that cuts, and yet meets nothing, where something else is drawn: what stands there was missed, or the keep box has no part in it. */
export function cutMisses(model: Placed, sight: Sight, drawing: Drawing): Note[] {
  if (isEmpty(drawing) || !resolveSight(model, sight).cut || drawing.regions.some(({ trim }) => !trim)) return [];
  // a sheet that is cut has no face, and a trim's face has lines of its own
  const isTrimmed = sight.keepBox !== undefined || (sight.trims?.length ?? 0) > 0;
  if (!isTrimmed && drawing.lineRole.some((role) => ROLES[role] === 'cut' || ROLES[role] === 'ground')) return [];
  const what = sight.keepBox ? 'the cut plane, within the keep box,' : 'the cut plane';
  return [{ code: 'cut-misses', facts: { what } }];
}

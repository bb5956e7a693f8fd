import { draw } from '../draw';
import type { Note } from '../faults/fault';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { Sight } from '../sights/sight';

/** Whether a drawing shows nothing at all, not even the inside of a cut face. */
export const isEmpty = ({ lineRole, regions }: Drawing): boolean => lineRole.length === 0 && regions.length === 0;

/** Says why a drawing is empty: the first of the sight's limits without which there would be something. */
export function emptyReason(model: Model, scene: Scene, sight: Sight): Note {
  const without: readonly (readonly [string, Partial<Sight>])[] = [
    ['the rules of what is shown leave nothing', { show: undefined }],
    ['the limits of the picture leave nothing', { limits: { left: null, right: null, bottom: null, top: null } }],
    [`depth ${sight.depth} leaves nothing`, { depth: null, legDepths: undefined }],
    ['the trims leave nothing', { trims: undefined }],
    ['the keep box leaves nothing', { keepBox: undefined }],
  ];
  for (const [reason, change] of without) {
    // both ends of a section's path are limits too
    if (!('limits' in change && sight.path) && Object.keys(change).every((key) => (sight[key as keyof Sight] ?? null) === null)) continue;
    if (!isEmpty(draw(model, scene, { ...sight, ...change }))) return { code: 'empty-drawing', facts: { reason } };
  }
  return { code: 'empty-drawing', facts: { reason: 'nothing lies before this sight' } };
}

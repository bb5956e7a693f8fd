import { draw } from '../draw';
import type { Note } from '../faults/fault';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { Sight } from '../sights/sight';

/** Says why a drawing is empty: the first of the sight's limits without which there would be something. */
export function emptyReason(model: Model, scene: Scene, sight: Sight): Note {
  const without: readonly (readonly [string, Partial<Sight>])[] = [
    ['the rules of what is shown leave nothing', { show: undefined }],
    ['the limits of the picture leave nothing', { limits: undefined }],
    [`depth ${sight.depth} leaves nothing`, { depth: null, legDepths: undefined }],
    ['the trims leave nothing', { trims: undefined }],
    ['the keep box leaves nothing', { keepBox: undefined }],
  ];
  for (const [reason, change] of without) {
    if (Object.keys(change).every((key) => sight[key as keyof Sight] === undefined || sight[key as keyof Sight] === null)) continue;
    if (draw(model, scene, { ...sight, ...change }).lineRole.length > 0) return { code: 'empty-drawing', facts: { reason } };
  }
  return { code: 'empty-drawing', facts: { reason: 'nothing lies before this sight' } };
}

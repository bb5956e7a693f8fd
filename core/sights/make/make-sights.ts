import type { Model } from '../../model/model';
import type { Scene } from '../../scene/scene';
import type { Sight } from '../sight';
import { fourSides } from './four-sides';
import { ofRooms } from './of-rooms';
import { onGrid } from './on-grid';
import { onStoreys } from './on-storeys';

/** Rules by which sights are made of what a model holds. */
export const SIGHT_FORMS = ['four-sides', 'storeys', 'ceilings', 'rooms', 'grid'] as const;
export type SightForm = (typeof SIGHT_FORMS)[number];

/**
 * Sights by rule.
 * @param which of rooms their numbers or names, of grid lines one text such as `A..D`; all where none is named
 * @param taken numbers that others have already
 * @throws Fault grid-unknown, room-unknown
 */
export function makeSights(model: Model, scene: Scene, form: SightForm, which: readonly string[], taken: readonly string[] = []): Sight[] {
  switch (form) {
    case 'four-sides':
      return fourSides(model, scene, taken);
    case 'storeys':
      return onStoreys(model, scene, 'plan', taken);
    case 'ceilings':
      return onStoreys(model, scene, 'ceiling plan', taken);
    case 'rooms':
      return ofRooms(model, which, taken);
    case 'grid':
      return onGrid(model, which.join(' '), taken);
  }
}

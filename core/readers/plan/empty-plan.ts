import type { Model } from '../../model/model';
import { buildPlan } from './build-plan';

/** A plan without an outline, in metres: what one draws into. */
export const emptyPlan = (name: string): Model => buildPlan({ layers: [], rows: [] }, name, { metres: 1, up: 'z', isStated: true });

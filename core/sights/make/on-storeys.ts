import type { Model } from '../../model/model';
import type { Scene } from '../../scene/scene';
import { PLAN_HEIGHT } from '../resolve-sight';
import type { Sight } from '../sight';
import { boxesOfElements, limitsOfPlans } from './around-building';
import { floorLevels } from './floor-levels';
import { numbered } from './number';

/**
 * A plan, or a ceiling plan, for each storey, cut 1.2 m over its floor (common practice). A model without storeys has them at the
 * levels of its floors, and each says its height in the coordinates of the file. Where the ground would make the picture much larger than
 * the building, it is limited to that.
 */
export function onStoreys(model: Model, scene: Scene, kind: 'plan' | 'ceiling plan', taken: readonly string[] = []): Sight[] {
  const { storeys } = model;
  const limits = limitsOfPlans({ ...model, elementBoxes: boxesOfElements(model) });
  const made: Omit<Sight, 'number'>[] = storeys.length
    ? storeys.map(({ name }) => ({ kind, name, storey: name, height: PLAN_HEIGHT, depth: null }))
    : floorLevels(model, scene).map((level) => ({
        kind,
        name: levelName(level),
        height: Math.round((level + PLAN_HEIGHT) * 1e6) / 1e6,
        depth: null,
      }));
  return numbered(limits ? made.map((sight) => ({ ...sight, limits })) : made, taken);
}

/** What a plan of a level without a storey is called. */
export const levelName = (level: number): string => `Level ${level < -5e-4 ? '−' : '+'}${Math.abs(level).toFixed(3)}`;

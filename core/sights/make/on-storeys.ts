import type { Model } from '../../model/model';
import type { Scene } from '../../scene/scene';
import { PLAN_HEIGHT } from '../resolve-sight';
import type { Sight } from '../sight';
import { floorLevels } from './floor-levels';
import { numbered } from './number';

/**
 * A plan, or a ceiling plan, for each storey, cut 1.2 m over its floor (common practice). A model without storeys has them at the
 * levels of its floors, and each says its height in the coordinates of the file.
 */
export function onStoreys(model: Model, scene: Scene, kind: 'plan' | 'ceiling plan', taken: readonly string[] = []): Sight[] {
  const { storeys } = model;
  return numbered(
    storeys.length
      ? storeys.map(({ name }) => ({ kind, name, storey: name, height: PLAN_HEIGHT, depth: null }))
      : floorLevels(model, scene).map((level) => ({
          kind,
          name: levelName(level),
          height: Math.round((level + PLAN_HEIGHT) * 1e6) / 1e6,
          depth: null,
        })),
    taken,
  );
}

/** What a plan of a level without a storey is called. */
export const levelName = (level: number): string => `Level ${level < -5e-4 ? '−' : '+'}${Math.abs(level).toFixed(3)}`;

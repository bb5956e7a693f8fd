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
          name: `Level ${level < 0 ? '−' : '+'}${Math.abs(level).toFixed(3)}`,
          height: Math.round((level + PLAN_HEIGHT) * 1e6) / 1e6,
          depth: null,
        })),
    taken,
  );
}

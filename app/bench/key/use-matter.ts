import { useMemo } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { lineOf } from '../sight-geometry';
import { matterOnLine } from './matter-on-line';
import type { useKey } from './use-key';

/** Stretches of a sight's line that pass through matter in the plan that the Key shows, metres along it. */
export function useMatter(model: ModelInfo, sight: Sight | null, shown: ReturnType<typeof useKey>) {
  return useMemo(() => {
    const line = sight && lineOf(sight);
    if (!line || shown.isElevation || !shown.live.drawn) return [];
    const local = ([x, y]: Vec2): Vec2 => [x - model.origin[0], y - model.origin[1]];
    return matterOnLine(shown.live.drawn.drawing.regions, local(line[0]), local(line[1]));
  }, [sight, shown.live.drawn, shown.isElevation, model]);
}

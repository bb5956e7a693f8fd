import { useMemo, useState } from 'react';
import type { Sight } from '../../../core/sights/sight';
import type { Vec2 } from '../../../core/geometry/vec3';
import { tidyDirection } from '../../../core/geometry/numbers/tidy';
import { PLAN_HEIGHT } from '../../../core/sights/resolve-sight';
import type { ModelInfo } from '../../data/database';
import { compose, paneMatrix, type BenchView, type PaneSize } from '../../board/view';
import { toKey, type KeyFrame } from '../sight-geometry';
import { useDrawing } from '../../drawings/use-drawing';
import type { ViewMatrix } from '../../workers/paint';

/** What the Key shows under a sight: a storey's plan turned to it, or under a plan the front elevation. */
export function useKey(
  project: string,
  model: ModelInfo,
  sight: Sight | null,
  frame: KeyFrame,
  view: BenchView,
  size: PaneSize,
  isPlanWanted = false,
) {
  const isElevation = sight?.kind === 'plan' && !isPlanWanted;
  const [storey, setStorey] = useState(() => {
    const used = new Set(model.elements.map((e) => e.storey));
    const at = model.storeys.findIndex((s, i) => used.has(i) && s.elevation > -0.01);
    return Math.max(0, at);
  });
  // the front lies under the plan: seen along what is up in it
  const [fx, fy] = frame.look;
  const front = useMemo((): Vec2 => [tidyDirection(fx), tidyDirection(fy)], [fx, fy]);
  const key = useMemo<Sight>(() => {
    if (isElevation) return { kind: 'elevation', number: 'key', name: 'key', toward: front, depth: null };
    const row = model.storeys[storey];
    if (row) return { kind: 'plan', number: 'key', name: 'key', storey: row.name, height: PLAN_HEIGHT, depth: null };
    // a model without storeys is cut at half its height
    const level = (model.bounds[2] + model.bounds[5]) / 2;
    return {
      kind: 'plan',
      number: 'key',
      name: 'key',
      frame: { origin: [model.origin[0], model.origin[1], level], look: [0, 0, -1], up: [0, 1, 0], cut: true },
      depth: null,
    };
  }, [isElevation, model, storey, front]);
  const live = useDrawing(`${project}/key-${isElevation ? ['front', ...(front[0] ? front : [])].join(' ') : storey}`, model, key, {
    lane: 'back',
  });

  // The key is drawn once for each storey, about the model's origin; turning it is only a matter of the map to the screen.
  const matrix = useMemo<ViewMatrix>(() => {
    const pane = paneMatrix(view, view.keyV, size);
    const [u0, v0] = toKey(frame, [model.origin[0], model.origin[1]]);
    if (isElevation) return compose(pane, [1, 0, 0, 1, u0, model.origin[2]]);
    return compose(pane, [frame.right[0], frame.look[0], frame.right[1], frame.look[1], u0, v0]);
  }, [view, size, isElevation, frame, model]);
  return { sight: key, live, matrix, isElevation, storey, setStorey };
}

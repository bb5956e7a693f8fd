import { useCallback, useEffect, useRef, useState } from 'react';
import { titled } from '../../core/drafting/graphic';
import type { Vec2 } from '../../core/geometry/vec3';
import type { Sight } from '../../core/sights/sight';
import { useSize } from '../board/use-size';
import { clampZoom, CSS_PER_MM, fit, type BenchView } from '../board/view';
import type { ModelInfo } from '../data/database';
import type { ShownFinding } from '../data/drawn-sight';
import type { ProjectSight } from '../data/project';
import type { LiveDrawing } from '../drawings/use-drawing';
import { painter } from '../workers/painter';
import { keyFrameOf, toKey, type KeyFrame } from './sight-geometry';

/** Where one looks: the shared left and right of Drawing and Key, the height of each, and how large both are shown. */
export function useView() {
  const [view, setView] = useState<BenchView>({ u: 0, v: 0, zoom: 40, keyV: 0 });
  const [drawingRef, drawingSize] = useSize();
  const [keyRef, keySize] = useSize();
  return { view, setView, drawingRef, drawingSize, keyRef, keySize };
}

interface Setup {
  readonly model: ModelInfo;
  readonly selected: ProjectSight | null;
  readonly sight: Sight | null;
  readonly live: LiveDrawing;
  readonly keyFrame: KeyFrame;
  readonly isElevation: boolean;
}

/** Bringing things into view: the whole of a drawing and of the Key, true paper size, the place of a finding. */
export function useFitting({ setView, drawingSize, keySize }: Omit<ReturnType<typeof useView>, 'view'>, setup: Setup) {
  const { model, selected, sight, live, keyFrame, isElevation } = setup;
  const { drawn, paintKey, isCurrent } = live;
  // a sight chosen anew is shown as a whole, and so is one of a newer file, which may stand elsewhere; else it keeps its view
  const shown = useRef('');
  const shownOf = selected && `${selected.id} ${model.base}`;
  const whole = useCallback(() => {
    if (!drawn || !paintKey || !sight || !selected || drawingSize.width < 1) return;
    const box = drawn.bounds;
    if (box[2] <= box[0]) return;
    const keyV = isElevation ? (model.bounds[2] + Math.min(model.bounds[5], model.bounds[2] + 12)) / 2 : keyMiddle(model, keyFrame, sight);
    void painter
      .ask((own) => own.room(paintKey, titled(sight), selected.scale))
      .catch(() => null)
      .then((room) => shown.current === `${selected.id} ${model.base}` && setView(fit(room ?? box, drawingSize, keyV)));
  }, [drawn, paintKey, drawingSize, isElevation, keyFrame, model, sight, selected, setView]);
  useEffect(() => {
    if (!shownOf || shown.current === shownOf || !drawn || drawingSize.width < 1) return;
    const isSameSight = shown.current.startsWith(selected.id);
    if (isSameSight && !isCurrent) return;
    shown.current = shownOf;
    whole();
  }, [selected, shownOf, drawn, isCurrent, drawingSize.width, whole]);

  const wholeKey = () => {
    const [x0, y0, , x1, y1] = model.bounds;
    const flat = keyFrameOf(model, selected?.sight ?? null);
    const [a, b] = [toKey(flat, [x0, y0]), toKey(flat, [x1, y1])];
    const box = [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1])] as const;
    setView((v) => ({ ...fit(box, keySize, (box[1] + box[3]) / 2), v: v.v }));
  };
  // without a drawing whose view it would follow, the Key shows the whole; anew where a model turned out to be of another size
  const keySeen = useRef('');
  useEffect(() => {
    const size = model.bounds.join();
    if (selected || keySeen.current === size || keySize.width < 1) return;
    keySeen.current = size;
    wholeKey();
  });

  const finding = useRef(-1);
  const goTo = ({ at }: ShownFinding) => {
    if (at) setView((v) => ({ ...v, u: at[0], v: at[1] }));
  };
  return {
    whole,
    wholeKey,
    goTo,
    /** Under a plan the Key shows an elevation, whose heights mean nothing where points of a plan are asked. */
    planInKey: () => {
      if (isElevation) setView((v) => ({ ...v, keyV: keyMiddle(model, keyFrame, null) }));
    },
    setPaper: (to: number) => {
      if (selected) setView((v) => ({ ...v, zoom: clampZoom((to * CSS_PER_MM * 1000) / selected.scale) }));
    },
    nextFinding: () => {
      const placed = drawn?.findings.filter((f) => f.at) ?? [];
      if (!placed.length) return;
      finding.current = (finding.current + 1) % placed.length;
      goTo(placed[finding.current]!);
    },
  };
}

/** The middle of the Key for a sight: its line a little below the middle, so that what is looked at has the room. */
function keyMiddle({ bounds }: ModelInfo, { origin, look }: KeyFrame, sight: Sight | null): number {
  const corners: Vec2[] = [
    [bounds[0], bounds[1]],
    [bounds[3], bounds[1]],
    [bounds[3], bounds[4]],
    [bounds[0], bounds[4]],
  ];
  const vs = corners.map(([x, y]) => (x - origin[0]) * look[0] + (y - origin[1]) * look[1]);
  const middle = (Math.min(...vs) + Math.max(...vs)) / 2;
  // what has a place of its own in the plan is near the middle
  return sight?.kind === 'section' || sight?.frame ? Math.min(Math.max(middle, -1), 1) : middle;
}

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { titled } from '../../core/drafting/graphic';
import { useSize } from '../board/use-size';
import { fit, type BenchView } from '../board/view';
import type { ModelInfo } from '../data/database';
import { drawingRow } from '../data/drawings';
import type { Project, ProjectSight } from '../data/project';
import { withSets } from '../data/sets';
import { useDrawing } from '../drawings/use-drawing';
import { painter } from '../workers/painter';
import type { RuleCounts } from '../workers/paint.worker';
import { useWatched } from '../ui/watched';

/** Room at its left for the heights of its levels, pixels. */
const LEVELS = 64;

/** The drawing that the rules are tried on, seen twice from one place. */
export function useSpecimen(project: Project, model: ModelInfo, entry: ProjectSight | null, look: string) {
  const [view, setView] = useState<BenchView>({ u: 0, v: 0, zoom: 40, keyV: 0 });
  const [ref, size] = useSize();
  const own = useMemo(() => entry && withSets(entry.sight, project), [entry, project]);
  const title = useMemo(() => entry && titled(entry.sight), [entry]);
  const live = useDrawing(entry ? drawingRow(project.id, entry.id) : null, model, own);
  const { drawn, paintKey, isCurrent } = live;
  const scale = entry?.scale ?? 100;
  const whole = useCallback(() => {
    if (drawn && size.width > 1) setView(fit(drawn.bounds, size, 0, LEVELS));
  }, [drawn, size]);
  const shown = useRef('');
  useEffect(() => {
    if (!entry || shown.current === entry.id || !drawn || size.width < 2) return;
    shown.current = entry.id;
    whole();
  }, [entry, drawn, size.width, whole]);

  const { key: drafted } = useWatched(painter.drafted);
  const [counts, setCounts] = useState<RuleCounts | null>(null);
  useEffect(() => {
    if (!paintKey || !isCurrent || !title) return;
    let isStale = false;
    void painter
      .ask((remote) => remote.counts(paintKey, { sight: title, scale, look }))
      .then((found) => !isStale && setCounts(found))
      .catch(() => undefined);
    return () => {
      isStale = true;
    };
  }, [paintKey, isCurrent, title, scale, look, drafted]);
  return { view, setView, ref, size, own, title, live, scale, whole, counts };
}
export type Specimen = ReturnType<typeof useSpecimen>;

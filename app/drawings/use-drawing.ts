import { useEffect, useMemo, useRef, useState } from 'react';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { DrawnHead } from '../data/drawn-sight';
import { linesOf } from '../../core/fingerprint/fingerprint';
import { useWatched } from '../ui/watched';
import { FollowedDrawing, type Followed, type Next } from './followed-drawing';

export interface LiveDrawing extends Pick<Followed, 'quick' | 'isWorking' | 'fault'> {
  /** What is known of the last good drawing, and the key under which the painter has it; changes with each new drawing. */
  readonly drawn: DrawnHead | null;
  readonly paintKey: string | null;
  /** Whether what is shown is what the sight says. */
  readonly isCurrent: boolean;
  /** What was made anew and waits until what changes has been seen. */
  readonly next: Next | null;
  readonly take: () => void;
  readonly stop: () => void;
  readonly retry: () => void;
}

/** The drawing of a sight in a pane, followed live. */
export function useDrawing(
  row: string | null,
  model: ModelInfo,
  sight: Sight | null,
  how: { readonly lane?: 'live' | 'back'; readonly isCompared?: boolean } = {},
): LiveDrawing {
  const [followed] = useState(() => new FollowedDrawing(how.lane ?? 'live', how.isCompared));
  const { shown, next, quick, isWorking, fault } = useWatched(followed.state);
  const [attempt, setAttempt] = useState(0);
  useEffect(() => {
    followed.enter();
    return () => followed.leave();
  }, [followed]);
  // The sight is a new object with every render; its key says whether anything changed.
  const latest = useRef({ sight, model });
  useEffect(() => {
    latest.current = { sight, model };
  });
  const key = sight ? `${model.id} ${linesOf(sight)}` : '';
  useEffect(() => {
    const now = latest.current;
    followed.follow(row && now.sight && key ? { row, model: now.model, sight: now.sight, key } : null);
  }, [followed, row, key, attempt]);

  const acts = useMemo(() => ({ stop: followed.stop, take: followed.take, retry: () => setAttempt((n) => n + 1) }), [followed]);
  const own = shown?.row === row ? shown : null;
  return {
    drawn: own?.drawn ?? null,
    paintKey: own?.paintKey ?? null,
    next: own && next?.row === row ? next : null,
    quick: own ? quick : null,
    isCurrent: own !== null && own.key === key,
    isWorking,
    fault,
    ...acts,
  };
}

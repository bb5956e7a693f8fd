import { useEffect, useRef } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { SNAP_REACH, type Snap, type Snapper } from '../../board/snapper';
import type { ModelInfo } from '../../data/database';
import { painter } from '../../workers/painter';
import type { NamedSnap } from '../../workers/paint.worker';

interface Setup {
  readonly model: ModelInfo;
  readonly snapper: Snapper;
  readonly paintKey: string | null;
  /** From the drawing's plane to the board's coordinates, exactly. */
  readonly toBoard: (at: Vec2) => Vec2;
  /** What else there is near a place of the board, in reach of so many metres. */
  readonly more?: (at: Vec2, reach: number) => readonly Snap[];
  /** What is offered has changed, though the hand rests. */
  readonly onOffered: () => void;
}

/** Asks the painter what can be meant exactly near a point of its drawing, the latest question only, and offers it to the hand. */
export function useSnaps(setup: Setup) {
  const latest = useRef(setup);
  useEffect(() => {
    latest.current = setup;
  });
  const waiting = useRef<{ drawing: Vec2; board: Vec2; zoom: number } | null>(null);
  const busy = useRef(false);
  const ask = async () => {
    if (busy.current) return;
    busy.current = true;
    while (waiting.current) {
      const { drawing, board, zoom } = waiting.current;
      const { model, snapper, paintKey, toBoard, more, onOffered } = latest.current;
      waiting.current = null;
      const reach = SNAP_REACH / zoom;
      const found = paintKey ? await painter.ask((own) => own.snaps(paintKey, ...drawing, reach)).catch(() => []) : [];
      const named = found.map(({ kind, at, element }): Snap => ({ at: toBoard(at), words: words(model, kind, element) }));
      // a place on a line only where nothing else is meant
      const [firm, loose] = [named.filter((_, i) => found[i]!.kind !== 'on'), named.filter((_, i) => found[i]!.kind === 'on')];
      snapper.offer([...firm, ...(more?.(board, reach) ?? []), ...loose]);
      onOffered();
    }
    busy.current = false;
  };
  return (drawing: Vec2, board: Vec2, zoom: number) => {
    waiting.current = { drawing, board, zoom };
    void ask();
  };
}

function words({ elements }: ModelInfo, kind: NamedSnap['kind'], id: string | null): string {
  const own = id === null ? undefined : elements.find((e) => e.id === id);
  return !own || kind === 'crossing' ? kind : `${kind}${kind === 'on' ? ' ' : ' of '}${own.name || own.class}`;
}

import { useEffect, useRef } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { apart, relativeSnaps, type SnapMemory } from '../../board/relative-snaps';
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
  /** The point from which a line is drawn. */
  readonly from: () => Vec2 | null;
  readonly memory: SnapMemory;
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
      const { model, snapper, paintKey, toBoard, more, onOffered, memory, from } = latest.current;
      waiting.current = null;
      const reach = SNAP_REACH / zoom;
      const found = paintKey ? await painter.ask((own) => own.snaps(paintKey, ...drawing, reach)).catch(() => []) : [];
      const named = found.map(({ kind, at, element, ways }): Snap => {
        const on = toBoard(at);
        const way = ([u, v]: Vec2): Vec2 => {
          const [x, y] = toBoard([at[0] + u, at[1] + v]);
          return [x - on[0], y - on[1]];
        };
        return { at: on, words: words(model, kind, element), ways: apart(ways.map(way)), of: nameOf(model, element) ?? 'the line' };
      });
      // a place on a line only where nothing else is meant
      const [firm, loose] = [named.filter((_, i) => found[i]!.kind !== 'on'), named.filter((_, i) => found[i]!.kind === 'on')];
      const relative = relativeSnaps({ at: board, reach, from: from(), near: named, rested: memory.places });
      snapper.offer([...firm, ...(more?.(board, reach) ?? []), ...relative, ...loose]);
      onOffered();
    }
    busy.current = false;
  };
  return (drawing: Vec2, board: Vec2, zoom: number) => {
    waiting.current = { drawing, board, zoom };
    void ask();
  };
}

function nameOf({ elements }: ModelInfo, id: string | null): string | null {
  const own = id === null ? undefined : elements.find((e) => e.id === id);
  return own ? own.name || own.class : null;
}

function words(model: ModelInfo, kind: NamedSnap['kind'], id: string | null): string {
  const name = nameOf(model, id);
  return !name || kind === 'crossing' ? kind : `${kind}${kind === 'on' ? ' ' : ' of '}${name}`;
}

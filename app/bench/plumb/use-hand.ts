import { useEffect, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { SnapMemory } from '../../board/relative-snaps';
import { SNAP_REACH, Snapper, type Snap } from '../../board/snapper';
import type { Place, Tool } from '../../board/tool';
import type { Hand } from '../../board/use-gestures';
import { unmapped } from '../../board/view';
import type { ModelInfo } from '../../data/database';
import type { ViewMatrix } from '../../workers/paint';
import { useSnaps } from './use-snaps';

interface Setup {
  readonly model: ModelInfo;
  readonly tool: Tool;
  readonly paintKey: string | null;
  /** From the drawing that is painted to the pane. */
  readonly matrix: ViewMatrix;
  /** Pixels of a metre. */
  readonly zoom: number;
  /** The place of the board under a pixel of the pane. */
  readonly boardAt: (x: number, y: number) => Vec2;
  /** From the drawing's plane to the board's coordinates, exactly. */
  readonly toBoard: (drawn: Vec2) => Vec2;
  /** What else there is near a place of the board, in reach of so many metres. */
  readonly more?: (at: Vec2, reach: number) => readonly Snap[];
}

/** A hand that moves less than this does not move on purpose, pixels. */
const STILL = 12;

/** What the hand means in a pane: its place on the board, snapped to what is near while the tool wants that and Alt is not held. */
export function useHand({ model, tool, paintKey, matrix, zoom, boardAt, toBoard, more }: Setup) {
  const [snapper] = useState(() => new Snapper());
  const [memory] = useState(() => new SnapMemory());
  /** The first of two places between which one is meant, and the place halfway, until the hand moves on. */
  const half = useRef<{ readonly mark: Vec2; at: Vec2 | null }>(null);
  const [mark, setMark] = useState<Vec2 | null>(null);
  /** Where the hand was last; a snap that comes later is meant there. */
  const last = useRef<Hand | null>(null);
  const placeOf = ({ x, y, shiftKey, altKey }: Hand): Place => {
    const at = boardAt(x, y);
    if (half.current?.at) return { at: half.current.at, snap: { at: half.current.at, words: 'halfway' }, isSquared: shiftKey, zoom };
    const snap = tool.wantsSnaps && !altKey ? snapper.meant(at, SNAP_REACH / zoom) : null;
    memory.see(snap, performance.now());
    return { at: snap?.at ?? at, snap, isSquared: shiftKey, zoom };
  };
  const askSnaps = useSnaps({
    ...{ model, snapper, paintKey, toBoard, memory },
    from: () => tool.anchor ?? null,
    ...(more && { more }),
    onOffered: () => {
      if (!tool.wantsSnaps) snapper.offer([]);
      else if (last.current) tool.move(placeOf(last.current));
    },
  });
  // of several places under the pointer Tab means the next, while nothing is typed
  useEffect(() => {
    const next = (e: KeyboardEvent) => {
      const field = e.target instanceof HTMLInputElement && e.target.value !== '';
      if (e.key !== 'Tab' || field || snapper.get().snaps.length < 2) return;
      e.preventDefault();
      snapper.next();
      if (last.current) tool.move(placeOf(last.current));
    };
    window.addEventListener('keydown', next, { capture: true });
    return () => window.removeEventListener('keydown', next, { capture: true });
  });
  // H marks a place; once again, elsewhere, it means the place halfway
  useEffect(() => {
    const halfway = (e: KeyboardEvent) => {
      const field = e.target instanceof HTMLInputElement && e.target.value !== '';
      if (e.key.toLowerCase() !== 'h' || e.ctrlKey || e.metaKey || field || !tool.wantsSnaps || !last.current) return;
      e.preventDefault();
      const place = placeOf(last.current);
      const { mark, at } = half.current ?? {};
      if (!mark || at) half.current = { mark: place.at, at: null };
      else {
        const to: Vec2 = [(mark[0] + place.at[0]) / 2, (mark[1] + place.at[1]) / 2];
        half.current = { mark, at: to };
        const meant = placeOf(last.current);
        if (tool.isHeld) tool.move(meant);
        else {
          tool.click(meant);
          half.current = null;
        }
      }
      setMark(half.current?.at ? null : (half.current?.mark ?? null));
    };
    window.addEventListener('keydown', halfway, { capture: true });
    return () => window.removeEventListener('keydown', halfway, { capture: true });
  });
  // whoever puts a tool away takes its snaps along
  useEffect(
    () => () => {
      snapper.offer([]);
      memory.forget();
      half.current = null;
      setMark(null);
    },
    [snapper, memory, tool],
  );
  return {
    snapper,
    /** The first of two places between which one is meant. */
    mark,
    press: (hand: Hand) => tool.press?.(placeOf(hand)),
    move: (hand: Hand) => {
      // the place halfway holds until the hand is moved on purpose
      const before = last.current;
      if (half.current?.at && before && Math.hypot(hand.x - before.x, hand.y - before.y) < STILL) return;
      if (half.current?.at) half.current = null;
      last.current = hand;
      if (tool.wantsSnaps) {
        if (hand.altKey) snapper.offer([]);
        else askSnaps(unmapped(matrix, hand.x, hand.y), boardAt(hand.x, hand.y), zoom);
      }
      tool.move(placeOf(hand));
    },
    click: (hand: Hand) => tool.click(placeOf(hand)),
    letGo: (hand: Hand) => {
      tool.letGo(placeOf(hand));
      half.current = null;
      setMark(null);
      if (!tool.wantsSnaps) snapper.offer([]);
    },
  };
}

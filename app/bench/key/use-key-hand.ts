import { useEffect, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { SNAP_REACH, Snapper } from '../../board/snapper';
import type { Place, Tool } from '../../board/tool';
import type { Hand } from '../../board/use-gestures';
import { toU, toV, toX, toY, unmapped, type BenchView, type PaneSize } from '../../board/view';
import type { ModelInfo } from '../../data/database';
import { useSnaps } from '../plumb/use-snaps';
import { fromKey, toKey, type KeyFrame } from '../sight-geometry';
import { gridSnaps } from './grid-snaps';
import type { useKey } from './use-key';

interface Setup {
  readonly model: ModelInfo;
  readonly keyFrame: KeyFrame;
  readonly shown: ReturnType<typeof useKey>;
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly tool: Tool;
}

/** What the hand means in the Key: its place in the plan, snapped to what is near while the tool wants that and Alt is not held. */
export function useKeyHand({ model, keyFrame, shown, view, size, tool }: Setup) {
  const [snapper] = useState(() => new Snapper());
  /** Where the hand was last; a snap that comes later is meant there. */
  const last = useRef<Hand | null>(null);
  const planAt = (x: number, y: number): Vec2 => fromKey(keyFrame, [toU(view, size, x), toV(view.zoom, view.keyV, size, y)]);
  const placeOf = ({ x, y, shiftKey, altKey }: Hand): Place => {
    const at = planAt(x, y);
    const snap = tool.wantsSnaps && !altKey ? snapper.meant(at, SNAP_REACH / view.zoom) : null;
    return { at: snap?.at ?? at, snap, isSquared: shiftKey, zoom: view.zoom };
  };
  const askSnaps = useSnaps({
    model,
    snapper,
    paintKey: shown.live.paintKey,
    // the plan is drawn about the model's origin, its front at the height of the file
    toBoard: ([u, v]) =>
      shown.isElevation
        ? fromKey(keyFrame, [u + toKey(keyFrame, [model.origin[0], model.origin[1]])[0], v + model.origin[2]])
        : [model.origin[0] + u, model.origin[1] + v],
    more: (at, reach) => (shown.isElevation ? [] : gridSnaps(model, at, reach)),
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
  // whoever puts a tool away takes its snaps along
  useEffect(() => () => snapper.offer([]), [snapper, tool]);
  return {
    snapper,
    planAt,
    placeOf,
    toPane: (at: Vec2): Vec2 => {
      const [u, v] = toKey(keyFrame, at);
      return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
    },
    move: (hand: Hand) => {
      last.current = hand;
      if (tool.wantsSnaps) {
        if (hand.altKey) snapper.offer([]);
        else askSnaps(unmapped(shown.matrix, hand.x, hand.y), planAt(hand.x, hand.y), view.zoom);
      }
      tool.move(placeOf(hand));
    },
    letGo: () => {
      tool.letGo();
      snapper.offer([]);
    },
  };
}

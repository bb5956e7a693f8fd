import { useGesture } from '@use-gesture/react';
import { useRef } from 'react';
import { clampZoom, toU, toV, type BenchView, type PaneSize } from './view';

/** Pixels within a pane, and the keys that are held. */
export interface Hand {
  readonly x: number;
  readonly y: number;
  readonly shiftKey: boolean;
  readonly altKey: boolean;
}

interface Setup {
  /** Both panes share the horizontal and the zoom; each keeps its own vertical, which is why it names the figure that is its middle. */
  readonly middle: 'v' | 'keyV';
  readonly setView: (change: (v: BenchView) => BenchView) => void;
  readonly size: PaneSize;
  /** Whether dragging moves what a tool holds, and does not pan. */
  readonly isHeld?: () => boolean;
  /** The hand closes: a tool may take something by it. */
  readonly onPress?: (hand: Hand) => void;
  /** The pointer moves over the pane, or drags what is held. */
  readonly onMove: (hand: Hand) => void;
  readonly onLetGo?: (hand: Hand) => void;
  readonly onClick?: (hand: Hand) => void;
  readonly onPanned?: () => void;
}

/** Pixels that a press may wander and still be a click. */
const STILL = 4;

/** The gestures of a pane: dragging pans, or moves what a tool holds; the wheel and two fingers zoom about where they are. */
export function useGestures({ middle, setView, size, isHeld, onPress, onMove, onLetGo, onClick, onPanned }: Setup) {
  const element = useRef<HTMLDivElement>(null);
  const handOf = ([x, y]: readonly [number, number], { shiftKey, altKey }: { shiftKey: boolean; altKey: boolean }): Hand => {
    const box = element.current!.getBoundingClientRect();
    return { x: x - box.left, y: y - box.top, shiftKey, altKey };
  };
  /** Zooms about a point of the pane, and moves it by so much. */
  const zoomAbout = (x: number, y: number, by: number, dx = 0, dy = 0) =>
    setView((v) => {
      const zoom = clampZoom(v.zoom * by);
      const [u, at] = [toU(v, size, x - dx), toV(v.zoom, v[middle], size, y - dy)];
      return { ...v, zoom, u: u - (x - size.width / 2) / zoom, [middle]: at - (size.height / 2 - y) / zoom };
    });
  const fingers = useRef<{ readonly scale: number; readonly x: number; readonly y: number } | null>(null);
  const bind = useGesture(
    {
      onMove: ({ xy, dragging, event }) => {
        if (!dragging || isHeld?.()) onMove(handOf(xy, event));
      },
      onDrag: ({ xy, movement: [mx, my], delta: [dx, dy], first, last, event, memo: wasPanned }): boolean => {
        if (fingers.current) return true;
        if (first) onPress?.(handOf(xy, event));
        if (isHeld?.()) {
          if (last) onLetGo?.(handOf(xy, event));
          return false;
        }
        const isPanned = (!first && wasPanned === true) || Math.hypot(mx, my) >= STILL;
        if (isPanned && !last) {
          const [x, y] = wasPanned ? [dx, dy] : [mx, my];
          setView((v) => ({ ...v, u: v.u - x / v.zoom, [middle]: v[middle] + y / v.zoom }));
          onPanned?.();
        }
        if (last && !isPanned) onClick?.(handOf(xy, event));
        return isPanned;
      },
    },
    // its own way of telling presses from drags would take the clicks of what lies over the pane
    { drag: { pointer: { buttons: [1, 4], keys: false } }, move: { mouseOnly: false } },
  );
  // not passive: the page must neither scroll nor zoom
  useGesture(
    {
      onWheel: ({ event }) => {
        event.preventDefault();
        const { x, y, shiftKey } = handOf([event.clientX, event.clientY], event);
        if (shiftKey) setView((v) => ({ ...v, u: v.u + (event.deltaY || event.deltaX) / v.zoom }));
        else zoomAbout(x, y, Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0018)));
      },
      onPinch: ({ origin, movement: [scale], last, event }) => {
        if (event.cancelable) event.preventDefault();
        const { x, y } = handOf(origin, event as PointerEvent);
        const before = fingers.current ?? { scale: 1, x, y };
        zoomAbout(x, y, scale / before.scale, x - before.x, y - before.y);
        fingers.current = last ? null : { scale, x, y };
      },
    },
    { target: element, eventOptions: { passive: false }, pinch: { pinchOnWheel: false } },
  );
  return { element, bind };
}

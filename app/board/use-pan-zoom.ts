import { useCallback, useEffect, useRef, useState } from 'react';
import { clampZoom, toU, toV, type BenchView, type PaneSize } from './view';

/**
 * Panning by dragging and zooming by the wheel in one pane. Both panes share the horizontal and the zoom; each keeps its own
 * vertical, which is why the pane names the figure of the view that is its middle.
 */
export function usePanZoom(middle: 'v' | 'keyV', setView: (change: (v: BenchView) => BenchView) => void, size: PaneSize) {
  const [element, setElement] = useState<HTMLElement | null>(null);
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const latest = useRef({ size });
  useEffect(() => {
    latest.current = { size };
  }, [size]);
  useEffect(() => {
    if (!element) return;
    // not passive: the page must not scroll or zoom
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const [x, y] = [event.clientX - box.left, event.clientY - box.top];
      const s = latest.current.size;
      setView((v) => {
        if (event.shiftKey) return { ...v, u: v.u + (event.deltaY || event.deltaX) / v.zoom };
        const zoom = clampZoom(v.zoom * Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0018)));
        const [u, at] = [toU(v, s, x), toV(v.zoom, v[middle], s, y)];
        return { ...v, zoom, u: u - (x - s.width / 2) / zoom, [middle]: at - (s.height / 2 - y) / zoom };
      });
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [element, middle, setView]);

  const onPointerDown = useCallback((event: React.PointerEvent) => {
    if (event.button > 1) return;
    drag.current = { x: event.clientX, y: event.clientY, moved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  }, []);
  const onPointerMove = (event: React.PointerEvent) => {
    const d = drag.current;
    if (!d) return false;
    const [dx, dy] = [event.clientX - d.x, event.clientY - d.y];
    if (!d.moved && Math.hypot(dx, dy) < 4) return false;
    drag.current = { x: event.clientX, y: event.clientY, moved: true };
    setView((v) => ({ ...v, u: v.u - dx / v.zoom, [middle]: v[middle] + dy / v.zoom }));
    return true;
  };
  /** Ends a drag; true when it was a click. */
  const onPointerUp = (): boolean => {
    const click = drag.current !== null && !drag.current.moved;
    drag.current = null;
    return click;
  };
  return { setElement, onPointerDown, onPointerMove, onPointerUp };
}

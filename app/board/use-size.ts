import { useLayoutEffect, useState } from 'react';
import type { PaneSize } from './view';

/** The size of an element in CSS pixels, followed. */
export function useSize(): [React.RefCallback<HTMLElement>, PaneSize] {
  const [element, setElement] = useState<HTMLElement | null>(null);
  const [size, setSize] = useState<PaneSize>({ width: 0, height: 0 });
  useLayoutEffect(() => {
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return [setElement, size];
}

import { useEffect, useRef, useState } from 'react';

/** Takes files that are dropped anywhere on the page; answers whether some are held over it. */
export function useDroppedFiles(take: (files: readonly File[]) => void): boolean {
  const [isOver, setOver] = useState(false);
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    const drop = (e: DragEvent) => {
      e.preventDefault();
      setOver(false);
      const files = [...(e.dataTransfer?.files ?? [])];
      if (files.length) latest.current(files);
    };
    const hover = (e: DragEvent) => {
      e.preventDefault();
      setOver(e.type === 'dragover');
    };
    window.addEventListener('drop', drop);
    window.addEventListener('dragover', hover);
    window.addEventListener('dragleave', hover);
    return () => {
      window.removeEventListener('drop', drop);
      window.removeEventListener('dragover', hover);
      window.removeEventListener('dragleave', hover);
    };
  }, []);
  return isOver;
}

import { useEffect, useRef, useState } from 'react';
import type { ProjectSight } from '../../data/project';
import type { Send } from '../../project/use-commands';
import type { HandStep } from './touch-modes';
import type { TouchWork } from './touch-work';

/** Hand work on the drawing that is shown: begun and ended, shown or left aside. */
export function useTouch(selected: ProjectSight | null, paintKey: string | null, send: Send, onFault: (words: string) => void) {
  const [held, setHeld] = useState<TouchWork | null>(null);
  const [bare, setBare] = useState<string | null>(null);
  const key = useRef(paintKey);
  useEffect(() => {
    key.current = paintKey;
  });
  const work = held && held.sight === selected?.id ? held : null;
  const isBare = bare !== null && bare === selected?.id;
  const begin = async () => {
    if (!selected || work) return setHeld(null);
    const { id, sight } = selected;
    const { startTouch } = await import('./start-touch');
    const step = (label: string, { add, remove }: HandStep) => void send({ intent: 'touch up', label: `${label}, ${sight.number}`, id, ...(add && { add }), ...(remove && { remove }) }); // prettier-ignore
    setBare(null);
    setHeld(startTouch({ sight: id, paintKey: () => key.current, step, onFault }));
  };
  return {
    work,
    isBare,
    begin,
    send,
    end: () => setHeld(null),
    setBare: (to: boolean) => setBare(to && selected ? selected.id : null),
    remove: (ids: readonly string[], label: string) => selected && void send({ intent: 'touch up', label: `${label}, ${selected.sight.number}`, id: selected.id, remove: ids }), // prettier-ignore
  };
}
export type Touching = ReturnType<typeof useTouch>;

import { SNAP_REACH } from '../../board/snapper';
import { painter } from '../../workers/painter';
import type { HandStep } from './touch-modes';
import { TouchWork } from './touch-work';

interface Setup {
  readonly sight: string;
  /** Under which the painter has the drawing by now. */
  readonly paintKey: () => string | null;
  readonly step: (label: string, step: HandStep) => void;
  readonly onFault: (words: string) => void;
}

/** Hand work on the drawing of a sight, begun. */
export const startTouch = ({ sight, paintKey, step, onFault }: Setup): TouchWork =>
  new TouchWork(sight, {
    meant: async ([u, v], zoom) => {
      const key = paintKey();
      return key ? painter.ask((own) => own.line(key, u, v, SNAP_REACH / zoom)) : null;
    },
    trim: async ([u, v], zoom) => {
      const key = paintKey();
      return key ? painter.ask((own) => own.trim(key, u, v, SNAP_REACH / zoom)) : null;
    },
    extend: async ([u, v], zoom) => {
      const key = paintKey();
      return key ? painter.ask((own) => own.extend(key, u, v, SNAP_REACH / zoom)) : null;
    },
    profile: async ([u, v]) => {
      const key = paintKey();
      return key ? painter.ask((own) => own.profile(key, u, v)) : null;
    },
    step,
    onFault,
  });

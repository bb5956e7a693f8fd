import type { Sight } from '../../../core/sights/sight';
import type { BenchView, PaneSize } from '../../board/view';
import type { ModelInfo } from '../../data/database';
import type { KeyFrame } from '../sight-geometry';

export type Grip = 'left' | 'right' | 'line' | 'reach' | 'height' | 'eye' | 'target' | 'first' | 'last' | `leg ${number}`;

export interface SignProps {
  readonly model: ModelInfo;
  readonly sight: Sight;
  readonly frame: KeyFrame;
  /** At which the plan in the Key is cut, metres in the file. */
  readonly level: number;
  readonly view: BenchView;
  readonly size: PaneSize;
  /** Stretches of the line that pass through matter in the Key shown, metres along it. */
  readonly matter: readonly (readonly [number, number])[];
  readonly onGrip: (grip: Grip, event: React.PointerEvent) => void;
}

/** Colours of the signs: the cut, the look, what lies under both. */
export const MADDER = 'var(--color-madder)',
  VERDIGRIS = 'var(--color-verdigris)',
  WASH = 'var(--color-verdigris-wash)',
  SHEET = 'var(--color-sheet)';

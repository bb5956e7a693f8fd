import type { BoxSide } from '../../../core/sights/keep-box';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import type { ProjectSight } from '../../data/project';
import type { ManyActs } from '../many-acts';

/** What every group of the Slate is given. */
export interface SlateProps {
  readonly model: ModelInfo;
  readonly entry: ProjectSight;
  readonly sight: Sight;
  readonly onChange: (sight: Sight, label: string) => void;
  readonly onScale: (scale: number) => void;
  /** Under which the painter has the drawing. */
  readonly paintKey: string | null;
  /** Keeps what is filed with it. */
  readonly onKeep: ManyActs['keep'];
  readonly onLook: (look: string) => void;
  readonly onFlip: () => void;
  readonly onCopy: () => void;
  readonly onRemove: () => void;
  /** A side of the keep box is to become a sight. */
  readonly onSide: (side: BoxSide) => void;
  readonly firstField: React.Ref<HTMLInputElement>;
}

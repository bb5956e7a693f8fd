import type { StyledDrawing } from '../../core/drafting/style-drawing';

/** A drawing with its layers and fills, as it goes from the engine to the screen. */
export type DrawnSight = Omit<StyledDrawing, 'standard' | 'scale'> & {
  /** Sentences about what is doubtful. */
  readonly warnings: readonly string[];
  /** Milliseconds. */
  readonly took: number;
};

import type { StyledDrawing } from '../../core/drafting/style-drawing';

/** A finding of the proof in words, and its place in the drawing. */
export interface ShownFinding {
  /** What it is, in a word or two. */
  readonly kind: string;
  readonly words: string;
  readonly at: readonly [number, number] | null;
}

/** A drawing with its layers and fills, as it goes from the engine to the screen. */
export type DrawnSight = Omit<StyledDrawing, 'standard' | 'scale'> & {
  /** What the proof found, in the order of its numbers. */
  readonly findings: readonly ShownFinding[];
  /** Ids of the elements in it, by the number that the drawing gives them: another reading of the model counts anew. */
  readonly elementIds?: ReadonlyMap<number, string>;
  /** Milliseconds. */
  readonly took: number;
};

import type { Publishable } from '../../core/publish';

/** A finding of the proof in words, and its place in the drawing. */
export interface ShownFinding {
  /** What it is, in a word or two. */
  readonly kind: string;
  readonly words: string;
  readonly at: readonly [number, number] | null;
}

/** A drawing as it goes from the engine to the screen: plain, with what is needed to publish it at any scale. */
export type DrawnSight = Publishable & {
  /** What the proof found, in the order of its numbers. */
  readonly findings: readonly ShownFinding[];
  /** Milliseconds. */
  readonly took: number;
};

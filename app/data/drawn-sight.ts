import { drawingBounds } from '../../core/linework/drawing';
import type { Publishable } from '../../core/publishable';

/** A finding of the proof in words, and its place in the drawing. */
export interface ShownFinding {
  /** What it is, in a word or two. */
  readonly kind: string;
  readonly words: string;
  readonly at: readonly [number, number] | null;
  /**
   * What would mend it in one step: the sight without a part of it, its plane moved by so many metres either way, or a rule for what no
   * rule of the standard fills (no material: by its class).
   */
  readonly mend?: { readonly without: string } | { readonly nudge: number } | { readonly fill: string | null; readonly class: string };
}

/** A drawing as it goes from the engine to the painter: plain, with what is needed to publish it at any scale. */
export type DrawnSight = Publishable & {
  /** What the proof found, in the order of its numbers. */
  readonly findings: readonly ShownFinding[];
  /** Milliseconds. */
  readonly took: number;
};

/** What a screen knows of a drawing; the painter has the rest. */
export interface DrawnHead {
  /** u0, v0, u1, v1, metres. */
  readonly bounds: readonly [number, number, number, number];
  readonly isEmpty: boolean;
  readonly findings: readonly ShownFinding[];
}

export const headOf = ({ drawing, findings }: DrawnSight): DrawnHead => ({
  bounds: drawingBounds(drawing),
  isEmpty: drawing.lineRole.length === 0,
  findings,
});

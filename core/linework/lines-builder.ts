import { Growing } from '../model/model-builder';
import type { Arc } from './arc';
import type { Lines } from './drawing';

/** What is known of a line besides its points. */
export interface LineFacts {
  readonly role: number;
  readonly joint: number;
  readonly element: number;
  readonly jump: number;
  /** Elements on its other side, ascending, each once. */
  readonly beyond: ArrayLike<number>;
  readonly depthFrom: number;
  readonly depthTo: number;
}

/** The facts of a line that is there already. */
export const factsOf = (lines: Lines, l: number): LineFacts => ({
  role: lines.lineRole[l]!,
  joint: lines.lineJoint[l]!,
  element: lines.lineElement[l]!,
  jump: lines.lineJump[l]!,
  beyond: lines.lineBeyond.subarray(lines.lineBeyondStart[l], lines.lineBeyondStart[l + 1]),
  depthFrom: lines.lineDepth[l * 2]!,
  depthTo: lines.lineDepth[l * 2 + 1]!,
});

/** Collects lines into the flat arrays of a drawing. */
export class LinesBuilder {
  private readonly points = new Growing((n) => new Float64Array(n));
  private readonly start: number[] = [0];
  private readonly facts: LineFacts[] = [];
  private readonly arcOf: number[] = [];
  private readonly arcs: Arc[] = [];

  get count(): number {
    return this.facts.length;
  }

  /** Adds a line through points (u, v pairs) `from` up to and with `to`. */
  add(points: ArrayLike<number>, from: number, to: number, facts: LineFacts, arc: Arc | null = null): void {
    for (let i = from * 2; i < to * 2 + 2; i++) this.points.push(points[i]!);
    this.start.push(this.points.length / 2);
    this.facts.push(facts);
    this.arcOf.push(arc ? this.arcs.push(arc) - 1 : -1);
  }

  done(): Lines {
    const { facts } = this;
    const beyondStart = [0];
    for (const { beyond } of facts) beyondStart.push(beyondStart.at(-1)! + beyond.length);
    return {
      points: this.points.done(),
      lineStart: Uint32Array.from(this.start),
      lineRole: Uint8Array.from(facts, (f) => f.role),
      lineJoint: Uint8Array.from(facts, (f) => f.joint),
      lineElement: Int32Array.from(facts, (f) => f.element),
      lineDepth: Float64Array.from(facts.flatMap((f) => [f.depthFrom, f.depthTo])),
      lineBeyondStart: Uint32Array.from(beyondStart),
      lineBeyond: Int32Array.from(facts.flatMap((f) => Array.from(f.beyond))),
      lineJump: Uint8Array.from(facts, (f) => f.jump),
      lineArc: Int32Array.from(this.arcOf),
      arcs: Float64Array.from(this.arcs.flat()),
    };
  }
}

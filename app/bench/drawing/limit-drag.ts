import { limitsOf } from '../../../core/sights/limits';
import type { Limits, Sight } from '../../../core/sights/sight';
import type { Place, Tool } from '../../board/tool';

export type LimitSide = keyof Limits;
export const LIMIT_SIDES = ['left', 'right', 'bottom', 'top'] as const satisfies readonly LimitSide[];

export interface LimitSetup {
  readonly sight: Sight | null;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

/** Limits are not drawn nearer to one another than this, metres. */
const LEAST = 0.01;
const OPPOSITE: Readonly<Record<LimitSide, LimitSide>> = { left: 'right', right: 'left', bottom: 'top', top: 'bottom' };

/** The dragging of one side of a drawing's limits. What is dragged is shown at once, and kept when it is let go. */
export class LimitDrag implements Tool {
  private setup: LimitSetup | null = null;
  private held: { readonly side: LimitSide; readonly sight: Sight; moved: Sight | null } | null = null;

  /** What it works on from now on; what it holds goes on from how that was taken. */
  follow(setup: LimitSetup): void {
    this.setup = setup;
  }
  get isHeld(): boolean {
    return this.held !== null;
  }
  get wantsSnaps(): boolean {
    return this.held !== null;
  }
  take(side: LimitSide): void {
    const { sight } = this.setup ?? {};
    if (sight) this.held = { side, sight, moved: null };
  }
  move({ at, snap }: Place): void {
    if (!this.held) return;
    const { side, sight } = this.held;
    const place = side === 'left' || side === 'right' ? at[0] : at[1];
    const to = snap ? place : Math.round(place * 1000) / 1000;
    const other = (limitsOf(sight, Infinity) ?? {})[OPPOSITE[side]] ?? null;
    const isLow = side === 'left' || side === 'bottom';
    if (other !== null && (isLow ? to > other - LEAST : to < other + LEAST)) return;
    this.held.moved = { ...sight, limits: { ...sight.limits, [side]: to } };
    this.setup?.onDraft(this.held.moved);
  }
  letGo(): void {
    const held = this.held;
    this.held = null;
    if (held?.moved) this.setup?.onChange(held.moved, `Limit ${held.side} of ${held.sight.number}`);
  }
  click(): void {}
}

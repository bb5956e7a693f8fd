import type { Vec2 } from '../../core/geometry/vec3';
import { Watched } from '../ui/watched';
import type { Place, Tool } from './tool';

interface State {
  readonly centre: Vec2 | null;
  /** By how much it is turned in the hand, radians. */
  readonly by: number;
}

/** With Shift it turns by steps of so much, radians. */
const STEP = Math.PI / 12;

/** Turning about a centre: that is pressed first, then the turn is dragged, or typed. */
export class TurnTool extends Watched<State> implements Tool {
  readonly cursor = 'cursor-cell';
  private from: number | null = null;

  /** @param onTurn while the hand moves, and when it lets go; radians, counter-clockwise */
  constructor(private readonly onTurn: (centre: Vec2, by: number, isDone: boolean) => void) {
    super({ centre: null, by: 0 });
  }

  get isHeld(): boolean {
    return this.from !== null;
  }
  get wantsSnaps(): boolean {
    return this.get().centre === null;
  }
  press({ at }: Place): void {
    const { centre } = this.get();
    if (centre) this.from = angle(centre, at);
  }
  move({ at, isSquared }: Place): void {
    const { centre } = this.get();
    if (!centre || this.from === null) return;
    const free = angle(centre, at) - this.from;
    const by = isSquared ? Math.round(free / STEP) * STEP : free;
    this.set({ by });
    this.onTurn(centre, by, false);
  }
  letGo(): void {
    const { centre, by } = this.get();
    this.from = null;
    if (centre && by) this.turn(by);
  }
  click({ at }: Place): void {
    if (!this.get().centre) this.set({ centre: at });
  }
  /** Turns by so much, and is done. */
  turn(by: number): void {
    const { centre } = this.get();
    if (centre) this.onTurn(centre, by, true);
  }
  /** One step back; false when there was none. */
  back(): boolean {
    const had = this.get().centre !== null;
    this.set({ centre: null, by: 0 });
    return had;
  }
}

const angle = ([cx, cy]: Vec2, [x, y]: Vec2): number => Math.atan2(y - cy, x - cx);

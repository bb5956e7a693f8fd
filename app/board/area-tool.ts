import type { Vec2 } from '../../core/geometry/vec3';
import { Watched } from '../ui/watched';
import type { Place, Tool } from './tool';

/** Left, bottom, right, top on a board, metres. */
export type Area = readonly [number, number, number, number];

interface State {
  readonly from: Vec2 | null;
  /** The other corner, as the hand means it. */
  readonly to: Vec2 | null;
}

/** Nearer together than this on the screen both corners are one press, pixels. */
const STILL = 4;

/** An upright area between two corners: dragged open, or pressed one after the other. */
export class AreaTool extends Watched<State> implements Tool {
  readonly wantsSnaps = true;
  readonly cursor = 'cursor-cell';
  isHeld = false;

  constructor(private readonly onDone: (area: Area) => void) {
    super({ from: null, to: null });
  }

  press(place: Place): void {
    this.isHeld = true;
    if (this.get().from) this.set({ to: this.meant(place) });
    else this.set({ from: place.at, to: place.at });
  }

  move(place: Place): void {
    if (this.get().from) this.set({ to: this.meant(place) });
  }

  letGo(place: Place): void {
    this.isHeld = false;
    const { from, to } = this.get();
    if (!from || !to) return;
    const [width, height] = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])];
    // one press sets the first corner; the other is pressed elsewhere
    if (Math.min(width, height) * place.zoom < STILL) return;
    this.set({ from: null, to: null });
    this.onDone([Math.min(from[0], to[0]), Math.min(from[1], to[1]), Math.max(from[0], to[0]), Math.max(from[1], to[1])]);
  }

  click(): void {}

  /** One step back; false when there was none. */
  back(): boolean {
    const had = this.get().from !== null;
    this.set({ from: null, to: null });
    return had;
  }

  /** Squared, it is as high as it is wide. */
  private meant({ at, isSquared }: Place): Vec2 {
    const from = this.get().from!;
    if (!isSquared) return at;
    const [dx, dy] = [at[0] - from[0], at[1] - from[1]];
    const side = Math.max(Math.abs(dx), Math.abs(dy));
    return [from[0] + Math.sign(dx || 1) * side, from[1] + Math.sign(dy || 1) * side];
  }
}

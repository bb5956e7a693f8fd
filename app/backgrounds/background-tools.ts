import type { Vec2 } from '../../core/geometry/vec3';
import type { Place, Tool } from '../board/tool';
import type { Background } from '../data/background';
import { toPixel } from './background';

export interface MoveSetup {
  readonly background: Background;
  /** While the hand moves, and when it lets go. */
  readonly onMove: (background: Background, isDone: boolean) => void;
}

export interface PixelsSetup {
  readonly background: Background;
  readonly onPoint: (pixel: Vec2) => void;
}

/** Moves an image that lies behind: where it was taken comes to what the hand is snapped to. */
export class MoveBackground implements Tool {
  readonly cursor = 'cursor-move';
  private held: { readonly from: Vec2; readonly background: Background } | null = null;
  private setup: MoveSetup | null = null;

  /** What it works on from now on; what it holds goes on from how that was taken. */
  follow(setup: MoveSetup): void {
    this.setup = setup;
  }
  get isHeld(): boolean {
    return this.held !== null;
  }
  get wantsSnaps(): boolean {
    return this.held !== null;
  }
  press({ at }: Place): void {
    if (this.setup) this.held = { from: at, background: this.setup.background };
  }
  move(place: Place): void {
    if (this.held) this.setup?.onMove(moved(this.held, place), false);
  }
  letGo(place: Place): void {
    if (this.held) this.setup?.onMove(moved(this.held, place), true);
    this.held = null;
  }
  click(): void {}
}

const moved = ({ from, background }: { readonly from: Vec2; readonly background: Background }, { at }: Place): Background => ({
  ...background,
  at: [background.at[0] + at[0] - from[0], background.at[1] + at[1] - from[1]],
});

/** Says where points of an image are, in its pixels. */
export class PickPixels implements Tool {
  readonly cursor = 'cursor-cell';
  readonly isHeld = false;
  readonly wantsSnaps = false;
  private setup: PixelsSetup | null = null;

  follow(setup: PixelsSetup): void {
    this.setup = setup;
  }
  move(): void {}
  letGo(): void {}
  click({ at }: Place): void {
    if (this.setup) this.setup.onPoint(toPixel(this.setup.background, at));
  }
}

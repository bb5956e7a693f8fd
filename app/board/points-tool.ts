import type { Vec2 } from '../../core/geometry/vec3';
import type { Place, Tool } from './tool';
import { Watched } from '../ui/watched';

interface State {
  readonly points: readonly Vec2[];
  /** Where the next point would be; null while the hand is elsewhere. */
  readonly aim: Vec2 | null;
}

export interface PointsSetup {
  /** Points that make it whole; it goes on until it is ended by hand where there is no such number. */
  readonly most?: number;
  /** The point that is meant when lines run along the main directions. */
  readonly square: (from: Vec2, to: Vec2) => Vec2;
  /** Where a free point is put: on a grid, on a corner that the pane does not know. */
  readonly settle?: (at: Vec2, zoom: number) => Vec2;
  readonly onDone: (points: readonly Vec2[], isClosed: boolean) => void;
}

/** Nearer together two points are one, metres. */
const SAME = 0.005;

/** Points one after the other, by the hand or typed: the two of a section, the corners of an outline. */
export class PointsTool extends Watched<State> implements Tool {
  readonly isHeld = false;
  readonly wantsSnaps = true;
  readonly cursor = 'cursor-cell';
  private setup: PointsSetup;

  constructor(setup: PointsSetup) {
    super({ points: [], aim: null });
    this.setup = setup;
  }

  /** What it does from now on; the points that it has stay. */
  follow(setup: PointsSetup): void {
    this.setup = setup;
  }

  get anchor(): Vec2 | null {
    return this.get().points.at(-1) ?? null;
  }

  move(place: Place): void {
    this.set({ aim: this.meant(place) });
  }

  letGo(): void {}

  click(place: Place): void {
    this.add(this.meant(place));
  }

  /** A point more; the first once again closes the line and ends it, the last once again is none. */
  add(point: Vec2): void {
    const { points } = this.get();
    const [first, last] = [points[0], points.at(-1)];
    if (last && near(last, point)) return;
    if (first && points.length > 2 && near(first, point)) return this.end(true);
    this.set({ points: [...points, point] });
    if (points.length + 1 === this.setup.most) this.end(false);
  }

  /** One step back; false when there was none. */
  back(): boolean {
    const { points } = this.get();
    if (points.length) this.set({ points: points.slice(0, -1) });
    return points.length > 0;
  }

  end(isClosed: boolean): void {
    const { points } = this.get();
    this.clear();
    this.setup.onDone(points, isClosed);
  }

  clear(): void {
    this.set({ points: [], aim: null });
  }

  private meant({ at, snap, isSquared, zoom }: Place): Vec2 {
    const last = this.get().points.at(-1);
    const to = snap || !this.setup.settle ? at : this.setup.settle(at, zoom);
    return isSquared && last ? this.setup.square(last, to) : to;
  }
}

const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;

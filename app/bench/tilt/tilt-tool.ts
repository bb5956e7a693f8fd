import { dot, subtract, type Vec2, type Vec3 } from '../../../core/geometry/vec3';
import type { Axis } from '../../../core/sights/moves/tilted';
import { Watched } from '../../ui/watched';
import type { Place, Tool } from '../../board/tool';

interface State {
  /** Of the axis, in space: none, its first or both. */
  readonly points: readonly Vec3[];
  /** By how much it is turned in the hand, radians, by the right hand. */
  readonly by: number;
}

/** Points that are nearer to one another are the same, metres. */
const SAME = 0.005;

/** Turning about any axis: its two points are placed, in whichever pane, then the turn is dragged, or typed. */
export class Tilting extends Watched<State> {
  /** @param onTurn while the hand moves, and when it lets go; radians */
  constructor(private readonly onTurn: (axis: Axis, by: number, isDone: boolean) => void) {
    super({ points: [], by: 0 });
  }

  get axis(): Axis | null {
    const [a, b] = this.get().points;
    return a && b ? { point: a, along: subtract(b, a) } : null;
  }

  /** A point of the axis; the first once again means the axis through it along which one looks. */
  add(point: Vec3, look: Vec3): void {
    const { points } = this.get();
    if (points.length > 1) return;
    const [first] = points;
    const isSame = first && Math.hypot(...subtract(point, first)) < SAME;
    this.set({ points: [...points, isSame ? (first.map((x, k) => x - look[k]!) as unknown as Vec3) : point] });
  }

  /** Turned by so much so far. */
  show(by: number): void {
    this.set({ by });
    if (this.axis) this.onTurn(this.axis, by, false);
  }

  /** Turns by so much, and is done. */
  turn(by: number): void {
    if (this.axis) this.onTurn(this.axis, by, true);
  }

  /** One step back; false when there was none. */
  back(): boolean {
    const { points, by } = this.get();
    if (by) this.show(0);
    else this.set({ points: points.slice(0, -1) });
    return points.length > 0;
  }
}

/** How a pane shows space: which point a place of it means, where a point is shown, and along which way one looks. */
export interface TiltPane {
  readonly look: Vec3;
  readonly pointAt: (at: Vec2) => Vec3;
  readonly placeOf: (point: Vec3) => Vec2;
}

/** A pixel of the hand across the axis turns by so much, and with Shift it turns by steps of so much, radians. */
const PIXEL = Math.PI / 720,
  STEP = Math.PI / 12;

/** The hand of one pane at an axis. */
export class TiltTool implements Tool {
  readonly cursor = 'cursor-cell';
  private from: number | null = null;

  constructor(
    readonly tilting: Tilting,
    private readonly pane: TiltPane,
  ) {}

  get isHeld(): boolean {
    return this.from !== null;
  }
  get wantsSnaps(): boolean {
    return this.tilting.axis === null;
  }
  get anchor(): Vec2 | null {
    const { points } = this.tilting.get();
    return points.length === 1 ? this.pane.placeOf(points[0]!) : null;
  }
  press(place: Place): void {
    if (this.tilting.axis) this.from = this.angleAt(place) - this.tilting.get().by;
  }
  move(place: Place): void {
    if (this.from === null) return;
    const free = this.angleAt(place) - this.from;
    this.tilting.show(place.isSquared ? Math.round(free / STEP) * STEP : free);
  }
  letGo(): void {
    const { by } = this.tilting.get();
    if (this.from !== null && by) this.tilting.turn(by);
    this.from = null;
  }
  click({ at }: Place): void {
    this.tilting.add(this.pane.pointAt(at), this.pane.look);
  }
  back(): boolean {
    return this.tilting.back();
  }

  /** What the place of the hand says: round an axis that is seen on end, else as if it held a wheel at its near side. */
  private angleAt({ at, zoom }: Place): number {
    const { point, along } = this.tilting.axis!;
    const { placeOf, look } = this.pane;
    const a = placeOf(point);
    const b = placeOf(point.map((x, k) => x + along[k]!) as unknown as Vec3);
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const [px, py] = [at[0] - a[0], at[1] - a[1]];
    const long = Math.hypot(dx, dy);
    if (long < SAME * 0.1) return Math.atan2(py, px) * (dot(along, look) > 0 ? -1 : 1);
    return -((dx * py - dy * px) / long) * zoom * PIXEL;
  }
}

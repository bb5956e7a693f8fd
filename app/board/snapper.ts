import type { Vec2 } from '../../core/geometry/vec3';
import { Watched } from '../ui/watched';

/** A place that can be meant exactly, in the board's coordinates, and what it is in words. */
export interface Snap {
  readonly at: Vec2;
  readonly words: string;
  /** Directions of the straight lines that run through it, of length 1, and whose they are. */
  readonly ways?: readonly Vec2[];
  readonly of?: string;
}

interface State {
  /** What lies near the pointer, the likeliest first. */
  readonly snaps: readonly Snap[];
  readonly chosen: number;
}

/** How near the pointer must be, pixels. */
export const SNAP_REACH = 9;

/** What a pane offers to the hand: of several places under it one is meant, and the next can be asked for. */
export class Snapper extends Watched<State> {
  constructor() {
    super({ snaps: [], chosen: 0 });
  }

  /** What is near now; what was chosen stays so while it is among it. */
  offer(snaps: readonly Snap[]): void {
    const own = this.get();
    if (!snaps.length && !own.snaps.length) return;
    const before = own.snaps[own.chosen];
    const chosen = before && own.chosen > 0 ? snaps.findIndex((s) => isSame(s, before)) : 0;
    this.set({ snaps, chosen: Math.max(0, chosen) });
  }

  next(): void {
    const { snaps, chosen } = this.get();
    if (snaps.length > 1) this.set({ chosen: (chosen + 1) % snaps.length });
  }

  /** What is meant by a place: the chosen snap while it is in reach of it, metres. */
  meant([x, y]: Vec2, reach: number): Snap | null {
    const { snaps, chosen } = this.get();
    const snap = snaps[chosen];
    return snap && Math.hypot(snap.at[0] - x, snap.at[1] - y) <= reach ? snap : null;
  }
}

const isSame = (a: Snap, b: Snap): boolean => a.words === b.words && a.at[0] === b.at[0] && a.at[1] === b.at[1];

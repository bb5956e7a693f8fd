import type { Vec2 } from '../../core/geometry/vec3';
import type { Snap } from './snapper';

/** Where a hand points on a board. */
export interface Place {
  /** In the board's own coordinates, metres. */
  readonly at: Vec2;
  /** What it was snapped to: `at` is that, exactly. */
  readonly snap: Snap | null;
  /** Shift is held: lines run along the main directions. */
  readonly isSquared: boolean;
  /** Pixels of a metre. */
  readonly zoom: number;
}

/** What a hand does on a board: it is told where the hand is, and holds what it has so far. */
export interface Tool {
  /** Whether the hand has taken something: dragging moves that, and does not pan. */
  readonly isHeld: boolean;
  /** Whether what is near is offered to it. */
  readonly wantsSnaps: boolean;
  /** The point from which it draws a line, where it does. */
  readonly anchor?: Vec2 | null;
  /** The class of the pointer over the board. */
  readonly cursor?: string;
  /** The hand closes on the board: what takes something by it is held from then on. */
  press?(place: Place): void;
  move(place: Place): void;
  /** The hand opens. */
  letGo(place: Place): void;
  /** A press on the spot, when nothing is held. */
  click(place: Place): void;
}

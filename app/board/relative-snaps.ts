import type { Vec2 } from '../../core/geometry/vec3';
import type { Snap } from './snapper';

/** How long the hand rests on a place until that is remembered, milliseconds. */
const REST = 250;
/** So many places are remembered. */
const MOST = 4;
/** Directions nearer than this are one. */
const SAME = 1e-9;

/** Places that the hand has rested on: later ones are meant in relation to them. */
export class SnapMemory {
  private rested: readonly Snap[] = [];
  private on: { readonly snap: Snap; readonly since: number } | null = null;

  /** The hand is at a place, or at none, at a time. */
  see(snap: Snap | null, now: number): void {
    const isSame = snap && this.on && snap.words === this.on.snap.words && isAt(snap.at, this.on.snap.at);
    if (!isSame) this.on = snap?.ways?.length ? { snap, since: now } : null;
    else if (now - this.on!.since >= REST && !this.rested.some((own) => isAt(own.at, snap.at)))
      this.rested = [snap, ...this.rested].slice(0, MOST);
  }
  get places(): readonly Snap[] {
    return this.rested;
  }
  forget(): void {
    [this.rested, this.on] = [[], null];
  }
}

interface Situation {
  /** Where the hand is, and how far around it a place is in reach, metres. */
  readonly at: Vec2;
  readonly reach: number;
  /** The point from which a line is drawn. */
  readonly from: Vec2 | null;
  /** What lies near by itself. */
  readonly near: readonly Snap[];
  readonly rested: readonly Snap[];
}

/**
 * Places that are meant in relation to others: square from the last point to a line that is near, parallel to a line that the hand has
 * rested on, on the extension of one beyond its end. The nearest first.
 */
export function relativeSnaps({ at, reach, from, near, rested }: Situation): Snap[] {
  const found: Snap[] = [];
  const offer = (point: Vec2, words: string) => {
    if (distance(point, at) <= reach && (!from || distance(point, from) > reach)) found.push({ at: point, words });
  };
  if (from)
    for (const { at: on, ways = [], of } of near) for (const way of ways) offer(footOn(on, way, from), `square to ${of ?? 'the line'}`);
  for (const { at: place, ways = [], of } of rested) {
    for (const way of ways) {
      offer(footOn(place, way, at), `extension of ${of ?? 'the line'}`);
      if (from) offer(footOn(from, way, at), `parallel to ${of ?? 'the line'}`);
    }
  }
  const isNearer = (a: Snap, b: Snap) => distance(a.at, at) - distance(b.at, at);
  return found.sort(isNearer).filter((own, k) => !found.slice(0, k).some((other) => isAt(own.at, other.at)));
}

/** The point of a line, through a point along a direction of length 1, that is nearest to another. */
function footOn([x, y]: Vec2, [dx, dy]: Vec2, [px, py]: Vec2): Vec2 {
  const t = (px - x) * dx + (py - y) * dy;
  return [x + dx * t, y + dy * t];
}
const distance = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const isAt = (a: Vec2, b: Vec2): boolean => distance(a, b) < 1e-6;

/** Directions that differ, whichever way they run. */
export const apart = (ways: readonly Vec2[]): Vec2[] =>
  ways.filter(([x, y], k) => !ways.slice(0, k).some(([u, v]) => Math.abs(x * v - y * u) < SAME));

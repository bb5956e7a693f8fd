import { roundPoint } from '../geometry/numbers/tidy';
import type { Vec2 } from '../geometry/vec3';
import { SQUARE } from './legs';

type Path = readonly Vec2[];

/** A step to the side is not smaller than this, metres. */
export const LEAST_STEP = 0.01;

const minus = ([ax, ay]: Vec2, [bx, by]: Vec2): Vec2 => [ax - bx, ay - by];
const plus = ([ax, ay]: Vec2, [bx, by]: Vec2, k = 1): Vec2 => [ax + bx * k, ay + by * k];
const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1];
const unit = (v: Vec2): Vec2 => {
  const length = Math.hypot(...v) || 1;
  return [v[0] / length, v[1] / length];
};

/** Whether a leg of a path only steps to the side: it runs square to the first. */
export function isStep(path: Path, leg: number): boolean {
  const [first, own] = [unit(minus(path[1]!, path[0]!)), unit(minus(path[leg + 1]!, path[leg]!))];
  return leg > 0 && Math.abs(dot(first, own)) < SQUARE;
}

/**
 * A section's line that steps to the side at a place: on its nearest leg it turns there, and all that follows runs through that place.
 * null where the place lies on the line, or beyond both ends of every leg.
 */
export function joggedAt(path: Path, at: Vec2): Vec2[] | null {
  const near = path.slice(1).flatMap((b, leg) => {
    const a = path[leg]!;
    const d = minus(b, a);
    const t = dot(minus(at, a), d) / dot(d, d);
    const foot = plus(a, d, t);
    return t > 0 && t < 1 && !isStep(path, leg) ? [{ leg, foot, far: Math.hypot(...minus(at, foot)) }] : [];
  });
  const [best] = near.sort((p, q) => p.far - q.far);
  if (!best || best.far < LEAST_STEP) return null;
  const by = minus(at, best.foot);
  return [...path.slice(0, best.leg + 1), best.foot, at, ...path.slice(best.leg + 1).map((p) => plus(p, by))].map(roundPoint);
}

/** One leg of a path moved square to itself by so much, to its left; its neighbours go along. Points that come to lie on one another are one. */
export function legMoved(path: Path, leg: number, by: number): Vec2[] {
  const [dx, dy] = unit(minus(path[leg + 1]!, path[leg]!));
  const moved = path.map((p, k) => (k === leg || k === leg + 1 ? plus(p, [-dy, dx], by) : p));
  return tidied(moved.map(roundPoint));
}

/** An end of a path moved along its leg by so much, outwards. */
export function endMoved(path: Path, end: 'first' | 'last', by: number): Vec2[] {
  const [p, q] = end === 'first' ? [path[0]!, path[1]!] : [path.at(-1)!, path.at(-2)!];
  const to = roundPoint(plus(p, unit(minus(p, q)), Math.max(by, LEAST_STEP - Math.hypot(...minus(p, q)))));
  return end === 'first' ? [to, ...path.slice(1)] : [...path.slice(0, -1), to];
}

/** The line of its first leg, as long as the whole. */
export function straightened(path: Path): [Vec2, Vec2] {
  const d = unit(minus(path[1]!, path[0]!));
  return [path[0]!, roundPoint(plus(path[0]!, d, dot(minus(path.at(-1)!, path[0]!), d)))];
}

/** Without steps of no length, and without corners where the line goes straight on. */
function tidied(path: Vec2[]): Vec2[] {
  const apart = path.filter((p, k) => k === 0 || Math.hypot(...minus(p, path[k - 1]!)) >= 1e-6);
  return apart.filter((p, k) => {
    const [a, b] = [apart[k - 1], apart[k + 1]];
    if (!a || !b) return true;
    const [d, e] = [unit(minus(p, a)), unit(minus(b, p))];
    return Math.abs(d[0] * e[1] - d[1] * e[0]) > 1e-9;
  });
}

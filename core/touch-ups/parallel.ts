import { arcPoints, isCircle, type Arc } from '../geometry/arcs/arc';
import { atan2 } from '../geometry/numbers/trigonometry';
import type { Vec2 } from '../geometry/vec3';
import { isOnePoint, nearestOn, placeAt, roundOf, type Shape } from './shape';

/** What is parallel to an ellipse is none: it goes in chords that leave it by no more, metres. */
const RISE = 1e-4;

/**
 * What runs beside a line at a distance, on the side of a place: corners where its straight pieces meet, a circle about the same centre.
 * @returns null where nothing is left at that distance
 */
export function parallel(shape: Shape, distance: number, side: Vec2): Shape | null {
  if (shape.arc && isCircle(shape.arc)) {
    const [u, v, radius] = shape.arc;
    const isInside = Math.hypot(side[0] - u, side[1] - v) < radius;
    const next = radius + (isInside ? -distance : distance);
    return next > 0 ? { arc: [u, v, next, 0, 1, shape.arc[5], shape.arc[6]] } : null;
  }
  const path = clean(shape.arc ? [...arcPoints(shape.arc, RISE)] : shape.path);
  if (path.length < 4) return null;
  return beside(path, distance * (leftOf(path, side) ? 1 : -1));
}

/** How far a place is from a line. */
export function distanceTo(shape: Shape, at: Vec2): number {
  const [u, v] = placeAt(shape, nearestOn(shape, at));
  return Math.hypot(u - at[0], v - at[1]);
}

/** A way without points that are the one before. */
function clean(path: readonly number[]): number[] {
  const out: number[] = [];
  for (let i = 0; i < path.length; i += 2)
    if (!out.length || !isOnePoint([out.at(-2)!, out.at(-1)!], [path[i]!, path[i + 1]!])) out.push(path[i]!, path[i + 1]!);
  return out;
}

/** Whether a place lies to the left of the way, by the segment that it is nearest to; at a corner by what turns there. */
function leftOf(path: readonly number[], [u, v]: Vec2): boolean {
  const count = path.length / 2 - 1;
  const round = roundOf({ path });
  const at = nearestOn({ path }, [u, v]);
  const own = round ? at % round : at;
  const ends = (k: number) => [path[k * 2]!, path[k * 2 + 1]!, path[k * 2 + 2]!, path[k * 2 + 3]!] as const;
  const isLeft = (k: number): boolean => {
    const [a, b, c, d] = ends(k);
    return (c - a) * (v - b) - (d - b) * (u - a) > 0;
  };
  const k = Math.min(Math.floor(own), count - 1);
  if (own !== k || (k === 0 && !round)) return isLeft(k);
  // outside of a corner one of its two sides may say otherwise
  const before = k === 0 ? count - 1 : k - 1;
  const [[a, b, c, d], [e, f, g, h]] = [ends(before), ends(k)];
  const isLeftTurn = (c - a) * (h - f) - (d - b) * (g - e) > 0;
  return isLeftTurn ? isLeft(before) && isLeft(k) : isLeft(before) || isLeft(k);
}

/** A way parallel to another, `by` metres to its left. */
function beside(path: readonly number[], by: number): Shape | null {
  const count = path.length / 2 - 1;
  const isRing = roundOf({ path }) > 0;
  const way = Array.from({ length: count }, (_, k): Vec2 => {
    const [du, dv] = [path[k * 2 + 2]! - path[k * 2]!, path[k * 2 + 3]! - path[k * 2 + 1]!];
    const length = Math.hypot(du, dv);
    return [du / length, dv / length];
  });
  const out: number[] = [];
  for (let k = 0; k <= count; k++) {
    const [before, after] = [way[k - 1] ?? (isRing ? way[count - 1]! : way[0]!), way[k] ?? (isRing ? way[0]! : way[count - 1]!)];
    const [u, v] = [path[k * 2]!, path[k * 2 + 1]!];
    const cross = before[0] * after[1] - before[1] * after[0];
    const dot = before[0] * after[0] + before[1] * after[1];
    // the way turns back on itself: nothing is parallel to both
    if (dot < -1 + 1e-9) return null;
    const t = Math.abs(cross) < 1e-9 ? 0 : cross / (1 + dot);
    out.push(u - by * (before[1] + t * before[0]), v + by * (before[0] - t * before[1]));
  }
  // a piece that has turned round has been eaten up
  for (let k = 0; k < count; k++)
    if ((out[k * 2 + 2]! - out[k * 2]!) * way[k]![0] + (out[k * 2 + 3]! - out[k * 2 + 1]!) * way[k]![1] <= 0) return null;
  return { path: out };
}

/** A line as a mirror through two places shows it. */
export function mirrored(shape: Shape, from: Vec2, to: Vec2): Shape {
  const [du, dv] = [to[0] - from[0], to[1] - from[1]];
  const square = du * du + dv * dv;
  const turned = (u: number, v: number): Vec2 => {
    const along = (2 * (u * du + v * dv)) / square;
    return [along * du - u, along * dv - v];
  };
  const moved = (u: number, v: number): Vec2 => {
    const [a, b] = turned(u - from[0], v - from[1]);
    return [from[0] + a, from[1] + b];
  };
  if (!shape.arc)
    return { path: Array.from({ length: shape.path.length / 2 }, (_, k) => moved(shape.path[k * 2]!, shape.path[k * 2 + 1]!)).flat() };
  const [u, v, axisU, axisV, ratio, start, end] = shape.arc;
  const centre = moved(u, v);
  const axis = turned(axisU, axisV);
  if (!isCircle(shape.arc)) return { arc: [...centre, ...axis, ratio, -end, -start] };
  // the axis of a circle lies along u: what it was turned by goes into the angles
  const by = atan2(axis[1], axis[0]);
  return { arc: [...centre, Math.hypot(axisU, axisV), 0, 1, by - end, by - start] };
}

/** The arc through three places; null where they lie on one line. */
export function arcThrough([a, b]: Vec2, [c, d]: Vec2, [e, f]: Vec2): Arc | null {
  const [pu, pv, qu, qv] = [c - a, d - b, e - a, f - b];
  const det = 2 * (pu * qv - pv * qu);
  const [p, q] = [pu * pu + pv * pv, qu * qu + qv * qv];
  if (Math.abs(det) < 1e-9 * Math.max(p, q)) return null;
  const [u, v] = [a + (qv * p - pv * q) / det, b + (pu * q - qu * p) / det];
  const radius = Math.hypot(a - u, b - v);
  const turn = (x: number) => x - 2 * Math.PI * Math.floor(x / (2 * Math.PI));
  const [start, through, end] = [atan2(b - v, a - u), atan2(d - v, c - u), atan2(f - v, e - u)];
  const isOn = turn(through - start) <= turn(end - start);
  return isOn ? [u, v, radius, 0, 1, start, start + turn(end - start)] : [u, v, radius, 0, 1, end, end + turn(start - end)];
}

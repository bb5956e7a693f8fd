import { arcParameter, arcPoint, isWhole, type Arc } from '../geometry/arcs/arc';
import type { Vec2 } from '../geometry/vec3';

/** A line on the paper: a way through u, v pairs, or an arc. */
export type Shape = { readonly path: readonly number[]; readonly arc?: undefined } | { readonly arc: Arc; readonly path?: undefined };

/**
 * A place on a shape by one number: on a way that of the segment and the part of it, on an arc its parameter. What closes on itself goes
 * on beyond its end from its beginning.
 */
export type Along = number;

/** Nearer together two points of hand work are one, metres: a hundredth of a millimetre. */
export const ONE_POINT = 1e-5;

export const isOnePoint = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < ONE_POINT;

/** First and last place of a shape. */
export const endsOf = ({ path, arc }: Shape): [from: Along, to: Along] => (arc ? [arc[5], arc[6]] : [0, path.length / 2 - 1]);

/** How far a shape that closes on itself goes until it is where it began; 0 for one that has ends. */
export function roundOf({ path, arc }: Shape): number {
  if (arc) return isWhole(arc) ? 2 * Math.PI : 0;
  const n = path.length;
  return n > 6 && isOnePoint([path[0]!, path[1]!], [path[n - 2]!, path[n - 1]!]) ? n / 2 - 1 : 0;
}

export function placeAt(shape: Shape, at: Along): Vec2 {
  if (shape.arc) return arcPoint(shape.arc, at);
  const { path } = shape;
  const round = roundOf(shape);
  const own = round ? at - round * Math.floor(at / round) : at;
  const i = Math.min(Math.max(0, Math.floor(own)), path.length / 2 - 2);
  const t = own - i;
  // an end is itself, to the bit
  if (t === 1) return [path[i * 2 + 2]!, path[i * 2 + 3]!];
  return [path[i * 2]! + t * (path[i * 2 + 2]! - path[i * 2]!), path[i * 2 + 1]! + t * (path[i * 2 + 3]! - path[i * 2 + 1]!)];
}

/** Where on a shape a place is nearest to it. */
export function nearestOn({ path, arc }: Shape, [u, v]: Vec2): Along {
  if (arc) {
    const middle = (arc[5] + arc[6]) / 2;
    const t = arcParameter(arc, u, v, middle);
    return isWhole(arc) ? t : Math.max(arc[5], Math.min(arc[6], t));
  }
  let best = Infinity,
    at = 0;
  for (let i = 0; i + 3 < path.length; i += 2) {
    const [a, b, c, d] = [path[i]!, path[i + 1]!, path[i + 2]!, path[i + 3]!];
    const t = Math.max(0, Math.min(1, ((u - a) * (c - a) + (v - b) * (d - b)) / ((c - a) ** 2 + (d - b) ** 2 || 1)));
    const off = Math.hypot(a + t * (c - a) - u, b + t * (d - b) - v);
    if (off < best) [best, at] = [off, i / 2 + t];
  }
  return at;
}

/** The part of a shape between two places, the first before the second; of one that closes on itself the second may lie beyond its end. */
export function between(shape: Shape, from: Along, to: Along): Shape {
  if (shape.arc) {
    const [u, v, axisU, axisV, ratio] = shape.arc;
    return { arc: [u, v, axisU, axisV, ratio, from, to] };
  }
  const out: number[] = [...placeAt(shape, from)];
  for (let k = Math.floor(from) + 1; k < to; k++) out.push(...placeAt(shape, k));
  out.push(...placeAt(shape, to));
  return { path: out };
}

import { acos, atan2, cos, sin } from '../numbers/trigonometry';
/**
 * An arc of a circle or an ellipse: centre u, v; half of its long axis as a vector u, v; the short axis as a part of the long one
 * (1 for a circle, whose axis lies along u); start and end, with end above start, counter-clockwise. Start and end are the
 * parameter t of centre + cos t · long + sin t · short: angles from the long axis where it is a circle.
 */
export type Arc = readonly [u: number, v: number, axisU: number, axisV: number, ratio: number, start: number, end: number];

/** How many numbers an arc takes in a flat array. */
export const ARC_NUMBERS = 7;

/** An arc whose ends are closer than this, in radians, goes all round. */
const WHOLE = 1e-9;

export const isCircle = ([, , , , ratio]: Arc): boolean => ratio === 1;
export const isWhole = ([, , , , , start, end]: Arc): boolean => end - start > 2 * Math.PI - WHOLE;
export const circleArc = (u: number, v: number, radius: number, start: number, end: number): Arc => [u, v, radius, 0, 1, start, end];

/** Start and end with the start from 0 up to a full turn; a hair below either is 0, so that noise decides nothing. */
export function fromZero(start: number, end: number): [number, number] {
  const turned = -2 * Math.PI * Math.floor((start + WHOLE) / (2 * Math.PI));
  return [start + turned, end + turned];
}

export function arcPoint([u, v, axisU, axisV, ratio]: Arc, t: number): [number, number] {
  const c = cos(t),
    s = sin(t) * ratio;
  return [u + c * axisU - s * axisV, v + c * axisV + s * axisU];
}

/** The parameter of the arc's curve nearest in direction to a point, within half a turn of `near`. */
export function arcParameter([u, v, axisU, axisV, ratio]: Arc, pu: number, pv: number, near: number): number {
  const x = (pu - u) * axisU + (pv - v) * axisV,
    y = ((pv - v) * axisU - (pu - u) * axisV) / ratio;
  const t = atan2(y, x);
  return t + 2 * Math.PI * Math.round((near - t) / (2 * Math.PI));
}

/** Whether a point at one end of an arc, which does not go all round, is that at its start. */
export function isAtStart(arc: Arc, pu: number, pv: number): boolean {
  const middle = (arc[5] + arc[6]) / 2;
  return arcParameter(arc, pu, pv, middle) < middle;
}

/** What a point is at least away from the arc's whole curve: of a circle the distance itself. */
export function arcDistance([u, v, axisU, axisV, ratio]: Arc, pu: number, pv: number): number {
  const square = axisU * axisU + axisV * axisV;
  const x = (pu - u) * axisU + (pv - v) * axisV,
    y = ((pv - v) * axisU - (pu - u) * axisV) / ratio;
  return Math.abs(Math.sqrt(x * x + y * y) / square - 1) * Math.sqrt(square) * ratio;
}

/** Points along an arc as u, v pairs, so close that no chord leaves it by more than `rise` metres. */
export function arcPoints(arc: Arc, rise: number): Float64Array {
  const [, , axisU, axisV, , start, end] = arc;
  const n = Math.max(2, Math.ceil((end - start) / (2 * acos(Math.max(0, 1 - rise / Math.hypot(axisU, axisV))))));
  const out = new Float64Array(n * 2 + 2);
  for (let k = 0; k <= n; k++) [out[k * 2], out[k * 2 + 1]] = arcPoint(arc, start + ((end - start) * k) / n);
  return out;
}

/** The parameters between start and end at which the arc has the value `at` along an axis (0 for u, 1 for v), ascending. */
export function arcCrossings(arc: Arc, axis: 0 | 1, at: number): number[] {
  const [u, v, axisU, axisV, ratio, start, end] = arc;
  const [a, b, c] = axis === 0 ? [axisU, -ratio * axisV, at - u] : [axisV, ratio * axisU, at - v];
  const size = Math.hypot(a, b);
  if (Math.abs(c) > size || size === 0) return [];
  const middle = atan2(b, a);
  const half = acos(c / size);
  const out: number[] = [];
  for (const t of half > 0 ? [middle - half, middle + half] : [middle])
    for (let turned = t + 2 * Math.PI * Math.ceil((start - t) / (2 * Math.PI)); turned <= end; turned += 2 * Math.PI) out.push(turned);
  return out.sort((p, q) => p - q);
}

/** Smallest and largest u, v of an arc. */
export function arcBounds(arc: Arc): [number, number, number, number] {
  const [u, v, axisU, axisV, ratio, start, end] = arc;
  const out: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = (t: number) => {
    const [pu, pv] = arcPoint(arc, t);
    out[0] = Math.min(out[0], pu);
    out[1] = Math.min(out[1], pv);
    out[2] = Math.max(out[2], pu);
    out[3] = Math.max(out[3], pv);
  };
  take(start);
  take(end);
  // where the curve turns back: at the ends of its reach along u and along v
  for (const [axis, reach] of [
    [0, Math.hypot(axisU, ratio * axisV)],
    [1, Math.hypot(axisV, ratio * axisU)],
  ] as const)
    for (const sign of [-1, 1]) arcCrossings(arc, axis, (axis === 0 ? u : v) + sign * reach * (1 - 1e-15)).forEach(take);
  return out;
}

/** The arc seen in a mirror in which u runs the other way. */
export function mirrorArc(arc: Arc): Arc {
  const [u, v, axisU, axisV, ratio, start, end] = arc;
  if (isCircle(arc))
    return [-u + 0, v, axisU, 0, 1, ...(isWhole(arc) ? [start, end] : fromZero(Math.PI - end, Math.PI - start))] as unknown as Arc;
  return [-u + 0, v, -axisU + 0, axisV, ratio, ...fromZero(-end, -start)];
}

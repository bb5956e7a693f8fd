import { ARC_FIT, ARC_STEP, SPECK } from '../geometry/tolerances';

/** A stretch of a chain: a polyline from point `from` to point `to`, or an arc through them. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Centre u, v, radius, start, end (counter-clockwise, end above start), or null for straight pieces. */
  readonly arc: readonly [number, number, number, number, number] | null;
}

/** Fewer chords than this are a bevel, not an arc. */
const CHORDS = 4;

/**
 * Finds the arcs in a chain of points (u, v pairs). An arc has at least four chords of one length that turn one way by equal
 * steps of at most 22.6°, with all its corners within 20 µm of one circle. Nothing else becomes an arc: an octagon stays one.
 */
export function fitArcs(points: Float64Array): Stretch[] {
  const n = points.length / 2;
  const out: Stretch[] = [];
  let straight = 0;
  for (let i = 0; i + CHORDS < n;) {
    const to = arcEnd(points, i, n);
    if (to < 0) {
      i++;
      continue;
    }
    if (i > straight) out.push({ from: straight, to: i, arc: null });
    out.push({ from: i, to, arc: circle(points, i, to) });
    straight = i = to;
  }
  if (straight < n - 1) out.push({ from: straight, to: n - 1, arc: null });
  return out;
}

/**
 * Last point of the arc that begins at i, or -1. It grows while chords and turns are alike, then gives back corners until all
 * lie on one circle. That circle goes through corners far apart: three neighbours that are a micrometre off give a poor one.
 */
function arcEnd(points: Float64Array, i: number, n: number): number {
  const step = turn(points, i);
  if (Math.abs(step) < 0.01 || Math.abs(step) > ARC_STEP) return -1;
  const chord = distance(points, i, i + 1);
  let last = i + 1;
  while (last + 1 < n) {
    if (Math.abs(distance(points, last, last + 1) - chord) > ARC_FIT * 2 + chord * 0.002) break;
    if (Math.abs(turn(points, last - 1) - step) > 0.004 + Math.abs(step) * 0.02) break;
    last++;
  }
  while (last - i >= CHORDS && !fits(points, i, last)) last--;
  return last - i >= CHORDS ? last : -1;
}

/** Whether all corners of a stretch lie on the circle that would be drawn for it. */
function fits(points: Float64Array, from: number, to: number): boolean {
  const c = circle(points, from, to);
  if (!(c[2] < 1000)) return false;
  for (let k = from; k <= to; k++)
    if (Math.abs(Math.hypot(points[k * 2]! - c[0], points[k * 2 + 1]! - c[1]) - c[2]) > ARC_FIT) return false;
  return true;
}

const distance = (p: Float64Array, a: number, b: number): number => Math.hypot(p[b * 2]! - p[a * 2]!, p[b * 2 + 1]! - p[a * 2 + 1]!);

/** Turn at point i + 1 between the chords before and after it; positive to the left. */
function turn(p: Float64Array, i: number): number {
  const au = p[i * 2 + 2]! - p[i * 2]!,
    av = p[i * 2 + 3]! - p[i * 2 + 1]!;
  const bu = p[i * 2 + 4]! - p[i * 2 + 2]!,
    bv = p[i * 2 + 5]! - p[i * 2 + 3]!;
  return Math.atan2(au * bv - av * bu, au * bu + av * bv);
}

/** Circle through three points: centre and radius. */
function centre(p: Float64Array, i: number, j: number, k: number): [number, number, number] | null {
  const x = p[i * 2]!,
    y = p[i * 2 + 1]!;
  const bu = p[j * 2]! - x,
    bv = p[j * 2 + 1]! - y,
    cu = p[k * 2]! - x,
    cv = p[k * 2 + 1]! - y;
  const d = 2 * (bu * cv - bv * cu);
  if (Math.abs(d) < 1e-14) return null;
  const b2 = bu * bu + bv * bv,
    c2 = cu * cu + cv * cv;
  const u = (cv * b2 - bv * c2) / d,
    v = (bu * c2 - cu * b2) / d;
  const r = Math.hypot(u, v);
  return r < 1000 ? [x + u, y + v, r] : null;
}

function circle(p: Float64Array, from: number, to: number): [number, number, number, number, number] {
  const closed = distance(p, from, to) < SPECK;
  const third = closed ? from + Math.floor(((to - from) * 2) / 3) : to;
  const middle = closed ? from + Math.floor((to - from) / 3) : from + Math.floor((to - from) / 2);
  const [u, v, r] = centre(p, from, middle, third) ?? centre(p, from, from + 1, from + 2)!;
  const angle = (k: number) => Math.atan2(p[k * 2 + 1]! - v, p[k * 2]! - u);
  if (closed) return [u, v, r, 0, 2 * Math.PI];
  const left = turn(p, from) > 0;
  const start = angle(left ? from : to);
  let end = angle(left ? to : from);
  if (end <= start) end += 2 * Math.PI;
  return [u, v, r, start, end];
}

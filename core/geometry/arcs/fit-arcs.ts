import { ARC_FIT, ARC_STEP, ROUND_STEP, SPECK } from '../numbers/tolerances';
import { circleArc, fromZero, type Arc } from './arc';
import { fitEllipse } from './fit-ellipse';
import { isRound, isRoundFacet } from './round-size';
import { atan2, cos } from '../numbers/trigonometry';

/** A stretch of a chain: a polyline from point `from` to point `to`, or an arc through them. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** null for straight pieces. */
  readonly arc: Arc | null;
}

/** Fewer chords than this are a bevel, not an arc; of steps above ARC_STEP, and of an ellipse, about half a round of twelve is asked. */
const CHORDS = 4;
const MANY_CHORDS = 5;

/**
 * Finds the arcs in a chain of points (u, v pairs). An arc of a circle has at least four chords of one length (five, where they
 * turn by more than 22.6°) that turn one way by equal steps of at most 30.5°, with all its corners within 20 µm of one circle.
 * An arc of an ellipse has at least five chords that are the picture of such an arc seen aslant. Nothing else becomes an arc: an
 * octagon stays one, and so does what is too large to be meant round (`isRound`). `scale` is that of the scene.
 */
export function fitArcs(points: Float64Array, scale = 1): Stretch[] {
  const n = points.length / 2;
  const tries: Tries = { until: -1, count: 0 };
  return divide(0, n - 1, CHORDS, (i) => longer(points, i, n, tries, scale));
}

/** Corners `from` to `last` as arcs of at least `fewest` chords, wherever one is found to begin, and what is straight between them. */
export function divide(from: number, last: number, fewest: number, arcFrom: (i: number) => Stretch | null): Stretch[] {
  const out: Stretch[] = [];
  let straight = from;
  for (let i = from; i + fewest <= last;) {
    const found = arcFrom(i);
    if (!found) {
      i++;
      continue;
    }
    if (i > straight) out.push({ from: straight, to: i, arc: null });
    out.push(found);
    straight = i = found.to;
  }
  if (straight < last) out.push({ from: straight, to: last, arc: null });
  return out;
}

/** The arc that begins at i, or null: of a circle, unless an ellipse goes on farther (near its apex an ellipse is like a circle). */
function longer(points: Float64Array, i: number, n: number, tries: Tries, scale: number): Stretch | null {
  const to = arcEnd(points, i, n, scale);
  const ellipse = to === n - 1 ? null : ellipseFrom(points, i, n, tries, scale);
  return ellipse && ellipse.to > to ? ellipse : to < 0 ? null : { from: i, to, arc: circle(points, i, to) };
}

/**
 * Last point of the arc that begins at i, or -1. It grows while chords and turns are alike, then gives back corners until all
 * lie on one circle. That circle goes through corners far apart: three neighbours that are a micrometre off give a poor one.
 */
function arcEnd(points: Float64Array, i: number, n: number, scale: number): number {
  const step = turn(points, i);
  if (Math.abs(step) < FINEST || Math.abs(step) > ROUND_STEP) return -1;
  const least = Math.abs(step) > ARC_STEP ? MANY_CHORDS : CHORDS;
  const chord = distance(points, i, i + 1);
  if (!isRoundFacet(Math.abs(step), chord, scale)) return -1;
  let last = i + 1;
  while (last + 1 < n) {
    if (Math.abs(distance(points, last, last + 1) - chord) > ARC_FIT * 2 + chord * 0.002) break;
    if (Math.abs(turn(points, last - 1) - step) > 0.004 + Math.abs(step) * 0.02) break;
    last++;
  }
  while (last - i >= least && !fits(points, i, last)) last--;
  return last - i >= least ? last : -1;
}

/** How far a chain may leave the recurrence of an ellipse while it is still looked at; the fit decides. */
const LOOSE = 0.004;
/** An ellipse is only recognised where the chain turns by this much in all: on less, any smooth curve is like one. */
const TURNS = Math.PI / 6;
/** The finest step: a little less than that of 256 sides. */
const FINEST = 0.0235;

/** How often a fit was tried in vain on a stretch that ends at a corner: a chord cut short at its start costs one try, no more are worth it. */
interface Tries {
  until: number;
  count: number;
}

/** The ellipse's arc that begins at i, or null. One or two corners are given back: the end of a chain may be a chord cut short. */
function ellipseFrom(p: Float64Array, i: number, n: number, tries: Tries, scale: number): Stretch | null {
  if (i + MANY_CHORDS >= n) return null;
  const along = (a: number, b: number): [number, number] => [p[b * 2]! - p[a * 2]!, p[b * 2 + 1]! - p[a * 2 + 1]!];
  const [cu, cv] = along(i + 1, i + 2);
  const [wu, wv] = along(i, i + 3);
  const ratio = (wu * cu + wv * cv) / (cu * cu + cv * cv);
  // 1 + 2 cos θ, for steps of 1.3° to 30.5°
  if (!(ratio > 1 + 2 * cos(ROUND_STEP) && ratio < 1 + 2 * cos(FINEST))) return null;
  const side = Math.sign(turn(p, i));
  let total = Math.abs(turn(p, i));
  let last = i + 2;
  while (last + 1 < n && Math.sign(turn(p, last - 1)) === side) {
    const [u, v] = along(last - 2, last + 1);
    const [mu, mv] = along(last - 1, last);
    if (Math.hypot(u - ratio * mu, v - ratio * mv) > 4 * ARC_FIT + LOOSE * Math.hypot(mu, mv)) break;
    total += Math.abs(turn(p, last - 1));
    last++;
  }
  if (last - i < MANY_CHORDS || total < TURNS || (tries.until === last && tries.count > 2)) return null;
  tries.count = tries.until === last ? tries.count + 1 : 1;
  tries.until = last;
  for (const to of [last, last - 1, last - 2]) {
    const arc = to - i >= MANY_CHORDS ? fitEllipse(p, i, to) : null;
    if (arc) return isRound((arc[6] - arc[5]) / (to - i), Math.hypot(arc[2], arc[3]), scale) ? { from: i, to, arc } : null;
  }
  return null;
}

/** Whether all corners of a stretch lie on the circle that would be drawn for it. */
function fits(points: Float64Array, from: number, to: number): boolean {
  const [u, v, radius] = circle(points, from, to);
  if (!(radius < 1000)) return false;
  for (let k = from; k <= to; k++) if (Math.abs(Math.hypot(points[k * 2]! - u, points[k * 2 + 1]! - v) - radius) > ARC_FIT) return false;
  return true;
}

const distance = (p: Float64Array, a: number, b: number): number => Math.hypot(p[b * 2]! - p[a * 2]!, p[b * 2 + 1]! - p[a * 2 + 1]!);

/** Turn at point i + 1 between the chords before and after it; positive to the left. */
function turn(p: Float64Array, i: number): number {
  const au = p[i * 2 + 2]! - p[i * 2]!,
    av = p[i * 2 + 3]! - p[i * 2 + 1]!;
  const bu = p[i * 2 + 4]! - p[i * 2 + 2]!,
    bv = p[i * 2 + 5]! - p[i * 2 + 3]!;
  return atan2(au * bv - av * bu, au * bu + av * bv);
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

function circle(p: Float64Array, from: number, to: number): Arc {
  const closed = distance(p, from, to) < SPECK;
  const third = closed ? from + Math.floor(((to - from) * 2) / 3) : to;
  const middle = closed ? from + Math.floor((to - from) / 3) : from + Math.floor((to - from) / 2);
  const [u, v, r] = centre(p, from, middle, third) ?? centre(p, from, from + 1, from + 2)!;
  const angle = (k: number) => atan2(p[k * 2 + 1]! - v, p[k * 2]! - u);
  if (closed) return circleArc(u, v, r, 0, 2 * Math.PI);
  const left = turn(p, from) > 0;
  const start = angle(left ? from : to);
  let end = angle(left ? to : from);
  if (end <= start) end += 2 * Math.PI;
  return circleArc(u, v, r, ...fromZero(start, end));
}

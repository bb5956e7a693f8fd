import type { Box } from '../geometry/rings';
import type { Drawing } from '../linework/drawing';
import type { Landmarks } from './landmarks';
import type { Marks } from './marks';
import { apartFrom } from './apart-from';

/* Paper millimetres. */
/** How far a line leads out of the drawing at least. */
const OUT = 9;
/** What lies farther out is not followed. */
const FAR = 40;
/** Beyond the top of an upright drawing. */
const OVER = 4;
/** A step along an axis that is none, metres. */
const LEAST = 1e-6;
/** Between two tags. */
const CLEAR = 0.8;

type Place = [u: number, v: number];
type Style = readonly [pen: number, layer: number];

/**
 * Draws the grid lines of the model through a drawing, with a tag in a circle at each end that leads out of it, in an upright drawing at the foot. A tag that
 * would cover another stands farther out. Where a grid line lies along a line of the drawing it is left out: nothing is drawn twice.
 * Source of the form: chain lines with a circle at their ends (ISO 4068; here from memory), circles as small as their words allow.
 * @param height of the capitals, paper millimetres
 */
export function markGrid(
  marks: Marks,
  { axes }: Landmarks,
  drawing: Drawing,
  box: Box,
  styles: { line: Style; tag: Style },
  height: number,
): void {
  const { mm } = marks;
  const radius = height * 1.15 * mm;
  const tags: Place[] = [];
  for (const { tag, points } of axes) {
    const path = points.length > 2 ? reached(withoutRests(points), box, mm) : upright(points[0]!, box, mm);
    if (!path) continue;
    const ends: readonly (readonly [Place, Place])[] =
      points.length > 2 ? [[path[0]!, path[1]!], [path.at(-1)!, path.at(-2)!]] : [[path[0]!, path[1]!]]; // prettier-ignore
    // a tag among the lines of the drawing is none where the other end has one out of it
    const isOut = ([u, v]: Place) => u <= box[0] || u >= box[2] || v <= box[1] || v >= box[3];
    const out = ends.filter(([end]) => isOut(end));
    const size = Math.max(radius, (Array.from(tag).length * height * 0.42 + 0.6) * mm);
    for (const [end, before] of out.length ? out : ends) {
      const l = Math.hypot(end[0] - before[0], end[1] - before[1]) || 1;
      const away: Place = [(end[0] - before[0]) / l, (end[1] - before[1]) / l];
      const on = clearOf(drawing, end, away, size, CLEAR * mm);
      end[0] += away[0] * on;
      end[1] += away[1] * on;
      const middle: Place = [end[0] + away[0] * size, end[1] + away[1] * size];
      while (tags.some(([u, v]) => Math.hypot(u - middle[0], v - middle[1]) < 2 * size + CLEAR * mm)) {
        end[0] += away[0] * (2 * size + CLEAR * mm);
        end[1] += away[1] * (2 * size + CLEAR * mm);
        [middle[0], middle[1]] = [end[0] + away[0] * size, end[1] + away[1] * size];
      }
      tags.push(middle);
      marks.circle(middle, size, styles.tag);
      marks.text(tag, height, [middle[0], middle[1] - (height / 2) * mm], 'middle', styles.tag);
    }
    for (const piece of apartFrom(path, drawing)) marks.line(piece, styles.line);
  }
}

/**
 * How far on from its end along its way an axis is to go, so that a tag there lies on no line of the drawing: that far is looked, until the
 * first place that is wide enough. Cost: the lines of the drawing.
 * @param size half of the tag
 * @param gap between it and what is drawn
 */
function clearOf({ points, lineStart }: Drawing, [u0, v0]: Place, [c, s]: Place, size: number, gap: number): number {
  const half = size + gap;
  const taken: (readonly [from: number, to: number])[] = [];
  for (let l = 0; l + 1 < lineStart.length; l++)
    for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++) {
      const [du, dv, eu, ev] = [points[p * 2]! - u0, points[p * 2 + 1]! - v0, points[p * 2 + 2]! - u0, points[p * 2 + 3]! - v0];
      // along the way, and beside it
      const [a, b, x, y] = [du * c + dv * s, eu * c + ev * s, dv * c - du * s, ev * c - eu * s];
      if ((x > half && y > half) || (x < -half && y < -half) || (a < 0 && b < 0)) continue;
      const at = (t: number) => a + Math.min(1, Math.max(0, t)) * (b - a);
      const [one, other] = Math.abs(y - x) < LEAST ? [a, b] : [at((-half - x) / (y - x)), at((half - x) / (y - x))];
      if (Math.max(one, other) > 0) taken.push([Math.min(one, other), Math.max(one, other)]);
    }
  // the tag reaches from the end of its line on
  let on = 0;
  for (const [from, to] of taken.sort((p, q) => p[0] - q[0])) {
    if (from >= on + 2 * size + gap) break;
    on = Math.max(on, to + gap);
  }
  return on;
}

/** An axis without points that repeat the one before: they have no direction. Of one without a length a single point stays. */
function withoutRests(points: Float64Array): Float64Array {
  const moves = (i: number) => Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!) > LEAST;
  return points.filter((_, i) => i < 2 || moves(i - (i % 2)));
}

/** Through an upright drawing: from below it to just over it. Outside it there is none. */
function upright(u: number, [u0, v0, u1, v1]: Box, mm: number): Place[] | null {
  return u < u0 - OVER * mm || u > u1 + OVER * mm ? null : [[u, v0 - OUT * mm], [u, v1 + OVER * mm]]; // prettier-ignore
}

/** Of an axis what lies in the drawing or near it; its ends lead out of it where the axis does. */
function reached(points: Float64Array, [u0, v0, u1, v1]: Box, mm: number): Place[] | null {
  const path = Array.from({ length: points.length / 2 }, (_, i): Place => [points[i * 2]!, points[i * 2 + 1]!]);
  const isIn = ([u, v]: Place, by: number) => u >= u0 - by && u <= u1 + by && v >= v0 - by && v <= v1 + by;
  if (path.length < 2) return null;
  if (path.length > 2) return path.some((p) => isIn(p, 0)) ? path : null;
  const [a, b] = path as [Place, Place];
  const span = along(a, b, [u0 - OUT * mm, v0 - OUT * mm, u1 + OUT * mm, v1 + OUT * mm]);
  const inner = along(a, b, [u0 - OVER * mm, v0 - OVER * mm, u1 + OVER * mm, v1 + OVER * mm]);
  if (!span || !inner || span[0] >= 1 || span[1] <= 0) return null;
  // an end of its own in sight is kept; an end far away is drawn in to the drawing
  const from = isIn(a, FAR * mm) ? 0 : span[0];
  const to = isIn(b, FAR * mm) ? 1 : span[1];
  const at = (t: number): Place => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  return to > from ? [at(from), at(to)] : null;
}

/** The parameters between which the line through two points runs in a box (Liang and Barsky 1984). */
function along(a: Place, b: Place, [u0, v0, u1, v1]: Box): [number, number] | null {
  let [from, to] = [-Infinity, Infinity];
  for (const [p, d, low, high] of [
    [a[0], b[0] - a[0], u0, u1],
    [a[1], b[1] - a[1], v0, v1],
  ] as const) {
    // prettier-ignore
    if (Math.abs(d) < 1e-12) {
      if (p < low || p > high) return null;
      continue;
    }
    const [s, t] = [(low - p) / d, (high - p) / d];
    [from, to] = [Math.max(from, Math.min(s, t)), Math.min(to, Math.max(s, t))];
  }
  return from < to ? [from, to] : null;
}

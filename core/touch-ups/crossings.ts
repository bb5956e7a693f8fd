import { arcParameter, arcPoint, arcPoints, isWhole, type Arc } from '../geometry/arcs/arc';
import { meet } from '../geometry/arcs/arc-intersection';
import { ONE_POINT, type Along, type Shape } from './shape';

type Segment = readonly [number, number, number, number];

/** Chords of an arc by which it is looked for where two arcs meet, metres; the place itself is exact. */
const RISE = 1e-3;

/**
 * Where a shape is crossed, or touched, by another: places on the shape, in no order. What runs along it does not cross it.
 * @param isEndless whether the shape is taken beyond its ends: a way along its last segments, an arc all round
 */
export function crossings(shape: Shape, other: Shape, isEndless = false): Along[] {
  const out: Along[] = [];
  if (shape.arc) {
    const own: Arc = isEndless ? [shape.arc[0], shape.arc[1], shape.arc[2], shape.arc[3], shape.arc[4], 0, 2 * Math.PI] : shape.arc;
    if (other.arc) out.push(...arcOnArc(own, other.arc));
    else
      for (const segment of segmentsOf(other.path).filter(isLine))
        for (const [t, s] of lineOnArc(segment, own)) if (isOn(segment, t)) out.push(s);
    return out;
  }
  const own = segmentsOf(shape.path);
  own.forEach((segment, k) => {
    if (!isLine(segment)) return;
    const isMet = (t: number) => {
      const slack = ONE_POINT / lengthOf(segment);
      return (t > -slack || (isEndless && k === 0)) && (t < 1 + slack || (isEndless && k === own.length - 1));
    };
    const bounded = (t: number) => k + (isEndless ? t : Math.max(0, Math.min(1, t)));
    if (other.arc) {
      for (const [t] of lineOnArc(segment, other.arc)) if (isMet(t)) out.push(bounded(t));
      return;
    }
    for (const across of segmentsOf(other.path).filter(isLine)) {
      const met = lineOnLine(segment, across);
      if (met && isMet(met[0]) && isOn(across, met[1])) out.push(bounded(met[0]));
    }
  });
  return out;
}

const segmentsOf = (path: readonly number[]): Segment[] =>
  Array.from({ length: path.length / 2 - 1 }, (_, k) => [path[k * 2]!, path[k * 2 + 1]!, path[k * 2 + 2]!, path[k * 2 + 3]!]);
const isLine = (own: Segment): boolean => lengthOf(own) > 0;
const lengthOf = ([a, b, c, d]: Segment): number => Math.hypot(c - a, d - b);
const isOn = (segment: Segment, t: number): boolean => {
  const slack = ONE_POINT / lengthOf(segment);
  return t > -slack && t < 1 + slack;
};

/** Where two straight lines meet, as parts of each; null where they run side by side. */
function lineOnLine([a, b, c, d]: Segment, [e, f, g, h]: Segment): [number, number] | null {
  const [pu, pv, qu, qv] = [c - a, d - b, g - e, h - f];
  const det = pu * qv - pv * qu;
  // a thousandth of a millimetre on a metre
  if (Math.abs(det) < 1e-6 * Math.hypot(pu, pv) * Math.hypot(qu, qv)) return null;
  return [((e - a) * qv - (f - b) * qu) / det, ((e - a) * pv - (f - b) * pu) / det];
}

/** Where a straight line meets an arc: the part of the line, and the arc's parameter. In the measure of its axes the arc is a unit circle. */
function lineOnArc([a, b, c, d]: Segment, arc: Arc): [t: number, parameter: number][] {
  const [u, v, axisU, axisV, ratio] = arc;
  const square = axisU * axisU + axisV * axisV;
  const x = (p: number, q: number) => (p * axisU + q * axisV) / square;
  const y = (p: number, q: number) => (q * axisU - p * axisV) / (square * ratio);
  const [x0, y0, dx, dy] = [x(a - u, b - v), y(a - u, b - v), x(c - a, d - b), y(c - a, d - b)];
  const [p, q, r] = [dx * dx + dy * dy, x0 * dx + y0 * dy, x0 * x0 + y0 * y0 - 1];
  // what comes as near as one point is to another touches
  const under = q * q - p * r;
  if (p === 0 || under < -2 * p * (ONE_POINT / Math.sqrt(square))) return [];
  const root = Math.sqrt(Math.max(0, under));
  const roots = root === 0 ? [-q / p] : [(-q - root) / p, (-q + root) / p];
  return roots.flatMap((t): [number, number][] => {
    const s = within(arc, a + t * (c - a), b + t * (d - b));
    return s === null ? [] : [[t, s]];
  });
}

/** The parameter of a place that lies on an arc's curve; null where the arc does not reach it. */
function within(arc: Arc, u: number, v: number): number | null {
  const [start, end] = [arc[5], arc[6]];
  const t = arcParameter(arc, u, v, (start + end) / 2);
  const slack = ONE_POINT / Math.hypot(arc[2], arc[3]);
  if (!isWhole(arc) && (t < start - slack || t > end + slack)) return null;
  return isWhole(arc) ? t : Math.max(start, Math.min(end, t));
}

/** Where an arc is met by another: chords of that tell about where, and Newton's method where exactly. */
function arcOnArc(own: Arc, other: Arc): number[] {
  const out: number[] = [];
  const points = arcPoints(other, RISE);
  for (let i = 0; i + 3 < points.length; i += 2) {
    const chord: Segment = [points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!];
    for (const [t, s] of lineOnArc(chord, own)) {
      if (t < -0.05 || t > 1.05) continue;
      const exact = meet(own, s, { arc: other }, true);
      const [u, v] = exact === null ? [NaN, NaN] : arcPoint(own, exact);
      const at = within(own, u, v);
      if (at !== null && !out.some((known) => Math.abs(known - at) < 1e-9)) out.push(at);
    }
  }
  return out;
}

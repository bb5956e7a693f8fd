import { append } from '../../geometry/append';
import { transformPoint } from '../../geometry/matrix4';
import { cross, dot, scale, subtract, type Vec2, type Vec3 } from '../../geometry/vec3';
import { enumeration, list, number, refs, triple, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import { isRef, type StepRecord, type StepValue } from '../step/step-values';
import { atan2, cos, sin } from '../../geometry/numbers/trigonometry';

/** Chords of curves turn by at most this: 32 to a circle, as the library has them. */
export const STEP = Math.PI / 16;
/** Points on each stretch between knots of a spline. */
const PER_SPAN = 8;
const DEEPEST = 12;

/** Points along a plane curve, as pathPoints has them. */
export function curvePoints(index: StepIndex, placements: Placements, value: StepValue | undefined): Vec2[] | null {
  return pathPoints(index, placements, value)?.map(flat) ?? null;
}

/**
 * Points along a curve of an IFC file, in file units; those of a plane curve have no height: polylines, indexed curves with arcs, composite and trimmed curves,
 * circles, ellipses, lines, B-splines with and without weights. Null for what is not known.
 * Source: ISO 16739-1:2018, IfcGeometryResource; splines after C. de Boor, A Practical Guide to Splines, 1978.
 */
export function pathPoints(index: StepIndex, placements: Placements, value: StepValue | undefined, depth = 0): Vec3[] | null {
  const curve = index.follow(value);
  if (!curve || depth > DEEPEST) return null;
  switch (curve.type) {
    case 'IFCPOLYLINE':
      return refs(curve.args[0]).map((p) => triple(index.get(p), [0, 0, 0]));
    case 'IFCINDEXEDPOLYCURVE':
      return indexed(index, curve);
    case 'IFCCOMPOSITECURVE':
    case 'IFC2DCOMPOSITECURVE':
    case 'IFCCOMPOSITECURVEONSURFACE':
    case 'IFCBOUNDARYCURVE':
    case 'IFCOUTERBOUNDARYCURVE': {
      const out: Vec3[] = [];
      for (const id of refs(curve.args[0])) {
        const segment = index.get(id);
        const points = segment && pathPoints(index, placements, segment.args[2], depth + 1);
        if (!points) return null;
        append(out, enumeration(segment.args[1]) === 'F' ? points.reverse() : points);
      }
      return out;
    }
    case 'IFCCIRCLE':
    case 'IFCELLIPSE':
      return conic(placements, curve, 0, 2 * Math.PI);
    case 'IFCTRIMMEDCURVE':
      return trimmed(index, placements, curve, depth);
    case 'IFCBSPLINECURVE':
    case 'IFCBSPLINECURVEWITHKNOTS':
    case 'IFCRATIONALBSPLINECURVEWITHKNOTS':
      return spline(index, curve);
    default:
      return null;
  }
}

const flat = (p: readonly number[]): Vec2 => [p[0]!, p[1]!];

function indexed(index: StepIndex, curve: StepRecord): Vec3[] | null {
  const points = list(index.follow(curve.args[0])?.args[0]).map((p): Vec3 => {
    const [x, y, z = 0] = list(p).map(number);
    return [x ?? NaN, y ?? NaN, z ?? NaN];
  });
  const segments = list(curve.args[1]);
  if (!segments.length) return points;
  const out: Vec3[] = [];
  for (const segment of segments) {
    if (typeof segment !== 'object' || segment === null || !('type' in segment)) return null;
    const own = list(segment.args[0]).map((k) => points[(number(k) ?? 0) - 1]);
    if (own.some((p) => !p)) return null;
    append(out, segment.type === 'IFCARCINDEX' && own.length === 3 ? arcThrough(own as [Vec3, Vec3, Vec3]) : (own as Vec3[]));
  }
  return out;
}

/** Chords of the arc through three points. */
function arcThrough([a, b, c]: readonly [Vec3, Vec3, Vec3]): Vec3[] {
  const [p, q] = [subtract(b, a), subtract(c, a)];
  const normal = cross(p, q);
  const [pp, qq, nn] = [dot(p, p), dot(q, q), dot(normal, normal)];
  if (nn < 1e-24 * (pp + qq) ** 2) return [a, b, c];
  // from a to the centre: the circumcentre of a triangle (e.g. Weisstein, MathWorld)
  const to = scale(cross(subtract(scale(q, pp), scale(p, qq)), normal), 1 / (2 * nn));
  const radius = Math.hypot(...to);
  // the plane of the arc, its x axis from the centre to a; it turns about the normal of a, b, c
  const x = scale(to, -1 / radius);
  const y = cross(scale(normal, 1 / Math.sqrt(nn)), x);
  const end = subtract(q, to);
  const turn = (atan2(dot(end, y), dot(end, x)) + 2 * Math.PI) % (2 * Math.PI);
  const points = arc([0, 0], radius, 0, turn).map(
    ([u, v]) => [0, 1, 2].map((k) => a[k]! + to[k]! + u * x[k]! + v * y[k]!) as unknown as Vec3,
  );
  points[0] = a;
  points[points.length - 1] = c;
  return points;
}

/** Chords of an arc that begins at the angle `from` and turns by `turn`. */
export function arc([cx, cy]: Vec2, radius: number, from: number, turn: number): Vec2[] {
  const n = Math.max(1, Math.ceil(Math.abs(turn) / STEP - 1e-9));
  return Array.from({ length: n + 1 }, (_, i): Vec2 => {
    const angle = from + (turn * i) / n;
    return [cx + radius * cos(angle), cy + radius * sin(angle)];
  });
}

function conic(placements: Placements, curve: StepRecord, from: number, turn: number): Vec3[] | null {
  const a = number(curve.args[1]),
    b = curve.type === 'IFCELLIPSE' ? number(curve.args[2]) : a;
  if (a === null || b === null || !(a > 0 && b > 0)) return null;
  const m = placements.axes(curve.args[0]);
  const whole = Math.abs(turn) > 2 * Math.PI - 1e-9;
  const points = arc([0, 0], 1, from, turn).map(([x, y]) => transformPoint(m, [x * a, y * b, 0]));
  if (whole) points.pop();
  return points;
}

function trimmed(index: StepIndex, placements: Placements, curve: StepRecord, depth: number): Vec3[] | null {
  const basis = index.follow(curve.args[0]);
  if (!basis) return null;
  const isForward = enumeration(curve.args[3]) !== 'F';
  const ends = [curve.args[1], curve.args[2]].map((trim) => {
    const place = list(trim).find(isRef);
    const parameter = list(trim)
      .map(number)
      .find((n) => n !== null);
    return { point: place ? triple(index.follow(place), [0, 0, 0]) : null, parameter: parameter ?? null };
  });
  if (basis.type === 'IFCLINE') {
    const from = triple(index.follow(basis.args[0]), [0, 0, 0]);
    const vector = index.follow(basis.args[1]);
    const d = triple(index.follow(vector?.args[0]), [1, 0, 0]);
    const l = number(vector?.args[1]) ?? 1;
    const at = (t: number): Vec3 => [from[0] + d[0] * l * t, from[1] + d[1] * l * t, from[2] + d[2] * l * t];
    return ends.map(({ point, parameter }) => point ?? at(parameter ?? 0));
  }
  if (basis.type === 'IFCCIRCLE' || basis.type === 'IFCELLIPSE') {
    const [a, b] = [number(basis.args[1]) ?? 1, number(basis.args[basis.type === 'IFCELLIPSE' ? 2 : 1]) ?? 1];
    const m = placements.axes(basis.args[0]);
    const angle = ({ point, parameter }: (typeof ends)[number]): number => {
      if (!point) return (parameter ?? 0) * angleUnit(index);
      const d: Vec3 = [point[0] - m[12]!, point[1] - m[13]!, point[2] - m[14]!];
      return atan2(dot(d, [m[4]!, m[5]!, m[6]!]) / b, dot(d, [m[0]!, m[1]!, m[2]!]) / a);
    };
    const [from, to] = [angle(ends[0]!), angle(ends[1]!)];
    let turn = (to - from + 4 * Math.PI) % (2 * Math.PI);
    if (turn < 1e-9) turn = 2 * Math.PI;
    return conic(placements, basis, from, isForward ? turn : turn - 2 * Math.PI || -2 * Math.PI);
  }
  return depth > DEEPEST ? null : pathPoints(index, placements, curve.args[0], depth + 1);
}

/** Radians in one unit of plane angle of the file. */
export function angleUnit(index: StepIndex): number {
  for (const project of index.all('IFCPROJECT'))
    for (const id of refs(index.follow(index.get(project)?.args[8])?.args[0])) {
      const unit = index.get(id);
      if (!unit || enumeration(unit.args[1]) !== 'PLANEANGLEUNIT') continue;
      return unit.type === 'IFCSIUNIT' ? 1 : (number(index.follow(unit.args[3])?.args[0]) ?? 1);
    }
  return 1;
}

function spline(index: StepIndex, curve: StepRecord): Vec3[] | null {
  const degree = number(curve.args[0]);
  const control = refs(curve.args[1]).map((p) => triple(index.get(p), [0, 0, 0]));
  if (degree === null || degree < 1 || degree > 9 || control.length <= degree) return null;
  const counts = list(curve.args[5]).map((n) => number(n) ?? 0),
    values = list(curve.args[6]).map((n) => number(n) ?? 0);
  const knots = counts.length
    ? counts.flatMap((n, i) => Array.from({ length: Math.min(n, 20) }, () => values[i] ?? 0))
    : Array.from({ length: control.length + degree + 1 }, (_, i) => Math.min(Math.max(i - degree, 0), control.length - degree));
  if (knots.length !== control.length + degree + 1) return null;
  const weights = list(curve.args[8]).map((n) => number(n) ?? 1);
  const out: Vec3[] = [];
  for (let span = degree; span < control.length; span++) {
    const [from, to] = [knots[span]!, knots[span + 1]!];
    if (!(to > from)) continue;
    for (let i = out.length ? 1 : 0; i <= PER_SPAN; i++)
      out.push(deBoor(degree, control, knots, weights, span, from + ((to - from) * i) / PER_SPAN));
  }
  return out.length > 1 ? out : null;
}

function deBoor(
  degree: number,
  control: readonly Vec3[],
  knots: readonly number[],
  weights: readonly number[],
  span: number,
  t: number,
): Vec3 {
  const d = Array.from({ length: degree + 1 }, (_, j) => {
    const k = span - degree + j;
    const w = weights[k] ?? 1;
    const p = control[k]!;
    return [p[0] * w, p[1] * w, p[2] * w, w] as [number, number, number, number];
  });
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const [low, high] = [knots[span - degree + j]!, knots[span + 1 + j - r]!];
      const a = high > low ? (t - low) / (high - low) : 0;
      for (let c = 0; c < 4; c++) d[j]![c] = (1 - a) * d[j - 1]![c]! + a * d[j]![c]!;
    }
  const [x, y, z, w] = d[degree]!;
  return [x / w, y / w, z / w];
}

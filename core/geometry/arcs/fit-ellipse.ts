import { ARC_FIT } from '../numbers/tolerances';
import { fromZero, type Arc } from './arc';
import { acos, atan2, cos, sin } from '../numbers/trigonometry';

/** An ellipse through equally spaced corners: corner k lies at centre + cos(kθ) · a + sin(kθ) · b. */
export interface Conjugate {
  readonly centre: readonly [number, number];
  readonly a: readonly [number, number];
  readonly b: readonly [number, number];
  readonly step: number;
}

/** A fit is good to some 1e-10: what lies below 1e-8 is noise, which differs between machines. */
const rounded = (x: number): number => Math.round(x * 1e8) / 1e8;

/** A flatter ellipse than this is drawn as its chords. */
const FLATTEST = 0.01;
const REFINEMENTS = 4;
/** A change of the step by less than this part of it is no change. */
const CONVERGED = 1e-13;

/**
 * The ellipse of which the corners from..to of a chain are equal steps of its parameter: the picture of a regular polygon seen
 * aslant, whose corners keep the recurrence p(k+3) - p(k) = (1 + 2 cos θ) (p(k+2) - p(k+1)) under every parallel projection.
 * null unless all its corners lie within ARC_FIT of it. Method: least squares in the two conjugate half-diameters, with
 * Gauss-Newton steps in θ; the axes after Rytz. Ours.
 */
export function fitEllipse(p: Float64Array, from: number, to: number): Arc | null {
  const guess = stepOf(p, from, to);
  if (!(guess > 0)) return null;
  const found = solve(p, from, to, guess);
  return found && isNear(found, p, from, to) ? ellipseArc(found, to - from) : null;
}

/** 1 + 2 cos θ of a chain, from all its quadruples, as the angle θ; NaN where it has none. */
function stepOf(p: Float64Array, from: number, to: number): number {
  if (Math.hypot(p[from * 2]! - p[to * 2]!, p[from * 2 + 1]! - p[to * 2 + 1]!) < ARC_FIT) return (2 * Math.PI) / (to - from);
  let over = 0,
    under = 0;
  for (let k = from; k + 3 <= to; k++) {
    const [cu, cv] = [p[k * 2 + 4]! - p[k * 2 + 2]!, p[k * 2 + 5]! - p[k * 2 + 3]!];
    over += (p[k * 2 + 6]! - p[k * 2]!) * cu + (p[k * 2 + 7]! - p[k * 2 + 1]!) * cv;
    under += cu * cu + cv * cv;
  }
  const cos = (over / under - 1) / 2;
  return cos < 1 ? acos(cos) : NaN;
}

/** Scratch: cosines and sines of the corners' places, and the matrix of the normal equations. */
let _basis = new Float64Array(256);
const _matrix = new Float64Array(9);
let _change = new Float64Array(512);
const [_u, _v, _taken] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];

function solve(p: Float64Array, from: number, to: number, guess: number): Conjugate | null {
  const n = to - from + 1;
  const middle = (to - from) / 2;
  const isRing = guess === (2 * Math.PI) / (to - from);
  if (_basis.length < n * 2) _basis = new Float64Array(n * 4);
  const basis = _basis;
  let step = guess;
  let isFound = false;
  for (let round = 0; ; round++) {
    for (let k = 0; k < n; k++) {
      basis[k * 2] = cos((k - middle) * step);
      basis[k * 2 + 1] = sin((k - middle) * step);
    }
    const det = normalMatrix(n);
    if (Math.abs(det) < 1e-12) return null;
    project(p, from * 2, n, det, _u);
    project(p, from * 2 + 1, n, det, _v);
    if (isRing || isFound || round === REFINEMENTS) {
      // from counting corners from the middle to counting from the first
      const [c, s] = [cos(middle * step), sin(middle * step)];
      const turned = (q: Float64Array) => [q[1]! * c - q[2]! * s, q[1]! * s + q[2]! * c] as const;
      const [au, bu] = turned(_u),
        [av, bv] = turned(_v);
      return { centre: [_u[0]!, _v[0]!], a: [au, av], b: [bu, bv], step };
    }
    // what of the change with θ the other unknowns cannot take up
    let up = 0,
      down = 0;
    for (let axis = 0; axis < 2; axis++) {
      const q = axis === 0 ? _u : _v;
      const change = _change.length < n * 2 ? (_change = new Float64Array(n * 4)) : _change;
      for (let k = 0; k < n; k++) change[k * 2] = (k - middle) * (q[2]! * basis[k * 2]! - q[1]! * basis[k * 2 + 1]!);
      project(change, 0, n, det, _taken);
      for (let k = 0; k < n; k++) {
        const own = change[k * 2]! - at(_taken, k);
        up += own * (p[(from + k) * 2 + axis]! - at(q, k));
        down += own * own;
      }
    }
    step += up / down;
    isFound = Math.abs(up) < CONVERGED * step * down;
    if (!(step > 0 && step < Math.PI)) return null;
  }
}

/** What the unknowns q make of corner k. */
const at = (q: Float64Array, k: number): number => q[0]! + q[1]! * _basis[k * 2]! + q[2]! * _basis[k * 2 + 1]!;

/** Sets up the normal equations of the basis (1, cos, sin) over n corners; returns their determinant. */
function normalMatrix(n: number): number {
  const m = _matrix.fill(0);
  for (let k = 0; k < n; k++) {
    const c = _basis[k * 2]!,
      s = _basis[k * 2 + 1]!;
    m[0]! += 1;
    m[1]! += c;
    m[2]! += s;
    m[4]! += c * c;
    m[5]! += c * s;
    m[8]! += s * s;
  }
  m[3] = m[1]!;
  m[6] = m[2]!;
  m[7] = m[5]!;
  return m[0]! * (m[4]! * m[8]! - m[5]! * m[7]!) - m[1]! * (m[3]! * m[8]! - m[5]! * m[6]!) + m[2]! * (m[3]! * m[7]! - m[4]! * m[6]!);
}

/** Solves for the three unknowns of the data (every second number from `first` on) by Cramer's rule. */
function project(data: Float64Array, first: number, n: number, det: number, out: Float64Array): void {
  let x = 0,
    y = 0,
    z = 0;
  for (let k = 0; k < n; k++) {
    const value = data[first + k * 2]!;
    x += value;
    y += _basis[k * 2]! * value;
    z += _basis[k * 2 + 1]! * value;
  }
  const m = _matrix;
  const a = m[0]!,
    b = m[1]!,
    c = m[2]!,
    d = m[3]!,
    e = m[4]!,
    f = m[5]!,
    g = m[6]!,
    h = m[7]!,
    i = m[8]!;
  out[0] = (x * (e * i - f * h) + y * (c * h - b * i) + z * (b * f - c * e)) / det;
  out[1] = (x * (f * g - d * i) + y * (a * i - c * g) + z * (c * d - a * f)) / det;
  out[2] = (x * (d * h - e * g) + y * (b * g - a * h) + z * (a * e - b * d)) / det;
}

function isNear({ centre, a, b, step }: Conjugate, p: Float64Array, from: number, to: number): boolean {
  for (let k = from; k <= to; k++) {
    const c = cos((k - from) * step),
      s = sin((k - from) * step);
    const du = centre[0] + c * a[0] + s * b[0] - p[k * 2]!,
      dv = centre[1] + c * a[1] + s * b[1] - p[k * 2 + 1]!;
    if (du * du + dv * dv > ARC_FIT * ARC_FIT) return false;
  }
  return true;
}

/** Long and short axis of an ellipse given by conjugate half-diameters, and its arc over `chords` steps; null for a flat one. */
export function ellipseArc({ centre, a, b, step }: Conjugate, chords: number): Arc | null {
  const t0 = atan2(2 * (a[0] * b[0] + a[1] * b[1]), a[0] ** 2 + a[1] ** 2 - b[0] ** 2 - b[1] ** 2) / 2;
  const along = (t: number) => [a[0] * cos(t) + b[0] * sin(t), a[1] * cos(t) + b[1] * sin(t)] as const;
  const [long, short] = [along(t0), along(t0 + Math.PI / 2)];
  const [l, s] = [Math.hypot(...long), Math.hypot(...short)];
  if (!(l < 1000) || s < FLATTEST * l) return null;
  const left = long[0] * short[1] - long[1] * short[0] > 0;
  const [from, to] = left ? [-t0, chords * step - t0] : [t0 - chords * step, t0];
  // the axis points to the right, or up
  const turn = long[0] < -1e-9 * l || (long[0] < 1e-9 * l && long[1] < 0) ? -1 : 1;
  const half = turn < 0 ? Math.PI : 0;
  const [start, end] = fromZero(from - half, to - half);
  return [centre[0], centre[1], turn * long[0], turn * long[1], rounded(s / l), rounded(start), rounded(end)];
}

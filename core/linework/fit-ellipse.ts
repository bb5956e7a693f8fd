import { ARC_FIT } from '../geometry/tolerances';
import { fromZero, type Arc } from './arc';

/** An ellipse through equally spaced corners: corner k lies at centre + cos(kθ) · a + sin(kθ) · b. */
interface Conjugate {
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
  return found && isNear(found, p, from, to) ? axes(found, to - from) : null;
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
  return cos < 1 ? Math.acos(cos) : NaN;
}

function solve(p: Float64Array, from: number, to: number, guess: number): Conjugate | null {
  const n = to - from + 1;
  const middle = (to - from) / 2;
  const isRing = guess === (2 * Math.PI) / (to - from);
  let step = guess;
  for (let round = 0; ; round++) {
    const basis = Array.from({ length: n }, (_, k) => [1, Math.cos((k - middle) * step), Math.sin((k - middle) * step)] as const);
    const project = normalEquations(basis);
    const u = project((k) => p[(from + k) * 2]!),
      v = project((k) => p[(from + k) * 2 + 1]!);
    if (!u || !v) return null;
    if (isRing || round === REFINEMENTS) {
      // from counting corners from the middle to counting from the first
      const [c, s] = [Math.cos(middle * step), Math.sin(middle * step)];
      const turned = (q: readonly number[]) => [q[1]! * c - q[2]! * s, q[1]! * s + q[2]! * c] as const;
      const [au, bu] = turned(u),
        [av, bv] = turned(v);
      return { centre: [u[0]!, v[0]!], a: [au, av], b: [bu, bv], step };
    }
    // what of the change with θ the other unknowns cannot take up
    let up = 0,
      down = 0;
    for (const [q, axis] of [
      [u, 0],
      [v, 1],
    ] as const) {
      const change = (k: number) => (k - middle) * (q[2]! * basis[k]![1] - q[1]! * basis[k]![2]);
      const taken = project(change);
      if (!taken) return null;
      for (let k = 0; k < n; k++) {
        const own = change(k) - dot3(taken, basis[k]!);
        up += own * (p[(from + k) * 2 + axis]! - dot3(q, basis[k]!));
        down += own * own;
      }
    }
    step += up / down;
    if (!(step > 0 && step < Math.PI)) return null;
  }
}

const dot3 = (q: readonly number[], b: readonly [number, number, number]): number => q[0]! * b[0] + q[1]! * b[1] + q[2]! * b[2];

/** Solves the three unknowns of a basis for any data by Cramer's rule; null where the basis is degenerate. */
function normalEquations(basis: readonly (readonly [number, number, number])[]): (data: (k: number) => number) => number[] | null {
  const m = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (const row of basis) for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) m[i * 3 + j]! += row[i]! * row[j]!;
  const [a, b, c, d, e, f, g, h, i] = m as [number, number, number, number, number, number, number, number, number];
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return (data) => {
    if (Math.abs(det) < 1e-12) return null;
    const r = [0, 0, 0];
    basis.forEach((row, k) => {
      const value = data(k);
      for (let j = 0; j < 3; j++) r[j]! += row[j]! * value;
    });
    const [x, y, z] = r as [number, number, number];
    return [
      (x * (e * i - f * h) + y * (c * h - b * i) + z * (b * f - c * e)) / det,
      (x * (f * g - d * i) + y * (a * i - c * g) + z * (c * d - a * f)) / det,
      (x * (d * h - e * g) + y * (b * g - a * h) + z * (a * e - b * d)) / det,
    ];
  };
}

function isNear({ centre, a, b, step }: Conjugate, p: Float64Array, from: number, to: number): boolean {
  for (let k = from; k <= to; k++) {
    const c = Math.cos((k - from) * step),
      s = Math.sin((k - from) * step);
    const du = centre[0] + c * a[0] + s * b[0] - p[k * 2]!,
      dv = centre[1] + c * a[1] + s * b[1] - p[k * 2 + 1]!;
    if (du * du + dv * dv > ARC_FIT * ARC_FIT) return false;
  }
  return true;
}

/** Long and short axis of an ellipse given by conjugate half-diameters, and its arc over `chords` steps; null for a flat one. */
function axes({ centre, a, b, step }: Conjugate, chords: number): Arc | null {
  const t0 = Math.atan2(2 * (a[0] * b[0] + a[1] * b[1]), a[0] ** 2 + a[1] ** 2 - b[0] ** 2 - b[1] ** 2) / 2;
  const along = (t: number) => [a[0] * Math.cos(t) + b[0] * Math.sin(t), a[1] * Math.cos(t) + b[1] * Math.sin(t)] as const;
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

import { arcParameter, arcPoint, type Arc } from './arc';

/** What a line is to be met in: a straight one by two points, or an arc. */
export type Across = { readonly straight: readonly [number, number, number, number] } | { readonly arc: Arc };

/** Whether a place on a line's curve, by its parameter, belongs to the line. */
function isInside(across: Across, s: number): boolean {
  const [from, to] = 'arc' in across ? [across.arc[5], across.arc[6]] : [0, 1];
  return s > from - 1e-6 && s < to + 1e-6;
}

/**
 * Where an arc meets a line, by its parameter, near t; null where it does not, or `isWithin` and it does so beyond the line's end.
 * Newton's method in both parameters.
 */
export function meet(arc: Arc, t: number, across: Across, isWithin: boolean): number | null {
  const other = (s: number): [number, number] => {
    if ('arc' in across) return arcPoint(across.arc, s);
    const [a, b, c, d] = across.straight;
    return [a + s * (c - a), b + s * (d - b)];
  };
  const [tu, tv] = arcPoint(arc, t);
  let s = 'arc' in across ? arcParameter(across.arc, tu, tv, (across.arc[5] + across.arc[6]) / 2) : 0.5;
  const H = 1e-6;
  for (let round = 0; round < 8; round++) {
    const [pu, pv] = arcPoint(arc, t),
      [qu, qv] = other(s);
    const [pu2, pv2] = arcPoint(arc, t + H),
      [qu2, qv2] = other(s + H);
    const [a, b, c, d] = [(pu2 - pu) / H, -(qu2 - qu) / H, (pv2 - pv) / H, -(qv2 - qv) / H];
    const det = a * d - b * c;
    if (Math.abs(det) < 1e-12) return null;
    const [eu, ev] = [qu - pu, qv - pv];
    t += (eu * d - ev * b) / det;
    s += (ev * a - eu * c) / det;
  }
  if (isWithin && !isInside(across, s)) return null;
  const [pu, pv] = arcPoint(arc, t),
    [qu, qv] = other(s);
  return Math.hypot(pu - qu, pv - qv) < 1e-9 * (1 + Math.hypot(arc[2], arc[3])) ? t : null;
}

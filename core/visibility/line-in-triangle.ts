import { DEPTH, SNAP } from '../geometry/numbers/tolerances';
import type { PictureLine } from './flush-faces';

/** A line of the picture with its depth where it begins, and what comes to that along it. */
export interface DeepLine extends PictureLine {
  w0: number;
  dw: number;
}

/** A stretch of a line, in parts of it: from, to, and how much of its two ends is owed to the widening of what it lies in. */
export type Stretch = Float64Array;
export const FROM = 0;
export const TO = 1;
export const EARLY = 2;
export const LATE = 3;

/**
 * Where a line runs inside a triangle that is widened by a distance: its record begins at `at`. False where it does not; the stretch is
 * then without meaning. Method: clipping by half-planes (after M. Cyrus, J. Beck, 1978).
 */
export function clipToSides(
  records: Float64Array,
  at: number,
  u0: number,
  v0: number,
  du: number,
  dv: number,
  by: number,
  out: Stretch,
): boolean {
  let from = 0,
    to = 1,
    early = 0,
    late = 0;
  for (let s = at; s < at + 9; s += 3) {
    const a = records[s]!,
      b = records[s + 1]!;
    const g0 = a * u0 + b * v0 + records[s + 2]! + by;
    const slope = a * du + b * dv;
    const g1 = g0 + slope;
    if (g0 < 0) {
      if (g1 < 0) return false;
      const t = -g0 / slope;
      if (t > from) {
        from = t;
        early = by / slope;
      }
    } else if (g1 < 0) {
      const t = -g0 / slope;
      if (t < to) {
        to = t;
        late = -by / slope;
      }
    }
  }
  out[FROM] = from;
  out[TO] = to;
  out[EARLY] = early;
  out[LATE] = late;
  return true;
}

/** Whether a triangle lies in the plane of a line, and no farther beside it than a joint may be wide; the stretch says where. */
export function liesBeside(records: Float64Array, at: number, { u0, v0, w0, du, dv, dw }: DeepLine, out: Stretch): boolean {
  if (!clipToSides(records, at, u0, v0, du, dv, SNAP, out) || out[TO]! <= out[FROM]!) return false;
  const nu = records[at + 9]!,
    nv = records[at + 10]!,
    nw = records[at + 11]!;
  const h = nu * u0 + nv * v0 + nw * w0 + records[at + 12]!;
  const rise = nu * du + nv * dv + nw * dw;
  return Math.abs(h + rise * out[FROM]!) <= DEPTH && Math.abs(h + rise * out[TO]!) <= DEPTH;
}

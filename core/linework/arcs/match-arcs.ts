import { onGrid } from '../../geometry/numbers/on-grid';
import { ARC_FIT, ROUND_STEP } from '../../geometry/numbers/tolerances';
import { arcDistance, arcParameter, arcPoint, fromZero, type Arc } from '../../geometry/arcs/arc';
import { divide, type Stretch } from '../../geometry/arcs/fit-arcs';
import { cos } from '../../geometry/numbers/trigonometry';

/** A curve that was recognised somewhere on an element, and the step of its corners. */
export interface KnownCurve {
  readonly arc: Arc;
  readonly step: number;
}

/** Fewer chords than this say nothing, even on a known curve. */
const CHORDS = 2;
/** A chain turns by this much at least where it is round, and by ROUND_STEP at most: from one corner to the next but one, as a sine. */
const TURN = 0.02;
const ROUND_COS = cos(ROUND_STEP);
/** Steps are alike within this part of one. */
const ALIKE = 0.02;

/** The curves of the arcs among some stretches. */
export const curvesOf = (stretches: readonly Stretch[]): KnownCurve[] =>
  stretches.flatMap(({ from, to, arc }) => (arc ? [{ arc, step: (arc[6] - arc[5]) / (to - from) }] : []));

/**
 * Finds further arcs of known curves in what is left straight of a chain: a rim of which little is seen has too few chords to be
 * recognised alone, but its corners follow one another on the curve of a longer stretch by the same step.
 */
export function matchArcs(points: Float64Array, stretches: readonly Stretch[], curves: readonly KnownCurve[]): readonly Stretch[] {
  const isWhole = ({ arc, from, to }: Stretch) => arc !== null || to - from < CHORDS;
  if (!curves.length || stretches.every(isWhole)) return stretches;
  return stretches.flatMap((stretch) => (isWhole(stretch) ? [stretch] : adopt(points, stretch, curves)));
}

/** Whether a stretch that is not known to be round turns as something round does. */
export function mayBeRound(points: Float64Array, stretches: readonly Stretch[]): boolean {
  for (const { from, to, arc } of stretches)
    for (let k = from + 1, p = k * 2; !arc && k < to; k++, p += 2) {
      const a = points[p]! - points[p - 2]!,
        b = points[p + 1]! - points[p - 1]!,
        c = points[p + 2]! - points[p]!,
        d = points[p + 3]! - points[p + 1]!;
      const size = Math.sqrt((a * a + b * b) * (c * c + d * d));
      if (Math.abs(a * d - b * c) > TURN * size && a * c + b * d > ROUND_COS * size) return true;
    }
  return false;
}

const adopt = (points: Float64Array, { from, to }: Stretch, curves: readonly KnownCurve[]): Stretch[] =>
  divide(from, to, CHORDS, (i) => longest(points, i, to, curves));

/** The longest run of corners from i on that lies on one of the curves, or null. */
function longest(points: Float64Array, i: number, last: number, curves: readonly KnownCurve[]): Stretch | null {
  let best: Stretch | null = null;
  for (const { arc, step } of curves) {
    const first = parameterOf(points, i, arc, 0);
    if (first === null) continue;
    let [k, t, way] = [i, first, 0];
    while (k < last) {
      const next = parameterOf(points, k + 1, arc, t);
      if (next === null || Math.abs(Math.abs(next - t) - step) > ALIKE * step || (way !== 0 && Math.sign(next - t) !== way)) break;
      way = Math.sign(next - t);
      t = next;
      k++;
    }
    if (k - i < CHORDS || (best && best.to >= k)) continue;
    const ends = fromZero(Math.min(first, t), Math.max(first, t)).map(onGrid) as [number, number];
    best = { from: i, to: k, arc: [arc[0], arc[1], arc[2], arc[3], arc[4], ...ends] };
  }
  return best;
}

/** The parameter of a corner on a curve, near another; null where it does not lie on it. */
function parameterOf(points: Float64Array, k: number, arc: Arc, near: number): number | null {
  const u = points[k * 2]!,
    v = points[k * 2 + 1]!;
  if (arcDistance(arc, u, v) > ARC_FIT) return null;
  const t = arcParameter(arc, u, v, near);
  const [pu, pv] = arcPoint(arc, t);
  return Math.hypot(pu - u, pv - v) <= ARC_FIT ? t : null;
}

import { isWhole, type Arc } from '../geometry/arcs/arc';
import { united, type Span } from '../geometry/numbers/spans';

/** Farther than this from a line a stretch does not lie on it, metres. */
export const BESIDE = 1e-3;
/** Shorter pieces of lines are none, metres. */
export const SHORT = 1e-6;

/** What of the segment a to b the segments of a way lie on. */
export function spansOn(au: number, av: number, bu: number, bv: number, way: readonly number[]): Span[] {
  const length = Math.hypot(bu - au, bv - av);
  if (length < SHORT) return [];
  const [du, dv] = [(bu - au) / length, (bv - av) / length];
  const out: Span[] = [];
  for (let i = 0; i + 3 < way.length; i += 2) {
    const [p, q] = [way[i]! - au, way[i + 1]! - av];
    const [r, s] = [way[i + 2]! - au, way[i + 3]! - av];
    if (Math.abs(p * dv - q * du) > BESIDE || Math.abs(r * dv - s * du) > BESIDE) continue;
    const [x, y] = [p * du + q * dv, r * du + s * dv];
    const [from, to] = [Math.max(0, Math.min(x, y) / length), Math.min(1, Math.max(x, y) / length)];
    if ((to - from) * length > SHORT) out.push([from, to]);
  }
  return united(out);
}

/** What of an arc another lies on, as parts of it. */
export function spansOnArc(own: Arc, other: Arc): Span[] {
  const size = Math.hypot(own[2], own[3]);
  if (Math.hypot(own[0] - other[0], own[1] - other[1]) > BESIDE || Math.abs(Math.hypot(other[2], other[3]) - size) > BESIDE) return [];
  if (Math.abs(own[4] - other[4]) * size > BESIDE) return [];
  if (isWhole(other)) return [[0, 1]];
  const sweep = own[6] - own[5];
  const turn = 2 * Math.PI;
  const out: Span[] = [];
  for (const k of [-2, -1, 0, 1, 2]) {
    const [from, to] = [Math.max(own[5], other[5] + k * turn), Math.min(own[6], other[6] + k * turn)];
    if ((to - from) * size > SHORT) out.push([(from - own[5]) / sweep, (to - own[5]) / sweep]);
  }
  return united(out);
}

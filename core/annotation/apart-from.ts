import { rest } from '../geometry/numbers/spans';
import type { Drawing } from '../linework/drawing';

type Place = [u: number, v: number];

/** Two lines nearer than this, metres, are one to a drafter. */
const SAME = 1e-4;

/** The pieces of a straight path that do not lie along any straight line of a drawing; a path with corners comes back as it is. */
export function apartFrom(path: readonly Place[], { points, lineStart, lineArc }: Drawing): Place[][] {
  if (path.length !== 2) return [[...path]];
  const [a, b] = path as [Place, Place];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [c, s] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const covered: [number, number][] = [];
  for (let l = 0; l < lineArc.length; l++) {
    if (lineArc[l]! >= 0) continue;
    for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++) {
      const [du, dv] = [points[p * 2]! - a[0], points[p * 2 + 1]! - a[1]];
      if (Math.abs(dv * c - du * s) > SAME) continue;
      const [eu, ev] = [points[p * 2 + 2]! - a[0], points[p * 2 + 3]! - a[1]];
      if (Math.abs(ev * c - eu * s) > SAME) continue;
      const [from, to] = [du * c + dv * s, eu * c + ev * s].sort((x, y) => x - y) as [number, number];
      if (to - from > SAME && to > 0 && from < length) covered.push([from, to]);
    }
  }
  const at = (t: number): Place => [a[0] + c * t, a[1] + s * t];
  return rest(covered, 0, length).flatMap(([from, to]) => (to - from > SAME ? [[at(from), at(to)]] : []));
}

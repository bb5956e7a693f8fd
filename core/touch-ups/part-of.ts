import { arcParameter, isWhole, type Arc } from '../geometry/arcs/arc';
import type { Stretch } from './touch-up';

type Vec2 = readonly [number, number];

/** The part of a stretch between the places on it that are nearest to two others; of a whole circle the way round from the first, anticlockwise. */
export function partOf(on: Stretch, from: Vec2, to: Vec2): Stretch {
  if (on.arc) return { tie: on.tie, arc: partOfArc(on.arc, from, to) };
  const path = on.path!;
  const [a, b] = [nearestOn(path, from), nearestOn(path, to)];
  const [first, last] = a.at <= b.at ? [a, b] : [b, a];
  const between: number[] = [];
  for (let i = Math.floor(first.at) + 1; i <= Math.floor(last.at); i++) between.push(path[i * 2]!, path[i * 2 + 1]!);
  return { tie: on.tie, path: [...first.place, ...between, ...last.place] };
}

/** Where on a path a place is nearest to it: number of the segment and part of it, and the place there. */
function nearestOn(path: readonly number[], [u, v]: Vec2): { readonly at: number; readonly place: Vec2 } {
  let best: { off: number; at: number; place: Vec2 } | null = null;
  for (let i = 0; i + 3 < path.length; i += 2) {
    const [a, b, c, d] = [path[i]!, path[i + 1]!, path[i + 2]!, path[i + 3]!];
    const t = Math.max(0, Math.min(1, ((u - a) * (c - a) + (v - b) * (d - b)) / ((c - a) ** 2 + (d - b) ** 2 || 1)));
    const place: Vec2 = [a + t * (c - a), b + t * (d - b)];
    const off = Math.hypot(place[0] - u, place[1] - v);
    if (!best || off < best.off) best = { off, at: i / 2 + t, place };
  }
  return best!;
}

function partOfArc(arc: Arc, from: Vec2, to: Vec2): Arc {
  const [, , , , , start, end] = arc;
  const middle = (start + end) / 2;
  const [a, b] = [from, to].map(([u, v]) => {
    const t = arcParameter(arc, u, v, middle);
    return isWhole(arc) ? t : Math.max(start, Math.min(end, t));
  }) as [number, number];
  const ends: [number, number] = isWhole(arc) ? [a, b > a ? b : b + 2 * Math.PI] : [Math.min(a, b), Math.max(a, b)];
  return [arc[0], arc[1], arc[2], arc[3], arc[4], ...ends];
}

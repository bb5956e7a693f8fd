import type { Vec2 } from '../geometry/vec3';
import { finenessOfShapes, shapeTimes } from './at-size';
import { crossings } from './crossings';
import { between, endsOf, isOnePoint, nearestOn, placeAt, roundOf, type Along, type Shape } from './shape';

/** What a trim takes, and what it leaves. */
export interface Trimmed {
  readonly gone: Shape;
  readonly left: readonly Shape[];
}

/**
 * Takes away the part of a line around a place, as far as what crosses the line on either side, or the line's end.
 * @returns null where nothing crosses the line
 */
export function trimmed(shape: Shape, at: Vec2, others: readonly Shape[]): Trimmed | null {
  const by = finenessOfShapes([shape, ...others]);
  const done = trimmedAtSize(shapeTimes(shape, by), [at[0] * by, at[1] * by], others.map((o) => shapeTimes(o, by))); // prettier-ignore
  return done && { gone: shapeTimes(done.gone, 1 / by), left: done.left.map((own) => shapeTimes(own, 1 / by)) };
}

function trimmedAtSize(shape: Shape, at: Vec2, others: readonly Shape[]): Trimmed | null {
  const [first, last] = endsOf(shape);
  const round = roundOf(shape);
  const met = others
    .flatMap((other) => crossings(shape, other))
    .filter((s) => round || !(isEnd(shape, s, first) || isEnd(shape, s, last)))
    .map((s) => (round ? s - round * Math.floor((s - first) / round) : s))
    .sort((a, b) => a - b)
    .filter((s, k, all) => k === 0 || !isOnePoint(placeAt(shape, s), placeAt(shape, all[k - 1]!)));
  if (!met.length || (round && met.length < 2)) return null;
  const here = nearestOn(shape, at);
  const on = round ? here - round * Math.floor((here - first) / round) : here;
  const before = met.filter((s) => s <= on).at(-1);
  const after = met.find((s) => s > on);
  if (round) {
    const [from, to] = [before ?? met.at(-1)! - round, after ?? met[0]! + round];
    const [a, b] = from < first ? [from + round, to + round] : [from, to];
    return { gone: between(shape, a, b), left: [between(shape, b >= first + round ? b - round : b, b >= first + round ? a : a + round)] };
  }
  const left: Shape[] = [];
  if (before !== undefined) left.push(between(shape, first, before));
  if (after !== undefined) left.push(between(shape, after, last));
  return { gone: between(shape, before ?? first, after ?? last), left };
}

const isEnd = (shape: Shape, s: Along, end: Along): boolean => isOnePoint(placeAt(shape, s), placeAt(shape, end));

/**
 * What a line lacks, at its end that is nearer to a place, to reach what it would meet first if it went on: straight on, an arc round its
 * centre.
 * @returns the lacking piece, from the end on, and the whole line with it; null where it meets nothing, or has no end
 */
export function extended(shape: Shape, at: Vec2, others: readonly Shape[]): { readonly piece: Shape; readonly whole: Shape } | null {
  const by = finenessOfShapes([shape, ...others]);
  const done = extendedAtSize(shapeTimes(shape, by), [at[0] * by, at[1] * by], others.map((o) => shapeTimes(o, by))); // prettier-ignore
  return done && { piece: shapeTimes(done.piece, 1 / by), whole: shapeTimes(done.whole, 1 / by) };
}

function extendedAtSize(shape: Shape, at: Vec2, others: readonly Shape[]): { readonly piece: Shape; readonly whole: Shape } | null {
  if (roundOf(shape)) return null;
  const [first, last] = endsOf(shape);
  const here = nearestOn(shape, at);
  const isLast = nearerTo(shape, here, last) <= nearerTo(shape, here, first);
  const met = others.flatMap((other) => crossings(shape, other, true));
  if (shape.arc) {
    const turn = 2 * Math.PI;
    const most = turn - (last - first);
    const beyond = met
      .map((s) => (isLast ? s - last : first - s))
      .map((by) => by - turn * Math.floor(by / turn))
      .filter((by) => by < most && !isOnePoint(placeAt(shape, isLast ? last + by : first - by), placeAt(shape, isLast ? last : first)));
    if (!beyond.length) return null;
    const by = Math.min(...beyond);
    const [from, to] = isLast ? [last, last + by] : [first - by, first];
    return { piece: between(shape, from, to), whole: between(shape, Math.min(first, from), Math.max(last, to)) };
  }
  const end = isLast ? last : first;
  const beyond = met.filter((s) => (isLast ? s > end : s < end) && !isOnePoint(straightOn(shape.path, s), placeAt(shape, end)));
  if (!beyond.length) return null;
  const [u, v] = straightOn(shape.path, isLast ? Math.min(...beyond) : Math.max(...beyond));
  const own = [...shape.path];
  const whole = isLast ? [...own.slice(0, -2), u, v] : [u, v, ...own.slice(2)];
  return { piece: { path: [...placeAt(shape, end), u, v] }, whole: { path: whole } };
}

const nearerTo = (shape: Shape, at: Along, end: Along): number => {
  const [[a, b], [c, d]] = [placeAt(shape, at), placeAt(shape, end)];
  return Math.hypot(a - c, b - d);
};

/** A place beyond the end of a way, on its last segment's line. */
function straightOn(path: readonly number[], s: Along): Vec2 {
  const k = s < 0 ? 0 : path.length / 2 - 2;
  const t = s - k;
  return [path[k * 2]! + t * (path[k * 2 + 2]! - path[k * 2]!), path[k * 2 + 1]! + t * (path[k * 2 + 3]! - path[k * 2 + 1]!)];
}

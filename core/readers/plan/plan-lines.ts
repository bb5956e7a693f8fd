import { append } from '../../geometry/append';
import type { Vec2 } from '../../geometry/vec3';

/** An open line of a plan. */
export interface Stroke {
  readonly points: readonly Vec2[];
  readonly isStraight: boolean;
}

/** Walls are between so thick, metres. */
const THICK = [0.04, 0.8] as const;
/** Two lines are parallel within this, radians. */
const PARALLEL = 0.002;
/** Shorter walls than this are none, metres. */
const SHORT = 0.1;

/** Joins lines whose ends meet (within `tolerance`) into closed outlines where just two meet; what does not close is given back. */
export function joinEnds(strokes: readonly Stroke[], tolerance: number): { closed: Vec2[][]; open: Stroke[] } {
  const cell = Math.max(tolerance, 1e-12) * 2;
  const keyOf = ([x, y]: Vec2) => `${Math.round(x / cell)} ${Math.round(y / cell)}`;
  const at = new Map<string, number[]>();
  strokes.forEach(({ points }, i) => {
    for (const end of [points[0]!, points.at(-1)!]) at.set(keyOf(end), [...(at.get(keyOf(end)) ?? []), i]);
  });
  const used = new Uint8Array(strokes.length);
  const closed: Vec2[][] = [];
  const open: Stroke[] = [];
  for (let first = 0; first < strokes.length; first++) {
    if (used[first]) continue;
    const chain = [first];
    const ring: Vec2[] = [...strokes[first]!.points];
    let isClosed = false;
    for (let i = first; ;) {
      const end = keyOf(ring.at(-1)!);
      if (chain.length > 1 && end === keyOf(ring[0]!)) {
        isClosed = true;
        break;
      }
      const meeting = (at.get(end) ?? []).filter((k) => k !== i);
      const next = meeting.length === 1 && !chain.includes(meeting[0]!) ? meeting[0]! : -1;
      if (next < 0 || used[next]) break;
      const { points } = strokes[next]!;
      append(ring, keyOf(points[0]!) === end ? points.slice(1) : [...points].reverse().slice(1));
      chain.push(next);
      i = next;
    }
    if (isClosed && ring.length > 3) {
      closed.push(ring.slice(0, -1));
      for (const k of chain) used[k] = 1;
    } else {
      used[first] = 1;
      open.push(strokes[first]!);
    }
  }
  return { closed, open };
}

/**
 * Walls drawn as double lines: for each straight line the nearest parallel one beside it, over the stretch that both run.
 * @param metres one unit of the lines in metres
 */
export function wallsOf(open: readonly Stroke[], metres: number): Vec2[][] {
  const lines = open.flatMap(({ points, isStraight }) => (isStraight && points.length === 2 ? [points as readonly [Vec2, Vec2]] : []));
  const found: { readonly i: number; readonly j: number; readonly away: number; readonly ring: Vec2[] }[] = [];
  for (let i = 0; i < lines.length; i++)
    for (let j = i + 1; j < lines.length; j++) {
      const [a, b] = lines[i]!,
        [c, d] = lines[j]!;
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const l = Math.hypot(dx, dy);
      const m = Math.hypot(d[0] - c[0], d[1] - c[1]);
      if (!(l > 0 && m > 0) || Math.abs(dx * (d[1] - c[1]) - dy * (d[0] - c[0])) > PARALLEL * l * m) continue;
      const [ux, uy] = [dx / l, dy / l];
      const along = (p: Vec2) => (p[0] - a[0]) * ux + (p[1] - a[1]) * uy;
      const away = (p: Vec2) => (p[1] - a[1]) * ux - (p[0] - a[0]) * uy;
      const gap = (away(c) + away(d)) / 2;
      if (Math.abs(gap) * metres < THICK[0] || Math.abs(gap) * metres > THICK[1]) continue;
      const from = Math.max(0, Math.min(along(c), along(d))),
        to = Math.min(l, Math.max(along(c), along(d)));
      if ((to - from) * metres < SHORT) continue;
      const at = (t: number, h: number): Vec2 => [a[0] + ux * t - uy * h, a[1] + uy * t + ux * h];
      found.push({ i, j, away: Math.abs(gap), ring: [at(from, 0), at(to, 0), at(to, gap), at(from, gap)] });
    }
  // the nearest pairs first; a line is a side of one wall only
  const taken = new Set<number>();
  return found
    .sort((p, q) => p.away - q.away || p.i - q.i || p.j - q.j)
    .flatMap(({ i, j, ring }) => {
      if (taken.has(i) || taken.has(j)) return [];
      taken.add(i).add(j);
      return [ring];
    });
}

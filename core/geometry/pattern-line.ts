import type { Growing } from './growing';
import type { Ring } from './rings';
import { cos, sin } from './numbers/trigonometry';

/** One family of parallel lines of a pattern: lengths of paper or of the model, degrees. `offset` leads from one line to the next. */
export interface PatternLine {
  readonly angle: number;
  readonly origin: readonly [number, number];
  readonly offset: readonly [number, number];
  /** Lengths drawn (positive) and skipped (negative) in turns; empty for a line without gaps. */
  readonly dashes: readonly number[];
}

/** A family so many times as large. */
export const scaledPattern = ({ angle, origin, offset, dashes }: PatternLine, by: number): PatternLine => ({
  angle,
  origin: [origin[0] * by, origin[1] * by],
  offset: [offset[0] * by, offset[1] * by],
  dashes: dashes.map((d) => d * by),
});

/** A family turned by an angle, and counted from another place. */
export function turnedPattern(
  { angle, origin, offset, dashes }: PatternLine,
  radians: number,
  [u, v]: readonly [number, number],
): PatternLine {
  const [c, s] = [cos(radians), sin(radians)];
  const turn = ([x, y]: readonly [number, number]): [number, number] => [x * c - y * s, x * s + y * c];
  const [x, y] = turn(origin);
  return { angle: angle + (radians * 180) / Math.PI, origin: [x + u, y + v], offset: turn(offset), dashes };
}

/** Nearer than this to a side a line lies in it, and a shorter piece is none; as lengths of the polygons. */
export const HAIR = 1e-6;

/**
 * The lines of a family within polygons, as x0, y0, x1, y1 of each piece: even-odd over all rings together. What lies along a side is
 * left out: a line is there already. Cost: for each line the sides that it may meet.
 * @param noise corners that lie so near to a line are meant to lie on it
 */
export function patternLines(family: PatternLine, rings: readonly Ring[], into: Growing<Float64Array>, noise = 0): void {
  const own = levelled(family);
  const { c, s, along, apart, ox, oy } = own;
  const sides = sidesIn(rings, own, noise);
  if (!sides.length || !apart) return;
  const [low, high] = [Math.min(...ends(sides, 1)), Math.max(...ends(sides, 3))];
  const [a, b] = [(low - oy) / apart, (high - oy) / apart];
  // sides by their lower ends, so that each line asks those alone that reach up to it
  let next = 0;
  let open: Side[] = [];
  const first = Math.ceil(Math.min(a, b) - 1e-9);
  const last = Math.floor(Math.max(a, b) + 1e-9);
  for (let n = first; n <= last; n++) {
    const k = apart > 0 ? n : first + last - n;
    const y = oy + k * apart;
    while (next < sides.length && sides[next]![1] <= y + HAIR) open.push(sides[next++]!);
    open = open.filter((side) => side[3] >= y - HAIR);
    for (const [from, to] of inside(open, y)) {
      const list = dashed(family.dashes, ox + k * along, from, to);
      const data = into.reserve(list.length * 2);
      let at = into.length;
      for (const x of list) {
        data[at++] = x * c - y * s;
        data[at++] = x * s + y * c;
      }
      into.length = at;
    }
  }
}

interface Levelled {
  readonly c: number;
  readonly s: number;
  readonly along: number;
  readonly apart: number;
  readonly ox: number;
  readonly oy: number;
}

/** A family in coordinates in which its lines are level: `c` and `s` turn there; line k runs at oy + k apart, its dashes from ox + k along. */
export function levelled({ angle, origin, offset }: PatternLine): Levelled {
  const turn = (angle * Math.PI) / 180;
  const [c, s] = [tidy(cos(turn)), tidy(sin(turn))];
  const [along, apart] = [offset[0] * c + offset[1] * s, offset[1] * c - offset[0] * s];
  return { c, s, along, apart, ox: origin[0] * c + origin[1] * s, oy: origin[1] * c - origin[0] * s };
}

/** A side from its lower end to its upper one. */
type Side = readonly [x0: number, y0: number, x1: number, y1: number];

/** A height, or that of the line that is within the noise of it. */
export function onLine(y: number, { oy, apart }: Levelled, noise: number): number {
  if (!noise) return y;
  const line = oy + Math.round((y - oy) / apart) * apart;
  return Math.abs(y - line) < noise ? line : y;
}

function sidesIn(rings: readonly Ring[], family: Levelled, noise: number): Side[] {
  const { c, s } = family;
  const out: Side[] = [];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [px, py, qx, qy] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!];
      const [x0, x1] = [px * c + py * s, qx * c + qy * s];
      const [y0, y1] = [onLine(py * c - px * s, family, noise), onLine(qy * c - qx * s, family, noise)];
      out.push(y0 <= y1 ? [x0, y0, x1, y1] : [x1, y1, x0, y0]);
    }
  return out.sort((p, q) => p[1] - q[1]);
}

function* ends(sides: readonly Side[], k: 1 | 3): Iterable<number> {
  for (const side of sides) yield side[k];
}

/** The stretches of a level line that are inside, without those along a side. */
function inside(sides: readonly Side[], y: number): [number, number][] {
  const crossings: number[] = [];
  const taken: [number, number][] = [];
  for (const [x0, y0, x1, y1] of sides) {
    if (Math.abs(y0 - y) < HAIR && Math.abs(y1 - y) < HAIR) taken.push([Math.min(x0, x1), Math.max(x0, x1)]);
    // an upper end belongs to its side and a lower one does not, so that a corner counts once
    else if (y0 < y && y1 >= y) crossings.push(x0 + ((x1 - x0) * (y - y0)) / (y1 - y0));
  }
  crossings.sort((p, q) => p - q);
  const out: [number, number][] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2) out.push([crossings[i]!, crossings[i + 1]!]);
  return taken.reduce(without, out);
}

const without = (stretches: [number, number][], [from, to]: [number, number]): [number, number][] =>
  stretches.flatMap(([a, b]): [number, number][] => (to <= a || from >= b ? [[a, b]] : [[a, from], [to, b]].filter(([p, q]) => q! > p!) as [number, number][])); // prettier-ignore

/** The dashes of a line between two places of it, as where each begins and ends; they count from `zero`. The list is the same each time. */
export function dashed(dashes: readonly number[], zero: number, from: number, to: number): readonly number[] {
  stretches.length = 0;
  if (to - from < HAIR) return stretches;
  if (!dashes.length) {
    stretches.push(from, to);
    return stretches;
  }
  let period = 0;
  for (const dash of dashes) period += Math.abs(dash);
  let at = zero + Math.floor((from - zero) / period) * period;
  while (at < to)
    for (const dash of dashes) {
      const end = at + Math.abs(dash);
      if (dash > 0) {
        const [x0, x1] = [Math.max(at, from), Math.min(end, to)];
        if (x1 - x0 > HAIR) stretches.push(x0, x1);
      }
      at = end;
    }
  return stretches;
}
const stretches: number[] = [];

/** Sines of right angles come out a hair beside whole numbers. */
const tidy = (x: number): number => (Math.abs(x - Math.round(x)) < 1e-15 ? Math.round(x) : x);

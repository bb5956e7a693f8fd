import { Fault } from '../../faults/fault';
import { tidyLength } from '../../geometry/numbers/tidy';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { GridLine, Model } from '../../model/model';
import type { Sight } from '../sight';
import { numbered } from './number';

/** How askew a grid line may be and still belong to those that run alike (a sine). */
const ALIKE = 1e-3;

/**
 * Sections along grid lines: `1,3` names them, `A..D` takes all between two that run alike, nothing takes all. An axis that is an arc
 * gives a section tangent at its middle, as long as the arc.
 * @throws Fault grid-unknown
 */
export function onGrid({ grid, origin }: Pick<Model, 'grid' | 'origin'>, which: string, taken: readonly string[] = []): Sight[] {
  const lines = chosen(grid, which.trim());
  return numbered(
    lines.map(({ tag, from, to, curve }) => {
      const [a, b] = curve ? tangent(curve) : [from, to];
      const at = ([x, y]: Vec3 | Vec2): Vec2 => [tidyLength(x + origin[0]), tidyLength(y + origin[1])];
      return { kind: 'section', name: curve ? `Grid ${tag}, tangent at its middle` : `Grid ${tag}`, path: [at(a), at(b)], look: 'left', depth: null }; // prettier-ignore
    }),
    taken,
  );
}

function chosen(grid: readonly GridLine[], which: string): readonly GridLine[] {
  const find = (tag: string): GridLine => {
    const line = grid.find((g) => g.tag.toLowerCase() === tag.trim().toLowerCase());
    if (!line) throw new Fault('grid-unknown', { tag: tag.trim(), tags: grid.map((g) => g.tag).join(' ') || 'none' });
    return line;
  };
  if (!grid.length) find(which.split(/\.\.|,/)[0] || 'any');
  if (!which) return grid;
  const range = /^(.+?)\.\.(.+)$/.exec(which);
  if (!range) return which.split(',').map(find);
  const [first, last] = [find(range[1]!), find(range[2]!)];
  const d: Vec2 = [first.to[0] - first.from[0], first.to[1] - first.from[1]];
  const l = Math.hypot(...d) || 1;
  const across = ({ from }: GridLine) => ((from[0] - first.from[0]) * -d[1] + (from[1] - first.from[1]) * d[0]) / l;
  const runsAlike = (line: GridLine) => !line.curve && isAlike(line, first);
  // where an end of the row is an arc it runs alike with none: the row is what stands between its ends in the file
  if (first.curve || last.curve) {
    const [from, to] = [grid.indexOf(first), grid.indexOf(last)];
    const row = grid.slice(Math.min(from, to), Math.max(from, to) + 1);
    const straight = row.find((line) => !line.curve);
    const own = straight ? row.filter((line) => line.curve || isAlike(line, straight)) : row;
    return from <= to ? own : own.reverse();
  }
  if (!runsAlike(last))
    throw new Fault('grid-unknown', { tag: `${first.tag}..${last.tag}`, tags: 'no row between them: they do not run alike' });
  const end = across(last);
  const isBetween = (line: GridLine) =>
    runsAlike(line) && across(line) * Math.sign(end) >= -1e-9 && Math.abs(across(line)) <= Math.abs(end) + 1e-9;
  return grid.filter(isBetween).sort((a, b) => Math.abs(across(a)) - Math.abs(across(b)));
}

/** Whether two straight grid lines run alike. */
function isAlike(one: GridLine, other: GridLine): boolean {
  const [d, e] = [one, other].map(({ from, to }): Vec2 => [to[0] - from[0], to[1] - from[1]]) as [Vec2, Vec2];
  return Math.abs(d[0] * e[1] - d[1] * e[0]) <= ALIKE * Math.hypot(...d) * Math.hypot(...e);
}

/** The line that touches a curve half way along it, half its length to either side. */
function tangent(curve: readonly Vec3[]): [Vec2, Vec2] {
  const lengths = curve.slice(1).map((p, i) => Math.hypot(p[0] - curve[i]![0], p[1] - curve[i]![1]));
  const half = lengths.reduce((sum, x) => sum + x, 0) / 2;
  let [k, along] = [0, 0];
  while (k + 1 < lengths.length && along + lengths[k]! < half) along += lengths[k++]!;
  const t = lengths[k]! > 0 ? (half - along) / lengths[k]! : 0;
  const [p, q] = [curve[k]!, curve[k + 1]!];
  // where the middle falls on a corner the direction is that between both neighbours
  const isCorner = (i: number, at: number) => Math.abs(t - at) < 1e-9 && curve[i - 1] && curve[i + 1];
  const [a, b] = isCorner(k, 0) ? [curve[k - 1]!, curve[k + 1]!] : isCorner(k + 1, 1) ? [curve[k]!, curve[k + 2]!] : [p, q];
  const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const d: Vec2 = [(b[0] - a[0]) / l, (b[1] - a[1]) / l];
  const m = onCircle(curve, [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t], d);
  return [
    [m[0] - d[0] * half, m[1] - d[1] * half],
    [m[0] + d[0] * half, m[1] + d[1] * half],
  ];
}

/** The middle of a chord pushed out to the circle through the curve's points, where they lie on one. */
function onCircle(curve: readonly Vec3[], m: Vec2, d: Vec2): Vec2 {
  const [a, b, c] = [curve[0]!, curve[curve.length >> 1]!, curve.at(-1)!];
  const across = 2 * ((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  if (Math.abs(across) < 1e-9) return m;
  const [bb, cc] = [b, c].map((p) => (p[0] - a[0]) ** 2 + (p[1] - a[1]) ** 2) as [number, number];
  const u = ((c[1] - a[1]) * bb - (b[1] - a[1]) * cc) / across;
  const v = ((b[0] - a[0]) * cc - (c[0] - a[0]) * bb) / across;
  const centre: Vec2 = [a[0] + u, a[1] + v];
  const radius = Math.hypot(u, v);
  if (curve.some((p) => Math.abs(Math.hypot(p[0] - centre[0], p[1] - centre[1]) - radius) > 1e-4 * radius)) return m;
  const n: Vec2 = [-d[1], d[0]];
  const side = Math.sign((m[0] - centre[0]) * n[0] + (m[1] - centre[1]) * n[1]) || 1;
  return [centre[0] + n[0] * radius * side, centre[1] + n[1] * radius * side];
}

import type { Vec2, Vec3 } from '../geometry/vec3';
import type { GridLine, Model } from './model';
import type { ModelPlacement } from './placement';
import { atan2, cos, sin } from '../geometry/numbers/trigonometry';

/** What of a model says how it can be laid over another one; coordinates those of its file. */
export interface Alignable {
  readonly map?: Model['map'] | undefined;
  readonly grid: readonly GridLine[];
  readonly storeys: Model['storeys'];
  readonly origin: Vec3;
}

/** Fits that differ by less are equal, metres. */
const SAME = 1e-3;

export interface GridAlignment {
  readonly placement: ModelPlacement;
  /** Tags of the lines that both have. */
  readonly tags: readonly string[];
  /** The farthest that any of them lies off its place afterwards, metres. */
  readonly off: number;
}

/** Lays a model over another by their places on the map; null unless both tell theirs. */
export function alignByMap(model: Alignable, over: Alignable): ModelPlacement | null {
  const [a, b] = [model.map, over.map];
  if (!a || !b) return null;
  const [x, y] = rotated([a.east - b.east, a.north - b.north], -b.turn);
  return { by: [x, y, a.height - b.height], turn: a.turn - b.turn };
}

/**
 * Lays a model over another by the straight grid lines that both have under one tag: with two that cross, by their crossing; with
 * one, its beginning onto the other's beginning. Heights go by the lowest storey of one name. Null when no line is common.
 */
export function alignByGrid(model: Alignable, over: Alignable): GridAlignment | null {
  const theirs = new Map(lines(over).map((line) => [line.tag, line]));
  const pairs = lines(model).flatMap((line) => {
    const other = theirs.get(line.tag);
    return other ? [{ line, other }] : [];
  });
  const [first] = pairs;
  if (!first) return null;
  const second = pairs.find(({ line }) => Math.abs(cross(way(line), way(first.line))) > 0.1);
  const laid = (turn: number): GridAlignment & { readonly gap: number } => {
    const [from, to] = second
      ? [crossing(first.line, second.line), crossing(first.other, second.other)]
      : [first.line.from, first.other.from];
    const [x, y] = rotated(from, turn);
    const by: Vec3 = [to[0] - x, to[1] - y, heightBetween(model, over)];
    const placed = pairs.map(({ line, other }) => ({ other, ends: [moved(line.from, by, turn), moved(line.to, by, turn)] as const }));
    const off = Math.max(...placed.flatMap(({ other, ends }) => ends.map((p) => distance(p, other))));
    return { placement: { by, turn }, tags: pairs.map((p) => p.line.tag), off, gap: placed.reduce((sum, p) => sum + gapOf(p), 0) };
  };
  const turn = angle(way(first.other)) - angle(way(first.line));
  // a line may have been drawn from its other end: two that cross fit either way, and their ends tell which is meant
  const [there, back] = [laid(turn), laid(turn + Math.PI)];
  const isBack = back.off < there.off - SAME || (back.off < there.off + SAME && back.gap < there.gap - SAME);
  const { placement, tags, off } = isBack ? back : there;
  return { placement, tags, off };
}

/** How far the ends of a line lie from those of its counterpart, whichever belong together. */
function gapOf({ ends: [a, b], other }: { readonly ends: readonly [Vec2, Vec2]; readonly other: Line }): number {
  const apart = (p: Vec2, q: Vec2) => Math.hypot(p[0] - q[0], p[1] - q[1]);
  return Math.min(apart(a, other.from) + apart(b, other.to), apart(a, other.to) + apart(b, other.from));
}

/** Lays a point onto its place, and turns about it so that a second point lies in the direction of its own place. */
export function alignByPoints([from, to]: readonly [Vec3, Vec3], second?: readonly [Vec3, Vec3]): ModelPlacement {
  let turn = 0;
  if (second) {
    const [p, q]: [Vec2, Vec2] = [
      [second[0][0] - from[0], second[0][1] - from[1]],
      [second[1][0] - to[0], second[1][1] - to[1]],
    ];
    if (Math.hypot(...p) > 1e-6 && Math.hypot(...q) > 1e-6) turn = angle(q) - angle(p);
  }
  const [x, y] = rotated([from[0], from[1]], turn);
  return { by: [to[0] - x, to[1] - y, to[2] - from[2]], turn };
}

interface Line {
  readonly tag: string;
  readonly from: Vec2;
  readonly to: Vec2;
}

const lines = ({ grid, origin: [x, y] }: Alignable): Line[] =>
  grid.filter((g) => !g.curve && g.tag).map(({ tag, from, to }) => ({ tag, from: [from[0] + x, from[1] + y], to: [to[0] + x, to[1] + y] }));

const way = ({ from, to }: Line): Vec2 => {
  const l = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  return [(to[0] - from[0]) / l, (to[1] - from[1]) / l];
};
const cross = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0];
const angle = (a: Vec2): number => atan2(a[1], a[0]);
const rotated = ([x, y]: Vec2, turn: number): Vec2 => [x * cos(turn) - y * sin(turn), x * sin(turn) + y * cos(turn)];
const moved = (p: Vec2, by: Vec3, turn: number): Vec2 => {
  const [x, y] = rotated(p, turn);
  return [x + by[0], y + by[1]];
};
const distance = (p: Vec2, line: Line): number => Math.abs(cross(way(line), [p[0] - line.from[0], p[1] - line.from[1]]));

function crossing(a: Line, b: Line): Vec2 {
  const [d, e] = [way(a), way(b)];
  const t = cross([b.from[0] - a.from[0], b.from[1] - a.from[1]], e) / cross(d, e);
  return [a.from[0] + d[0] * t, a.from[1] + d[1] * t];
}

function heightBetween(model: Alignable, over: Alignable): number {
  for (const { name, elevation } of [...model.storeys].sort((a, b) => a.elevation - b.elevation)) {
    const other = over.storeys.find((s) => s.name.toLowerCase() === name.toLowerCase());
    if (other) return other.elevation + over.origin[2] - elevation - model.origin[2];
  }
  return 0;
}

import { tidyLength } from '../../geometry/tidy';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import { PLAN_HEIGHT } from '../resolve-sight';
import type { Sight } from '../sight';

/** How far before a wall the plane of its elevation stands, at most: the middle of the room where that is nearer. Metres. */
const BEFORE = 0.5;
/** Pieces of wall whose planes differ by less are one wall (metres, and a sine). */
const ONE_WALL = 0.01;
/** Shorter pieces of wall are corners of columns and niches: they show in the elevations beside them. Metres. */
const SHORTEST = 0.4;

/** A room of more walls is a round one. */
const MOST_WALLS = 12;

/** A side of a room: the direction from inside onto it, where its plane lies along that, and from where to where it runs to the right. */
export interface Side {
  readonly look: Vec2;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** The clear box of a room along its own directions, and its sides; the coordinates of the file. */
export interface Room {
  readonly title: string;
  readonly sides: readonly Side[];
  readonly low: number;
  readonly high: number;
  /** Its main direction in plan, and its extent along and square to that. */
  readonly axis: Vec2;
  readonly box: readonly [u0: number, v0: number, u1: number, v1: number];
}

/** The drawings of one room: its walls, its plan, its ceiling. */
export function sightsOfRoom({ title, sides, low, high, axis, box: [u0, v0, u1, v1] }: Room): Omit<Sight, 'number'>[] {
  const place = (u: number, v: number): Vec2 => [axis[0] * u - axis[1] * v, axis[1] * u + axis[0] * v];
  const elevations = sides.map(({ look, at, from, to }, k): Omit<Sight, 'number'> => {
    // the room's depth before this wall
    const corners = [place(u0, v0), place(u1, v0), place(u1, v1), place(u0, v1)];
    const nearest = Math.min(...corners.map((p) => p[0] * look[0] + p[1] * look[1]));
    const before = Math.min(BEFORE, (at - nearest) / 2);
    const right: Vec2 = [look[1], -look[0]];
    const origin: Vec3 = [
      tidyLength(look[0] * (at - before) + right[0] * from),
      tidyLength(look[1] * (at - before) + right[1] * from),
      low,
    ];
    return {
      kind: 'elevation',
      name: `${title}, wall ${k + 1}`,
      frame: { origin, look: [look[0], look[1], 0], up: [0, 0, 1], cut: true },
      depth: tidyLength(before),
      limits: { left: 0, right: tidyLength(to - from), bottom: 0, top: tidyLength(high - low) },
    };
  });
  // a low room is cut half way up
  const height = high - low > PLAN_HEIGHT * 1.25 ? PLAN_HEIGHT : (high - low) / 2;
  const [x, y] = place(u0, v0);
  const level = (kind: 'plan' | 'ceiling plan', words: string): Omit<Sight, 'number'> => ({
    kind,
    name: `${title}, ${words}`,
    frame: {
      origin: [tidyLength(x), tidyLength(y), tidyLength(low + height)],
      look: [0, 0, kind === 'plan' ? -1 : 1],
      up: [-axis[1] + 0, axis[0], 0],
      cut: true,
    },
    depth: tidyLength(kind === 'plan' ? height : high - low - height),
    limits: { left: 0, right: tidyLength(u1 - u0), bottom: 0, top: tidyLength(v1 - v0) },
  });
  return [...elevations, level('plan', 'plan'), level('ceiling plan', 'ceiling')];
}

/** A piece of wall of a room, as it is found: more than one may be of one wall. */
export interface WallPiece extends Side {
  readonly area: number;
}

/** A room by the pieces of its walls and the points of its shape; null where it has no walls. */
export function roomOfWalls(title: string, pieces: readonly WallPiece[], points: readonly Vec3[]): Room | null {
  const sides: { look: Vec2; at: number; from: number; to: number; area: number }[] = [];
  for (const piece of pieces) {
    const same = sides.find((s) => isOneWall(s, piece));
    if (!same) sides.push({ ...piece });
    else Object.assign(same, { from: Math.min(same.from, piece.from), to: Math.max(same.to, piece.to), area: same.area + piece.area });
  }
  if (!sides.length) return null;
  const axis = axisOf(sides);
  const along = (p: Vec3) => p[0] * axis[0] + p[1] * axis[1];
  const across = (p: Vec3) => -p[0] * axis[1] + p[1] * axis[0];
  const [low, high] = extent(points, (p) => p[2]);
  const [u0, u1] = extent(points, along);
  const [v0, v1] = extent(points, across);
  const walls = sides.filter((s) => s.to - s.from >= SHORTEST);
  // what has more walls than this is round: it is seen in its four main directions
  const looked = walls.length > MOST_WALLS ? boxSides(axis, [u0, v0, u1, v1]) : walls;
  return {
    title,
    // round with the walls, from the one that lies to the north of the room's axis
    sides: [...looked].sort((p, q) => turnOf(p.look, axis) - turnOf(q.look, axis) || p.at - q.at),
    low: tidyLength(low),
    high: tidyLength(high),
    axis,
    box: [u0, v0, u1, v1],
  };
}

/** The four sides of a room's box. */
function boxSides([ax, ay]: Vec2, [u0, v0, u1, v1]: Room['box']): Side[] {
  const side = (look: Vec2, at: number, from: number, to: number): Side => ({ look, at, from, to });
  return [
    side([-ay + 0, ax], v1, u0, u1),
    side([ax, ay], u1, -v1, -v0),
    side([ay, -ax + 0], -v0, -u1, -u0),
    side([-ax + 0, -ay + 0], -u0, v0, v1),
  ];
}

/** A piece of wall between two points of a plan, seen from inside along `look`. */
export function wallPiece(look: Vec2, points: readonly (Vec2 | Vec3)[], area: number): WallPiece {
  const right: Vec2 = [look[1], -look[0]];
  const us = points.map((p) => p[0] * right[0] + p[1] * right[1]);
  const [first] = points as [Vec2];
  return { look, at: first[0] * look[0] + first[1] * look[1], from: Math.min(...us), to: Math.max(...us), area };
}

/** The direction of the longest wall, within an eighth of a turn from the X axis: the plan lies as the model's does, nearly. */
function axisOf(sides: readonly { readonly look: Vec2; readonly area: number }[]): Vec2 {
  const [longest] = [...sides].sort((a, b) => b.area - a.area || a.look[0] - b.look[0] || a.look[1] - b.look[1]);
  let [x, y] = longest!.look;
  // of the four directions square to one another that which is nearest to X
  for (let k = 0; k < 4 && !(x > 0 && Math.abs(y) <= x + 1e-12); k++) [x, y] = [-y, x];
  return [x + 0, y + 0];
}

/** Quarters and parts of them, clockwise from straight up in the room's plan. */
function turnOf(look: Vec2, axis: Vec2): number {
  const u = look[0] * axis[0] + look[1] * axis[1];
  const v = -look[0] * axis[1] + look[1] * axis[0];
  // a measure that grows with the angle
  const around = v >= 0 ? (u >= 0 ? u / (u + v) : 3 + v / (v - u)) : u >= 0 ? 1 + v / (v - u) : 2 + u / (u + v);
  // a hair before the first direction is that direction
  return (Math.round(around * 1e6) / 1e6) % 4;
}

function isOneWall(a: { readonly look: Vec2; readonly at: number }, b: { readonly look: Vec2; readonly at: number }): boolean {
  const isAlike = Math.abs(a.look[0] * b.look[1] - a.look[1] * b.look[0]) < ONE_WALL && a.look[0] * b.look[0] + a.look[1] * b.look[1] > 0;
  return isAlike && Math.abs(a.at - b.at) < ONE_WALL;
}

/** Smallest and largest of many numbers, however many. */
function extent<T>(items: readonly T[], of: (item: T) => number): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (const item of items) {
    least = Math.min(least, of(item));
    most = Math.max(most, of(item));
  }
  return [least, most];
}

import { tidyLength } from '../../geometry/numbers/tidy';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import { PLAN_HEIGHT } from '../resolve-sight';
import type { Limits, Sight } from '../sight';
import type { AroundRoom } from './around-room';

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

/** Where the first place of a plane lies on a face it steps aside by these, metres. */
const ASIDE = [0, -0.03, 0.03, -0.07, 0.07, -0.12, 0.12, -0.2, 0.2];

/** The drawings of one room: its walls, its plan, its ceiling; with what bounds it all round, so that no wall is drawn as a lone line. */
export function sightsOfRoom(room: Room, aroundRoom: (low: Vec3, high: Vec3) => AroundRoom): Omit<Sight, 'number'>[] {
  const corners = cornersOf(room);
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const around = aroundRoom([Math.min(...xs), Math.min(...ys), room.low], [Math.max(...xs), Math.max(...ys), room.high]);
  const elevations = room.sides.map((side, k) => elevationOf(room, side, around, `${room.title}, wall ${k + 1}`));
  const height = cutHeight(room, around);
  const limits = planLimits(room, around);
  return [...elevations, levelOf(room, limits, 'plan', height), levelOf(room, limits, 'ceiling plan', height)];
}

const placeIn = ({ axis }: Room, u: number, v: number): Vec2 => [axis[0] * u - axis[1] * v, axis[1] * u + axis[0] * v];

function cornersOf(room: Room): Vec2[] {
  const [u0, v0, u1, v1] = room.box;
  return [placeIn(room, u0, v0), placeIn(room, u1, v0), placeIn(room, u1, v1), placeIn(room, u0, v1)];
}

/** The elevation of a wall: cut along what the room ends at beside, below and above it. */
function elevationOf(room: Room, { look, at, from, to }: Side, around: AroundRoom, name: string): Omit<Sight, 'number'> {
  const { low, high } = room;
  // the room's depth before this wall
  const nearest = Math.min(...cornersOf(room).map((p) => p[0] * look[0] + p[1] * look[1]));
  const right: Vec2 = [look[1], -look[0]];
  const place = (off: number, u: number, z: number): Vec3 => [look[0] * (at - off) + right[0] * u, look[1] * (at - off) + right[1] * u, z];
  const most = Math.min(BEFORE, (at - nearest) / 2);
  const towards: Vec3 = [look[0], look[1], 0];
  const isClear = (before: number) => around.isClear(place(before, from, low), towards);
  const before = ASIDE.map((by) => most * (1 + by)).find(isClear) ?? most;
  const beside = (u: number, side: number) =>
    tidyLength(
      around.beyond(
        spread(low, high).map((z) => place(before, u, z)),
        [right[0] * side, right[1] * side, 0],
      ),
    );
  const over = (z: number, up: number) =>
    tidyLength(
      around.beyond(
        spread(from, to).map((u) => place(before, u, z)),
        [0, 0, up],
      ),
    );
  const through = around.beyond(
    spread(from, to).flatMap((u) => spread(low, high).map((z) => place(0, u, z))),
    towards,
  );
  const [x, y] = place(before, from, low);
  return {
    kind: 'elevation',
    name,
    frame: { origin: [tidyLength(x), tidyLength(y), low], look: towards, up: [0, 0, 1], cut: true },
    depth: tidyLength(before + through),
    limits: {
      left: -beside(from, -1),
      right: tidyLength(to - from + beside(to, 1)),
      bottom: -over(low, -1),
      top: tidyLength(high - low + over(high, 1)),
    },
  };
}

/** Where a room is cut for its plans, above its floor: a low one half way up. */
function cutHeight({ low, high, box }: Room, around: AroundRoom): number {
  const most = high - low > PLAN_HEIGHT * 1.25 ? PLAN_HEIGHT : (high - low) / 2;
  const isClear = (height: number) => around.isClear([box[0], box[1], low + height], [0, 0, 1]);
  return ASIDE.map((by) => most * (1 + by)).find(isClear) ?? most;
}

/** What the plans of a room show: its walls as thick as they are. */
function planLimits(room: Room, around: AroundRoom): Limits {
  const { low, high, axis, box } = room;
  const [u0, v0, u1, v1] = box;
  const beyond = boxSides(axis, box).map((end) => {
    const { look, at } = end;
    const own = room.sides.filter((s) => isOneWall(s, end));
    const starts = (own.length ? own : [end]).flatMap(({ from, to }) =>
      spread(from, to).flatMap((u) => spread(low, high).map((z): Vec3 => [look[0] * at + look[1] * u, look[1] * at - look[0] * u, z])),
    );
    return tidyLength(around.beyond(starts, [look[0], look[1], 0]));
  });
  const [ahead, toRight, behind, toLeft] = beyond as [number, number, number, number];
  return { left: -toLeft, right: tidyLength(u1 - u0 + toRight), bottom: -behind, top: tidyLength(v1 - v0 + ahead) };
}

/** The plan of a room or of its ceiling. */
function levelOf(room: Room, limits: Limits, kind: 'plan' | 'ceiling plan', height: number): Omit<Sight, 'number'> {
  const { title, low, high, axis, box } = room;
  const [x, y] = placeIn(room, box[0], box[1]);
  return {
    kind,
    name: `${title}, ${kind === 'plan' ? 'plan' : 'ceiling'}`,
    frame: {
      origin: [tidyLength(x), tidyLength(y), tidyLength(low + height)],
      look: [0, 0, kind === 'plan' ? -1 : 1],
      up: [-axis[1] + 0, axis[0], 0],
      cut: true,
    },
    depth: tidyLength(kind === 'plan' ? height : high - low - height),
    limits,
  };
}

/** Some places between two, at none of which it is likely that sides of triangles run. */
const spread = (from: number, to: number): number[] => [0.043, 0.213, 0.391, 0.587, 0.779, 0.957].map((part) => from + (to - from) * part);

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

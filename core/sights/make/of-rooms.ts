import { Fault } from '../../faults/fault';
import { tidyDirection, tidyLength } from '../../geometry/tidy';
import { cross, type Vec2, type Vec3 } from '../../geometry/vec3';
import type { Element, Model } from '../../model/model';
import { LEVEL } from '../../scene/main-angle';
import { PLAN_HEIGHT } from '../resolve-sight';
import type { Sight } from '../sight';
import { numbered } from './number';

/** How far before a wall the plane of its elevation stands, at most: the middle of the room where that is nearer. Metres. */
const BEFORE = 0.5;
/** Pieces of wall whose planes differ by less are one wall (metres, and a sine). */
const ONE_WALL = 0.01;
/** A triangle of less than this, square metres twice over, has no direction. */
const NO_AREA = 1e-12;
/** Shorter pieces of wall are corners of columns and niches: they show in the elevations beside them. Metres. */
const SHORTEST = 0.4;

/** A side of a room: the direction from inside onto it, where its plane lies along that, and from where to where it runs to the right. */
interface Side {
  readonly look: Vec2;
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** The clear box of a room along its own directions, and its sides; the coordinates of the file. */
interface Room {
  readonly title: string;
  readonly sides: readonly Side[];
  readonly low: number;
  readonly high: number;
  /** Its main direction in plan, and its extent along and square to that. */
  readonly axis: Vec2;
  readonly box: readonly [u0: number, v0: number, u1: number, v1: number];
}

/**
 * The drawings of rooms: an elevation of each wall, the plan and the ceiling plan, each limited to the clear box of the space. An
 * elevation's plane stands inside the room, square to it, and looks as far as the wall's face.
 * @param which numbers or names of rooms; all where none is named
 * @throws Fault room-unknown
 */
export function ofRooms(model: Model, which: readonly string[] = [], taken: readonly string[] = []): Sight[] {
  const spaces = model.elements.flatMap((e, i) => (e.use === 'space' ? [{ e, i }] : []));
  const isCalled = (e: Element, name: string) =>
    [e.name, e.facts?.longName, e.facts?.tag].some((own) => own?.toLowerCase() === name.toLowerCase());
  const wanted = which.length
    ? which.flatMap((name) => {
        const found = spaces.filter(({ e }) => isCalled(e, name));
        if (!found.length) throw new Fault('room-unknown', { room: name, rooms: spaces.map(({ e }) => e.name).join(', ') || 'none' });
        return found;
      })
    : spaces;
  if (!wanted.length) throw new Fault('room-unknown', { room: 'any', rooms: 'none' });
  return numbered(
    wanted.flatMap(({ e, i }) => {
      const room = roomOf(model, e, i);
      return room ? sightsOf(room) : [];
    }),
    taken,
  );
}

function sightsOf({ title, sides, low, high, axis, box: [u0, v0, u1, v1] }: Room): Omit<Sight, 'number'>[] {
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

/** What the shape of a space tells of the room; null where it has no upright sides. */
function roomOf(model: Model, { name, facts, class: className }: Element, element: number): Room | null {
  const { positions, triangles, partStart, partElement, origin } = model;
  const sides: { look: Vec2; at: number; from: number; to: number; area: number }[] = [];
  const points: Vec3[] = [];
  for (let part = 0; part < partElement.length; part++) {
    if (partElement[part] !== element) continue;
    for (let t = partStart[part]!; t < partStart[part + 1]!; t++) {
      const [a, b, c] = [0, 1, 2].map((k) => cornerOf(positions, origin, triangles[t * 3 + k]!)) as [Vec3, Vec3, Vec3];
      points.push(a, b, c);
      const n = doubleArea(a, b, c);
      const twice = Math.hypot(...n);
      if (twice < NO_AREA || Math.abs(n[2]) > LEVEL * twice) continue;
      const l = Math.hypot(n[0], n[1]);
      // the normal leads out of the space, through the wall
      const look: Vec2 = [tidyDirection(n[0] / l), tidyDirection(n[1] / l)];
      const right: Vec2 = [look[1], -look[0]];
      const us = [a, b, c].map((p) => p[0] * right[0] + p[1] * right[1]);
      const side = { look, at: a[0] * look[0] + a[1] * look[1], from: Math.min(...us), to: Math.max(...us), area: twice / 2 };
      const same = sides.find((s) => isOneWall(s, side));
      if (!same) sides.push(side);
      else Object.assign(same, { from: Math.min(same.from, side.from), to: Math.max(same.to, side.to), area: same.area + side.area });
    }
  }
  if (!sides.length) return null;
  const axis = axisOf(sides);
  const along = (p: Vec3) => p[0] * axis[0] + p[1] * axis[1];
  const across = (p: Vec3) => -p[0] * axis[1] + p[1] * axis[0];
  const [low, high] = extent(points, (p) => p[2]);
  const [u0, u1] = extent(points, along);
  const [v0, v1] = extent(points, across);
  const number = name || className;
  const long = facts?.longName;
  return {
    title: long && long !== number ? `${number} ${long}` : number,
    // round with the walls, from the one that lies to the north of the room's axis
    sides: sides.filter((s) => s.to - s.from >= SHORTEST).sort((p, q) => turnOf(p.look, axis) - turnOf(q.look, axis) || p.at - q.at),
    low: tidyLength(low),
    high: tidyLength(high),
    axis,
    box: [u0, v0, u1, v1],
  };
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
  return Math.round(around * 1e9) / 1e9;
}

function isOneWall(a: { readonly look: Vec2; readonly at: number }, b: { readonly look: Vec2; readonly at: number }): boolean {
  const isAlike = Math.abs(a.look[0] * b.look[1] - a.look[1] * b.look[0]) < ONE_WALL && a.look[0] * b.look[0] + a.look[1] * b.look[1] > 0;
  return isAlike && Math.abs(a.at - b.at) < ONE_WALL;
}

const cornerOf = (positions: ArrayLike<number>, origin: Vec3, v: number): Vec3 => [
  positions[v * 3]! + origin[0],
  positions[v * 3 + 1]! + origin[1],
  positions[v * 3 + 2]! + origin[2],
];

/** Twice the area of a triangle as a vector, square to it. */
const doubleArea = (a: Vec3, b: Vec3, c: Vec3): Vec3 =>
  cross([b[0] - a[0], b[1] - a[1], b[2] - a[2]], [c[0] - a[0], c[1] - a[1], c[2] - a[2]]);

/** Smallest and largest of many numbers, however many. */
function extent<T>(items: readonly T[], of: (item: T) => number): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (const item of items) {
    least = Math.min(least, of(item));
    most = Math.max(most, of(item));
  }
  return [least, most];
}

import { Fault } from '../../faults/fault';
import { tidyDirection } from '../../geometry/numbers/tidy';
import { cross, type Vec3 } from '../../geometry/vec3';
import type { Element, Model } from '../../model/model';
import { LEVEL } from '../../scene/main-angle';
import type { Sight } from '../sight';
import { aroundRooms } from './around-room';
import { numbered } from './number';
import { roomOfWalls, sightsOfRoom, wallPiece, type Room, type WallPiece } from './room-sights';

/** A triangle of less than this, square metres twice over, has no direction. */
const NO_AREA = 1e-12;
/**
 * The drawings of rooms: an elevation of each wall, the plan and the ceiling plan, each as far as what bounds the space, which is cut
 * along. An elevation's plane stands inside the room, square to it, clear of faces, and looks through the wall, with what stands in it.
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
  const around = aroundRooms(model);
  return numbered(
    wanted.flatMap(({ e, i }) => {
      const room = roomOfSpace(model, e, i);
      return room ? sightsOfRoom(room, around) : [];
    }),
    taken,
  );
}

/** What the shape of a space tells of the room; null where it has no upright sides. */
export function roomOfSpace(model: Model, { name, facts, class: className }: Element, element: number): Room | null {
  const { positions, triangles, partStart, partElement, origin } = model;
  const pieces: WallPiece[] = [];
  const points: Vec3[] = [];
  for (let part = 0; part < partElement.length; part++) {
    if (partElement[part] !== element) continue;
    for (let t = partStart[part]!; t < partStart[part + 1]!; t++) {
      const corners = [0, 1, 2].map((k) => cornerOf(positions, origin, triangles[t * 3 + k]!)) as [Vec3, Vec3, Vec3];
      points.push(...corners);
      const n = doubleArea(...corners);
      const twice = Math.hypot(...n);
      if (twice < NO_AREA || Math.abs(n[2]) > LEVEL * twice) continue;
      const l = Math.hypot(n[0], n[1]);
      // the normal leads out of the space, through the wall
      pieces.push(wallPiece([tidyDirection(n[0] / l), tidyDirection(n[1] / l)], corners, twice / 2));
    }
  }
  const number = name || className;
  const long = facts?.longName;
  return roomOfWalls(long && long !== number ? `${number} ${long}` : number, pieces, points);
}

const cornerOf = (positions: ArrayLike<number>, origin: Vec3, v: number): Vec3 => [
  positions[v * 3]! + origin[0],
  positions[v * 3 + 1]! + origin[1],
  positions[v * 3 + 2]! + origin[2],
];

/** Twice the area of a triangle as a vector, square to it. */
const doubleArea = (a: Vec3, b: Vec3, c: Vec3): Vec3 =>
  cross([b[0] - a[0], b[1] - a[1], b[2] - a[2]], [c[0] - a[0], c[1] - a[1], c[2] - a[2]]);

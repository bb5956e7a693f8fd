import { Fault } from './faults/fault';
import { tidyDirection } from './geometry/numbers/tidy';
import { faceContains, ringArea, ringContains, type Ring } from './geometry/rings';
import type { Vec2, Vec3 } from './geometry/vec3';
import type { Model } from './model/model';
import { atModelSize } from './scene/scale';
import type { Scene } from './scene/scene';
import { aroundRooms, FURNISHES } from './sights/make/around-room';
import { numbered } from './sights/make/number';
import { roomOfSpace } from './sights/make/of-rooms';
import { roomOfWalls, sightsOfRoom, wallPiece, type Room } from './sights/make/room-sights';
import type { Sight } from './sights/sight';
import { shownParts } from './sights/shown';
import { draw } from './draw';
/** Shorter sides of an outline are chamfers and noise of the cut, metres. */
const NO_WALL = 1e-4;

/**
 * The drawings of the room that a point lies in: those of the space there; or where the model has none, of the room that what stands
 * there encloses at the height of the point, as high as it is clear above and below the point. Furniture, fixtures and stairs bound none.
 * @param at in the coordinates of the file, at the height at which the room is cut
 * @throws Fault room-open when nothing encloses the point
 */
export function roomAt(model: Model, scene: Scene, at: Vec3, taken: readonly string[] = []): Sight[] {
  const space = spaceAt(model, at);
  return numbered(sightsOfRoom(space ?? enclosedAt(model, scene, at), aroundRooms(model)), taken);
}

/** The smallest space around a point. */
function spaceAt(model: Model, [x, y, z]: Vec3): Room | null {
  let [found, least]: [Room | null, number] = [null, Infinity];
  model.elements.forEach((e, i) => {
    const room = e.use === 'space' ? roomOfSpace(model, e, i) : null;
    if (!room || z < room.low - 1e-6 || z > room.high + 1e-6) return;
    const [u, v] = [x * room.axis[0] + y * room.axis[1], -x * room.axis[1] + y * room.axis[0]];
    const [u0, v0, u1, v1] = room.box;
    const size = (u1 - u0) * (v1 - v0);
    if (u < u0 || u > u1 || v < v0 || v > v1 || size >= least) return;
    [found, least] = [room, size];
  });
  return found;
}

function enclosedAt(model: Model, scene: Scene, at: Vec3): Room {
  const { origin } = model;
  const show = [...new Set(model.elements.map((e) => e.class))]
    .filter((name) => FURNISHES.test(name))
    .map((name) => ({ class: name, use: 'exclude' as const }));
  const plan: Sight = { kind: 'plan', number: '', name: '', frame: { origin: [origin[0], origin[1], at[2]], look: [0, 0, -1], up: [0, 1, 0], cut: true }, depth: 0, profile: true, show }; // prettier-ignore
  const [u, v] = [at[0] - origin[0], at[1] - origin[1]];
  const around: Ring[] = [];
  for (const { face, use } of draw(model, scene, plan, { cutOnly: true }).regions) {
    if (use === 'matter' && faceContains(face, u, v)) throw new Fault('room-open', { reason: 'the point lies in what stands there' });
    around.push(...face.slice(1).filter((ring) => ringContains(ring, u, v)));
  }
  const [ring] = around.sort((a, b) => Math.abs(ringArea(a)) - Math.abs(ringArea(b)));
  if (!ring) throw new Fault('room-open', { reason: 'what stands around the point does not close' });
  const [low, high] = clearAt(model, scene, shownParts(model, plan), at);
  const corners = cornersOf(ring).map(([p, q]): Vec2 => [p + origin[0], q + origin[1]]);
  // the inside lies to the left of a ring that runs counter-clockwise
  const turn = ringArea(ring) > 0 ? 1 : -1;
  const pieces = corners.map((a, k) => {
    const b = corners[(k + 1) % corners.length]!;
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const look: Vec2 = [tidyDirection(((b[1] - a[1]) / long) * turn), tidyDirection((-(b[0] - a[0]) / long) * turn)];
    return wallPiece(look, [a, b], long * (high - low));
  });
  const points = corners.flatMap(([p, q]): Vec3[] => [[p, q, low], [p, q, high]]); // prettier-ignore
  return roomOfWalls(`Room at ${at[0].toFixed(1)}, ${at[1].toFixed(1)}`, pieces, points)!;
}

/** The corners of a ring, without those at which it goes straight on and without sides that are none. */
function cornersOf(ring: Ring): Vec2[] {
  const all: Vec2[] = [];
  for (let i = 0; i < ring.length; i += 2) {
    const p: Vec2 = [ring[i]!, ring[i + 1]!];
    const last = all.at(-1);
    if (!last || Math.hypot(p[0] - last[0], p[1] - last[1]) > NO_WALL) all.push(p);
  }
  const [first, last] = [all[0]!, all.at(-1)!];
  if (all.length > 1 && Math.hypot(first[0] - last[0], first[1] - last[1]) <= NO_WALL) all.pop();
  return all.filter((p, k) => {
    const [a, b] = [all.at(k - 1)!, all[(k + 1) % all.length]!];
    const cross = (p[0] - a[0]) * (b[1] - p[1]) - (p[1] - a[1]) * (b[0] - p[0]);
    return Math.abs(cross) > NO_WALL * Math.hypot(b[0] - a[0], b[1] - a[1]);
  });
}

/** From what is below a point to what is above it: the levels of the nearest faces there. Where there is none: the point's own level, or a metre above it. */
function clearAt(model: Model, prepared: Scene, shown: Uint8Array, [x, y, z]: Vec3): readonly [number, number] {
  const { origin } = model;
  const { vertices, triangles, partTriangleStart } = atModelSize(prepared);
  let [low, high] = [-Infinity, Infinity];
  for (let part = 0; part < shown.length; part++) {
    if (!shown[part]) continue;
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
      const level = levelOver(vertices, triangles, t, x - origin[0], y - origin[1]);
      if (level === null) continue;
      const own = level + origin[2];
      if (own <= z) low = Math.max(low, own);
      else high = Math.min(high, own);
    }
  }
  return [Number.isFinite(low) ? low : z, Number.isFinite(high) ? high : z + 1];
}

/** The height of a triangle over a place of the plan; null beside it, and of one that stands upright. */
function levelOver(vertices: ArrayLike<number>, triangles: ArrayLike<number>, t: number, x: number, y: number): number | null {
  const corner = (k: number): Vec3 => {
    const v = triangles[t * 3 + k]! * 3;
    return [vertices[v]!, vertices[v + 1]!, vertices[v + 2]!];
  };
  const [a, b, c] = [corner(0), corner(1), corner(2)];
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  if (Math.abs(area) < 1e-12) return null;
  const p = ((b[0] - x) * (c[1] - y) - (b[1] - y) * (c[0] - x)) / area;
  const q = ((c[0] - x) * (a[1] - y) - (c[1] - y) * (a[0] - x)) / area;
  const r = 1 - p - q;
  return p < 0 || q < 0 || r < 0 ? null : p * a[2] + q * b[2] + r * c[2];
}

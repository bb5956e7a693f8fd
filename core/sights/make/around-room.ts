import { cross, dot, subtract, type Vec3 } from '../../geometry/vec3';
import { boundTriangles } from '../../geometry/bounds';
import type { Model } from '../../model/model';

/** Rooms are as high as this, or higher: in a model of a room all lengths below shrink with it. Metres. */
const HIGH = 2;
/** What begins farther behind the face of a room does not bound it: boards and tiles of a space that is measured to the wall behind. */
const BEHIND = 0.05;
/** Leaves of a wall that stand farther apart are two walls. */
const CAVITY = 0.12;
/** Thicker than this is no wall but one that the ray runs along. */
const THICKEST = 1;
/** Beyond what bounds a room the picture goes on so far: its outer face does not lie on the edge. */
const MARGIN = 0.01;
/** A face nearer to a cutting plane than this is grazed by it. */
const GRAZE = 0.005;
/** The sine of the angle at which a face lies along a plane. */
const ALONG = 0.02;

/** What stands in a room and does not bound it, by class. */
export const FURNISHES = /furni|sanitary|terminal|appliance|lamp|light|equipment|stair|railing|fitting|fixture|flow/i;

/** What stands around a room. Lengths in metres, coordinates of the file. */
export interface AroundRoom {
  /** How far the picture goes on beyond the faces of the room from which some rays start: what bounds it there, at its thickest, and a margin. */
  beyond(starts: readonly Vec3[], direction: Vec3): number;
  /** Whether no face lies in a plane, or a hair from it. */
  isClear(point: Vec3, normal: Vec3): boolean;
}

/** One after another the surroundings of the rooms of a model; the boxes of its parts are measured once. */
export function aroundRooms(model: Model): (low: Vec3, high: Vec3) => AroundRoom {
  const boxes = partBoxes(model);
  return (low, high) => {
    const unit = Math.min(1, (high[2] - low[2]) / HIGH);
    const corners = cornersNear(model, boxes, low, high, THICKEST * unit);
    return {
      beyond: (starts, direction) => {
        const thick = Math.max(0, ...starts.map((from) => thickness(corners, from, direction, unit))) + MARGIN * unit;
        // whole millimetres, but in a model of a room
        return unit < 1 ? thick : Math.ceil(thick * 1000 - 0.05) / 1000;
      },
      isClear: (point, normal) => !corners.some(({ points }) => points.some((t) => liesIn(t, point, normal, unit))),
    };
  };
}

type Triangle = readonly [Vec3, Vec3, Vec3];
interface Body {
  /** Least x, y, z and largest x, y, z, in the coordinates of the file. */
  readonly box: readonly number[];
  readonly points: readonly Triangle[];
  /** What only stands in a room can be grazed as well. */
  readonly bounds: boolean;
}

/** Least x, y, z and largest x, y, z of each part, without spaces and terrain. */
function partBoxes({ positions, triangles, partStart, partElement, elements }: Model): (readonly number[] | null)[] {
  return Array.from(partElement, (element, part) => {
    const { use } = elements[element]!;
    if (use === 'space' || use === 'terrain') return null;
    const box = new Float64Array(6);
    boundTriangles(positions, triangles, partStart[part]!, partStart[part + 1]!, box);
    return [...box];
  });
}

/** The triangles of each part that come near a box. */
function cornersNear(model: Model, boxes: readonly (readonly number[] | null)[], low: Vec3, high: Vec3, by: number): Body[] {
  const { positions, triangles, partStart, partElement, elements, origin } = model;
  const isNear = (least: readonly number[], most: readonly number[]) =>
    [0, 1, 2].every((k) => least[k]! <= high[k]! + by && most[k]! >= low[k]! - by);
  const corner = (v: number): Vec3 => [positions[v * 3]! + origin[0], positions[v * 3 + 1]! + origin[1], positions[v * 3 + 2]! + origin[2]];
  return boxes.flatMap((box, part) => {
    const placed = box?.map((x, k) => x + origin[k % 3]!);
    if (!placed || !isNear(placed.slice(0, 3), placed.slice(3))) return [];
    const points: Triangle[] = [];
    for (let t = partStart[part]!; t < partStart[part + 1]!; t++) {
      const own: Triangle = [corner(triangles[t * 3]!), corner(triangles[t * 3 + 1]!), corner(triangles[t * 3 + 2]!)];
      const extent = (pick: (...x: number[]) => number) => [0, 1, 2].map((k) => pick(own[0][k]!, own[1][k]!, own[2][k]!));
      if (isNear(extent(Math.min), extent(Math.max))) points.push(own);
    }
    return points.length ? [{ box: placed, points, bounds: !FURNISHES.test(elements[partElement[part]!]!.class) }] : [];
  });
}

/** How far matter reaches from a face on, along a ray; none where it begins farther behind, or where the ray runs along a wall. */
function thickness(bodies: readonly Body[], from: Vec3, direction: Vec3, unit: number): number {
  const inside = bodies
    .flatMap(({ box, points, bounds }) => (bounds && goesThrough(box, from, direction) ? insides(points, from, direction) : []))
    .sort((a, b) => a[0] - b[0]);
  let [reach, gap] = [0, BEHIND * unit];
  for (const [start, end] of inside) {
    if (end <= reach + 1e-6) continue;
    if (start > reach + gap) break;
    [reach, gap] = [end, CAVITY * unit];
  }
  return reach > THICKEST * unit ? 0 : reach;
}

/** Whether a line goes through a box: from where to where it lies between each two sides of it. After Kay and Kajiya, 1986. */
function goesThrough(box: readonly number[], from: Vec3, direction: Vec3): boolean {
  let [first, last] = [-Infinity, Infinity];
  for (const k of [0, 1, 2] as const) {
    const [low, high] = [box[k]! - GRAZE, box[k + 3]! + GRAZE];
    if (Math.abs(direction[k]) < 1e-12) {
      if (from[k] < low || from[k] > high) return false;
      continue;
    }
    const [a, b] = [(low - from[k]) / direction[k], (high - from[k]) / direction[k]];
    first = Math.max(first, Math.min(a, b));
    last = Math.min(last, Math.max(a, b));
  }
  return first <= last;
}

/** From where to where a ray lies in a body, by the triangles that it meets. */
function insides(points: readonly Triangle[], from: Vec3, direction: Vec3): [number, number][] {
  const met = points.flatMap((t) => meets(t, from, direction) ?? []).sort((a, b) => a - b);
  // the side that two triangles share is met in both
  const at = met.filter((x, k) => !k || x - met[k - 1]! > 1e-7);
  const out: [number, number][] = [];
  for (let k = 0; k + 1 < at.length; k += 2) out.push([at[k]!, at[k + 1]!]);
  return out;
}

/** How far along a line it meets a triangle; its sides count as it. After Möller and Trumbore, 1997. */
function meets([a, b, c]: Triangle, from: Vec3, direction: Vec3): number | null {
  const [p, q] = [subtract(b, a), subtract(c, a)];
  const h = cross(direction, q);
  const det = dot(p, h);
  if (Math.abs(det) < 1e-12) return null;
  const s = subtract(from, a);
  const u = dot(s, h) / det;
  const k = cross(s, p);
  const v = dot(direction, k) / det;
  return u < 0 || v < 0 || u + v > 1 ? null : dot(q, k) / det;
}

/** Whether a triangle lies along a plane, a hair from it. */
function liesIn(t: Triangle, point: Vec3, normal: Vec3, unit: number): boolean {
  const off = t.map((p) => dot(subtract(p, point), normal));
  if (off.some((d) => Math.abs(d) > GRAZE * unit)) return false;
  const n = cross(subtract(t[1], t[0]), subtract(t[2], t[0]));
  return Math.abs(dot(n, normal)) > Math.hypot(...n) * Math.sqrt(1 - ALONG * ALONG);
}

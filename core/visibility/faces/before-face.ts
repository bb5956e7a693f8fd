import { ringArea, type Box, type Ring } from '../../geometry/rings';
import { DEPTH, GRID_STEP } from '../../geometry/numbers/tolerances';
import type { Scene } from '../../scene/scene';
import { clipPolygon } from '../clip-polygon';
import { cornersOf, outlineOf } from './outline-of';
import type { Band } from '../tiles/tile-index';

/** nu u + nv v + nw w + c is nought on the plane of a face, with a normal of length 1, in the picture. */
export type FacePlane = readonly [nu: number, nv: number, nw: number, c: number];

/** A face of which is asked what lies before it. */
export interface Asked {
  /** `Scene.triangleFace`. */
  readonly face: number;
  readonly plane: FacePlane;
  /** What of it is in question, and the box of that. */
  readonly own: readonly Ring[];
  readonly box: Box;
}

/** Whether an occluder lies before a face, all of it or a part, and not beside what is in question. */
export function isBefore(scene: Scene, band: Band, asked: Asked, o: number): boolean {
  const t = band.triangle[o]!;
  if (t >= 0 && scene.triangleFace[t] === asked.face) return false;
  return !isBeside(band, o, asked.box) && sideOf(band, o, asked.plane, isFirst(scene, asked, t)) !== Side.behind;
}

/** Of two faces in one plane that of the first part is before the other, and what is cut before both. */
const isFirst = ({ trianglePart }: Scene, { face }: Asked, t: number) => t < 0 || trianglePart[t]! < trianglePart[face]!;

/**
 * What occluders that lie before a face have before it, as rings of the picture: triangles of one face as its outline where all of them
 * is before the plane, else each as the plane leaves it. Those that do not overlap what is in question are left out; null where one of
 * them hides all of that.
 */
export function ringsBefore(scene: Scene, band: Band, asked: Asked, occluders: readonly number[]): Ring[] | null {
  const out: Ring[] = [];
  const whole = new Map<number, number[]>();
  for (const o of occluders) {
    const t = band.triangle[o]!;
    const first = isFirst(scene, asked, t);
    if (sideOf(band, o, asked.plane, first) === Side.through) {
      const ring = cutOff(band, o, asked.plane, first);
      if (ring) out.push(ring);
      continue;
    }
    const beside = t < 0 ? undefined : whole.get(scene.triangleFace[t]!);
    if (beside) beside.push(o);
    else if (t < 0) out.push(cornersOf(band.corners, o));
    else whole.set(scene.triangleFace[t]!, [o]);
  }
  for (const items of whole.values()) {
    const outline = outlineOf(band, items);
    if (outline) out.push(outline);
    else for (const o of items) out.push(cornersOf(band.corners, o));
  }
  if (out.some((ring) => hasWithin(ring, asked.own))) return null;
  const convex = asked.own.map(isConvex);
  return out.filter((ring) => {
    const isSimple = isConvex(ring);
    return asked.own.some((own, k) => !(convex[k] && hasBeside(own, ring)) && !(isSimple && hasBeside(ring, own)));
  });
}

/** Whether a triangle lies beside a box: to the left of it, to the right, below or above. Written out: it is asked most of all. */
function isBeside({ corners }: Band, o: number, box: Box): boolean {
  const c = o * 9;
  const u0 = box[0],
    v0 = box[1],
    u1 = box[2],
    v1 = box[3];
  return (
    (corners[c]! <= u0 && corners[c + 3]! <= u0 && corners[c + 6]! <= u0) ||
    (corners[c]! >= u1 && corners[c + 3]! >= u1 && corners[c + 6]! >= u1) ||
    (corners[c + 1]! <= v0 && corners[c + 4]! <= v0 && corners[c + 7]! <= v0) ||
    (corners[c + 1]! >= v1 && corners[c + 4]! >= v1 && corners[c + 7]! >= v1)
  );
}

/** How an occluder lies to the plane of a face. */
const Side = { behind: 0, through: 1, before: 2 } as const;

/** Up to how far behind the plane of a face an occluder is before it, metres: what lies in the plane is for those that come first. */
const limitOf = (first: boolean) => (first ? DEPTH : -DEPTH);

function sideOf({ corners }: Band, o: number, [nu, nv, nw, c]: FacePlane, first: boolean): number {
  const sign = nw < 0 ? -1 : 1;
  // metres behind the plane, square to it
  let [nearest, farthest] = [Infinity, -Infinity];
  for (let k = o * 9; k < o * 9 + 9; k += 3) {
    const at = sign * (nu * corners[k]! + nv * corners[k + 1]! + nw * corners[k + 2]! + c);
    nearest = Math.min(nearest, at);
    farthest = Math.max(farthest, at);
  }
  const limit = limitOf(first);
  return nearest >= limit ? Side.behind : farthest <= limit ? Side.before : Side.through;
}

const [_from, _to] = [new Float64Array(9), new Float64Array(12)];

/** What of a triangle lies before a plane, as a ring; null for nothing. */
function cutOff({ corners }: Band, o: number, [nu, nv, nw, c]: FacePlane, first: boolean): Ring | null {
  const sign = nw < 0 ? -1 : 1;
  for (let k = 0; k < 9; k++) _from[k] = corners[o * 9 + k]!;
  const n = clipPolygon(_from, 3, nu * sign, nv * sign, nw * sign, c * sign - limitOf(first), _to);
  if (n < 3) return null;
  const ring = new Float64Array(n * 2);
  for (let k = 0; k < n; k++) {
    ring[k * 2] = _to[k * 3]!;
    ring[k * 2 + 1] = _to[k * 3 + 1]!;
  }
  return ringArea(ring) > 0 ? ring : null;
}

/** Whether all corners of some rings lie to the left of each side of a ring: it has them all in it. */
function hasWithin(ring: Ring, own: readonly Ring[]): boolean {
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    for (const other of own) if (!isNowhereFar(ring, j, i, other, -1)) return false;
  return true;
}

/** Whether a side of a convex ring has all corners of another to its right. */
function hasBeside(ring: Ring, other: Ring): boolean {
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) if (isNowhereFar(ring, j, i, other, 1)) return true;
  return false;
}

/** Whether no corner of a ring is farther than a step of the kernel's grid to the left of a side, with `sign` -1 to its right. */
function isNowhereFar(ring: Ring, from: number, to: number, other: Ring, sign: number): boolean {
  const u = ring[from]!,
    v = ring[from + 1]!;
  const du = ring[to]! - u,
    dv = ring[to + 1]! - v;
  const limit = GRID_STEP * Math.sqrt(du * du + dv * dv);
  for (let k = 0; k < other.length; k += 2) if ((du * (other[k + 1]! - v) - dv * (other[k]! - u)) * sign > limit) return false;
  return true;
}

function isConvex(ring: Ring): boolean {
  const n = ring.length;
  for (let h = n - 4, i = n - 2, j = 0; j < n; h = i, i = j, j += 2) {
    const u = ring[i]!,
      v = ring[i + 1]!;
    if ((u - ring[h]!) * (ring[j + 1]! - v) < (v - ring[h + 1]!) * (ring[j]! - u)) return false;
  }
  return true;
}

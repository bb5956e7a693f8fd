import type { Frame } from '../sights/frame';
import { foreshortening } from '../sights/view-space';
import { BLOCK, type Scene } from '../scene/scene';
import type { ViewLimits } from './candidate-edges';
import { orderByDepth } from './order-by-depth';

/**
 * Runs of triangles that follow one another in one part, small enough to be passed over as a whole, and the boxes of the picture
 * that they lie in. All that a sight's limits take away is left out.
 */
export interface ViewUnits {
  readonly count: number;
  readonly part: Uint32Array;
  /** First triangle of each, and the one after its last. */
  readonly from: Uint32Array;
  readonly to: Uint32Array;
  /** u0 v0 u1 v1 of each. */
  readonly box: Float64Array;
  /** No triangle of it is nearer than this. */
  readonly near: Float64Array;
  /** The units, nearest first. */
  readonly order: Uint32Array;
  /** Box of the whole picture. */
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
  /** How many of its triangles may hide something, about: one of each unit is asked. */
  readonly hiders: number;
}

/** A face more slanted than this (cosine to the look) is edge-on for a guess. */
const EDGE_ON = 1e-4;

/** Coordinates are computed in another order here than those of corners. */
const SLACK = 1e-6;

/**
 * Parts of up to BLOCK triangles are one unit each, larger ones a unit for each block of their triangles.
 * Cost: one box for each unit, and a sort.
 */
export function viewUnits(scene: Scene, frame: Frame, shown: Uint8Array, limits: ViewLimits, distance: number): ViewUnits {
  const { partTriangleStart, partOneSided, partBounds, blockBounds, normals } = scene;
  const [lu, lv, lw] = frame.look;
  const room = shown.length + Math.ceil(scene.triangles.length / 3 / BLOCK) * 2;
  const part = new Uint32Array(room),
    from = new Uint32Array(room),
    to = new Uint32Array(room);
  const box = new Float64Array(room * 4);
  const near = new Float64Array(room);
  const at = new Float64Array(6);
  let count = 0,
    hiders = 0;
  let u0 = Infinity,
    v0 = Infinity,
    u1 = -Infinity,
    v1 = -Infinity;
  for (let p = 0; p < shown.length; p++) {
    if (!shown[p]) continue;
    const first = partTriangleStart[p]!,
      end = partTriangleStart[p + 1]!;
    const isSmall = end - first <= BLOCK;
    const isCut = limits.cut && shown[p] === 1;
    for (let t = first; t < end;) {
      const block = Math.floor(t / BLOCK);
      const stop = isSmall ? end : Math.min(end, (block + 1) * BLOCK);
      if (distance !== Infinity) boxFromEye(scene, t, stop, frame, distance, at);
      else if (isSmall) boxInPicture(partBounds, p * 6, frame, at);
      else boxInPicture(blockBounds, block * 6, frame, at);
      const [w0, w1] = [at[2]!, at[5]!];
      if (w0 <= limits.depth && !(isCut && w1 < 0)) {
        part[count] = p;
        from[count] = t;
        to[count] = stop;
        near[count] = isCut && w0 < 0 ? 0 : w0;
        box[count * 4] = at[0]!;
        box[count * 4 + 1] = at[1]!;
        box[count * 4 + 2] = at[3]!;
        box[count * 4 + 3] = at[4]!;
        count++;
        // not always the same face of a box
        const asked = (t + ((count * 7) % (stop - t))) * 3;
        const facing = normals[asked]! * lu + normals[asked + 1]! * lv + normals[asked + 2]! * lw;
        if (partOneSided[p] ? facing < -EDGE_ON : Math.abs(facing) > EDGE_ON) hiders += stop - t;
        if (at[0]! < u0) u0 = at[0]!;
        if (at[1]! < v0) v0 = at[1]!;
        if (at[3]! > u1) u1 = at[3]!;
        if (at[4]! > v1) v1 = at[4]!;
      }
      t = stop;
    }
  }
  if (!count) [u0, v0, u1, v1] = [0, 0, 1, 1];
  return { count, part, from, to, box, near, order: orderByDepth(near.subarray(0, count)).slice(), u0, v0, u1, v1, hiders };
}

/** The box of a picture, with its depths, round a box of space: u0 v0 w0 u1 v1 w1 into `out`. */
function boxInPicture(bounds: Float64Array, b: number, { origin, right, up, look }: Frame, out: Float64Array): void {
  const x = (bounds[b]! + bounds[b + 3]!) / 2 - origin[0],
    y = (bounds[b + 1]! + bounds[b + 4]!) / 2 - origin[1],
    z = (bounds[b + 2]! + bounds[b + 5]!) / 2 - origin[2];
  const dx = (bounds[b + 3]! - bounds[b]!) / 2,
    dy = (bounds[b + 4]! - bounds[b + 1]!) / 2,
    dz = (bounds[b + 5]! - bounds[b + 2]!) / 2;
  for (let k = 0; k < 3; k++) {
    const axis = k === 0 ? right : k === 1 ? up : look;
    const middle = x * axis[0] + y * axis[1] + z * axis[2];
    const half = Math.abs(axis[0]) * dx + Math.abs(axis[1]) * dy + Math.abs(axis[2]) * dz + SLACK;
    out[k] = middle - half;
    out[k + 3] = middle + half;
  }
}

/** The same round triangles seen from an eye, of which a box may have corners behind it. */
function boxFromEye({ vertices, triangles }: Scene, from: number, to: number, frame: Frame, distance: number, out: Float64Array): void {
  const { origin, right, up, look } = frame;
  out.fill(Infinity, 0, 3).fill(-Infinity, 3);
  for (let i = from * 3; i < to * 3; i++) {
    const v = triangles[i]! * 3;
    const x = vertices[v]! - origin[0],
      y = vertices[v + 1]! - origin[1],
      z = vertices[v + 2]! - origin[2];
    const k = foreshortening(x * look[0] + y * look[1] + z * look[2], distance);
    for (let n = 0; n < 3; n++) {
      const axis = n === 0 ? right : n === 1 ? up : look;
      const value = (x * axis[0] + y * axis[1] + z * axis[2]) * k;
      if (value - SLACK < out[n]!) out[n] = value - SLACK;
      if (value + SLACK > out[n + 3]!) out[n + 3] = value + SLACK;
    }
  }
}

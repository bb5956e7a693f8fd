import type { Frame } from '../../geometry/frame';
import { foreshortening, rayOf } from '../../geometry/frame';
import type { Vec3 } from '../../geometry/vec3';
import { BLOCK, type Scene } from '../../scene/scene';
import type { View } from '../../sights/view';
import { NEAREST } from '../../sights/views-of';
import type { Clips } from '../clips';
import { orderByDepth } from './order-by-depth';

/**
 * Runs of triangles that follow one another in one part, small enough to be passed over as a whole, and the boxes of the picture
 * that they lie in. All that a sight's limits take away is left out.
 */
export interface TriangleBatches {
  readonly count: number;
  readonly part: Uint32Array;
  /** First triangle of each, and the one after its last. */
  readonly from: Uint32Array;
  readonly to: Uint32Array;
  /** The clips that pass batch k are clips[clipEnd[k - 1]] up to clips[clipEnd[k]]. */
  readonly clipEnd: Uint32Array;
  readonly clips: Int32Array;
  /** u0 v0 u1 v1 of each. */
  readonly box: Float64Array;
  /** No triangle of it is nearer than this. */
  readonly near: Float64Array;
  /** The batches, nearest first. */
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

/** How far beyond the window something is asked for roles, and for what lies flush, metres. */
export const PAD = 1e-3;

/**
 * Parts of up to BLOCK triangles are one batch each, larger ones a batch for each block of their triangles. Batches beyond a clip, the
 * depth or the window of the View are left out. Cost: one box for each batch, and a sort.
 */
export function triangleBatches(scene: Scene, view: View, clips: Clips): TriangleBatches {
  const { partTriangleStart, partOneSided, partBounds, blockBounds, normals } = scene;
  const { frame, shown, isCut, depth, distance, window } = view;
  const [lu, lv, lw] = rayOf(frame);
  const room = shown.length + Math.ceil(scene.triangles.length / 3 / BLOCK) * 2;
  const part = new Uint32Array(room),
    from = new Uint32Array(room),
    to = new Uint32Array(room),
    clipEnd = new Uint32Array(room);
  const clipped: number[] = [];
  const box = new Float64Array(room * 4);
  const near = new Float64Array(room);
  const at = new Float64Array(6);
  const [wu0, wv0, wu1, wv1] = [window.u0 - PAD, window.v0 - PAD, window.u1 + PAD, window.v1 + PAD];
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
    const isWhole = shown[p] === 2;
    const cuts = isCut && !isWhole;
    // most planes pass no part of a large part: it is asked as a whole first
    const passing = clips.count ? clips.pass(partBounds, p * 6, isWhole) : 0;
    if (passing < 0) continue;
    for (let t = first; t < end;) {
      const block = Math.floor(t / BLOCK);
      const stop = isSmall ? end : Math.min(end, (block + 1) * BLOCK);
      const own = passing && !isSmall ? clips.pass(blockBounds, block * 6, isWhole) : passing;
      if (own >= 0) {
        const [bounds, b] = isSmall ? [partBounds, p * 6] : [blockBounds, block * 6];
        if (distance === Infinity) spanAlong(bounds, b, frame.origin, frame.look, at, 2);
        else boxFromEye(scene, t, stop, frame, distance, at);
        const w0 = at[2]!;
        const isDeep = w0 > depth || (cuts && at[5]! < 0);
        if (!isDeep && distance === Infinity) {
          spanAlong(bounds, b, frame.origin, frame.right, at, 0);
          spanAlong(bounds, b, frame.origin, frame.up, at, 1);
        }
        if (!isDeep && at[0]! <= wu1 && at[3]! >= wu0 && at[1]! <= wv1 && at[4]! >= wv0) {
          part[count] = p;
          from[count] = t;
          to[count] = stop;
          for (let k = 0; k < own; k++) clipped.push(clips.passing[k]!);
          clipEnd[count] = clipped.length;
          near[count] = cuts && w0 < 0 ? 0 : w0;
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
      }
      t = stop;
    }
  }
  [u0, v0, u1, v1] = [Math.max(u0, wu0), Math.max(v0, wv0), Math.min(u1, wu1), Math.min(v1, wv1)];
  if (!count) [u0, v0, u1, v1] = [0, 0, 1, 1];
  const order = orderByDepth(near.subarray(0, count)).slice();
  return { count, part, from, to, clipEnd, clips: Int32Array.from(clipped), box, near, order, u0, v0, u1, v1, hiders };
}

/** What a box of space takes up along an axis of the picture (0 for u, 1 for v, 2 for w): of u0 v0 w0 u1 v1 w1 its two numbers. */
function spanAlong(bounds: Float64Array, b: number, [x, y, z]: Vec3, [ax, ay, az]: Vec3, out: Float64Array, k: number): void {
  const x0 = bounds[b]!,
    y0 = bounds[b + 1]!,
    z0 = bounds[b + 2]!,
    x1 = bounds[b + 3]!,
    y1 = bounds[b + 4]!,
    z1 = bounds[b + 5]!;
  const middle = ((x0 + x1) / 2 - x) * ax + ((y0 + y1) / 2 - y) * ay + ((z0 + z1) / 2 - z) * az;
  const half = (Math.abs(ax) * (x1 - x0) + Math.abs(ay) * (y1 - y0) + Math.abs(az) * (z1 - z0)) / 2 + SLACK;
  out[k] = middle - half;
  out[k + 3] = middle + half;
}

/**
 * The box of the picture, with its depths, round triangles seen from an eye, of which a box may have corners behind it; what lies behind
 * the eye is left out. u0 v0 w0 u1 v1 w1 into `out`.
 */
function boxFromEye({ vertices, triangles }: Scene, from: number, to: number, frame: Frame, distance: number, out: Float64Array): void {
  const { origin, right, up, look } = frame;
  out.fill(Infinity, 0, 3).fill(-Infinity, 3);
  for (let t = from; t < to; t++)
    for (let k = 0; k < 3; k++) {
      const own = triangles[t * 3 + k]! * 3,
        next = triangles[t * 3 + ((k + 1) % 3)]! * 3;
      const [w, after] = [deep(own), deep(next)];
      if (w + distance >= NEAREST) take(own, own, 0);
      if (w + distance >= NEAREST !== after + distance >= NEAREST) take(own, next, (NEAREST - distance - w) / (after - w));
    }

  function deep(v: number): number {
    return (vertices[v]! - origin[0]) * look[0] + (vertices[v + 1]! - origin[1]) * look[1] + (vertices[v + 2]! - origin[2]) * look[2];
  }

  function take(v: number, next: number, part: number): void {
    const x = vertices[v]! + part * (vertices[next]! - vertices[v]!) - origin[0],
      y = vertices[v + 1]! + part * (vertices[next + 1]! - vertices[v + 1]!) - origin[1],
      z = vertices[v + 2]! + part * (vertices[next + 2]! - vertices[v + 2]!) - origin[2];
    const depth = x * look[0] + y * look[1] + z * look[2];
    const k = foreshortening(depth + distance < NEAREST ? NEAREST - distance : depth, distance);
    for (let n = 0; n < 3; n++) {
      const axis = n === 0 ? right : n === 1 ? up : look;
      const value = (x * axis[0] + y * axis[1] + z * axis[2]) * k;
      if (value - SLACK < out[n]!) out[n] = value - SLACK;
      if (value + SLACK > out[n + 3]!) out[n + 3] = value + SLACK;
    }
  }
}

import earcut from 'earcut';
import { ringBounds, type Face } from '../geometry/polygons';
import { EDGE } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { EdgeKind, type Scene } from '../scene/scene';
import type { Frame } from '../sights/frame';
import type { ViewLimits } from './candidate-edges';
import { Facing, type ViewSpace } from '../sights/view-space';

/**
 * What can hide: triangles in the picture, nearest first.
 * A record of STRIDE doubles: three edge functions a u + b v + c (metres, positive inside, normalised), then the plane
 * nu u + nv v + nw w + nc (metres square to the face, positive behind it), then the box u0 v0 u1 v1.
 */
export interface Occluders {
  readonly count: number;
  readonly records: Float64Array;
  /** Smallest depth of each; ascending. */
  readonly near: Float64Array;
  /** Triangle of the scene, or -1 for a cut face. */
  readonly triangle: Int32Array;
}

export const STRIDE = 17;

/** How deep a curtain hangs: below every footing. */
const BURIED = 60;

/** Closed parts hide by their front faces, open ones by both sides; triangles are cut off at the cutting plane, and cut faces are added. */
export function occluders(
  scene: Scene,
  view: ViewSpace,
  shown: Uint8Array,
  limits: ViewLimits,
  /** null for a perspective, in which no curtains are hung. */
  frame: Frame | null,
  cutFaces: readonly Face[],
  earthFaces: readonly Face[],
): Occluders {
  const { triangles, partClosed, partTriangleStart } = scene;
  const { u, v, w, facing } = view;
  const corners = new Growing((n) => new Float64Array(n), 9 * 4096);
  const source = new Growing((n) => new Uint32Array(n), 4096);
  const CAP = 0xffffffff;

  const push = (
    from: number,
    u0: number,
    v0: number,
    w0: number,
    u1: number,
    v1: number,
    w1: number,
    u2: number,
    v2: number,
    w2: number,
  ) => {
    const turn = (u1 - u0) * (v2 - v0) - (v1 - v0) * (u2 - u0);
    const longest = Math.max((u1 - u0) ** 2 + (v1 - v0) ** 2, (u2 - u0) ** 2 + (v2 - v0) ** 2, (u2 - u1) ** 2 + (v2 - v1) ** 2);
    if (turn * turn <= EDGE * EDGE * longest) return;
    const data = corners.reserve(9);
    const at = corners.length;
    data[at] = u0;
    data[at + 1] = v0;
    data[at + 2] = w0;
    if (turn > 0) {
      data[at + 3] = u1;
      data[at + 4] = v1;
      data[at + 5] = w1;
      data[at + 6] = u2;
      data[at + 7] = v2;
      data[at + 8] = w2;
    } else {
      data[at + 3] = u2;
      data[at + 4] = v2;
      data[at + 5] = w2;
      data[at + 6] = u1;
      data[at + 7] = v1;
      data[at + 8] = w1;
    }
    corners.length = at + 9;
    source.push(from);
  };

  const clipped = new Float64Array(12);
  for (let part = 0; part < shown.length; part++) {
    if (!shown[part]) continue;
    const closed = partClosed[part] === 1;
    const clip = limits.cut && shown[part] === 1;
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
      const f = facing[t]!;
      if (f === Facing.edgeOn || (closed && f === Facing.back)) continue;
      const a = triangles[t * 3]!,
        b = triangles[t * 3 + 1]!,
        c = triangles[t * 3 + 2]!;
      const wa = w[a]!,
        wb = w[b]!,
        wc = w[c]!;
      if (wa > limits.depth && wb > limits.depth && wc > limits.depth) continue;
      if (!clip || (wa >= 0 && wb >= 0 && wc >= 0)) {
        push(t, u[a]!, v[a]!, wa, u[b]!, v[b]!, wb, u[c]!, v[c]!, wc);
        continue;
      }
      if (wa < 0 && wb < 0 && wc < 0) continue;
      const n = clipFront(u, v, w, a, b, c, clipped);
      push(t, clipped[0]!, clipped[1]!, clipped[2]!, clipped[3]!, clipped[4]!, clipped[5]!, clipped[6]!, clipped[7]!, clipped[8]!);
      if (n === 4)
        push(t, clipped[0]!, clipped[1]!, clipped[2]!, clipped[6]!, clipped[7]!, clipped[8]!, clipped[9]!, clipped[10]!, clipped[11]!);
    }
  }
  // The earth below a terrain's edge, and below the earth that is cut: curtains that hide what is buried.
  const down = frame ? ([-frame.right[2] * BURIED, -frame.up[2] * BURIED, -frame.look[2] * BURIED] as const) : ([0, 0, 0] as const);
  for (let part = 0; part < shown.length; part++) {
    if (!frame || !shown[part] || !scene.partGround[part]) continue;
    for (let e = scene.partEdgeStart[part]!; e < scene.partEdgeStart[part + 1]!; e++) {
      if (scene.edgeKind[e] !== EdgeKind.border) continue;
      const p = scene.edgeVertices[e * 2]!,
        q = scene.edgeVertices[e * 2 + 1]!;
      if (limits.cut && (w[p]! < 0 || w[q]! < 0)) continue;
      const [a, b, c, d, f, g] = [u[p]!, v[p]!, w[p]!, u[q]!, v[q]!, w[q]!];
      push(CAP, a, b, c, d, f, g, d + down[0], f + down[1], g + down[2]);
      push(CAP, a, b, c, d + down[0], f + down[1], g + down[2], a + down[0], b + down[1], c + down[2]);
    }
  }
  if (frame && Math.abs(down[2]) < 1e-6)
    for (const face of earthFaces) {
      const [u0, v0, u1] = ringBounds(face.slice(0, 1));
      push(CAP, u0, v0, 0, u1, v0, 0, u1 + down[0], v0 + down[1], 0);
      push(CAP, u0, v0, 0, u1 + down[0], v0 + down[1], 0, u0 + down[0], v0 + down[1], 0);
    }
  for (const face of cutFaces) {
    const flat = face.flatMap((ring) => [...ring]);
    const holes: number[] = [];
    for (let r = 1, at = face[0]!.length / 2; r < face.length; at += face[r]!.length / 2, r++) holes.push(at);
    const ids = earcut(flat, holes.length ? holes : undefined);
    for (let i = 0; i < ids.length; i += 3) {
      const a = ids[i]! * 2,
        b = ids[i + 1]! * 2,
        c = ids[i + 2]! * 2;
      push(CAP, flat[a]!, flat[a + 1]!, 0, flat[b]!, flat[b + 1]!, 0, flat[c]!, flat[c + 1]!, 0);
    }
  }
  return record(corners.done(), source.done());
}

/** The part of a triangle with w >= 0, three or four corners into `out`; returns how many. */
function clipFront(u: Float64Array, v: Float64Array, w: Float64Array, a: number, b: number, c: number, out: Float64Array): number {
  let n = 0;
  for (let k = 0; k < 3; k++) {
    const p = k === 0 ? a : k === 1 ? b : c;
    const q = k === 0 ? b : k === 1 ? c : a;
    const wp = w[p]!,
      wq = w[q]!;
    if (wp >= 0) {
      out[n * 3] = u[p]!;
      out[n * 3 + 1] = v[p]!;
      out[n * 3 + 2] = wp;
      n++;
    }
    if (wp >= 0 !== wq >= 0) {
      // always from the lower corner, so that both triangles of an edge get the same point
      const [lo, hi] = p < q ? [p, q] : [q, p];
      const t = w[lo]! / (w[lo]! - w[hi]!);
      out[n * 3] = u[lo]! + t * (u[hi]! - u[lo]!);
      out[n * 3 + 1] = v[lo]! + t * (v[hi]! - v[lo]!);
      out[n * 3 + 2] = 0;
      n++;
    }
  }
  return n;
}

function record(corners: Float64Array, source: Uint32Array): Occluders {
  const count = source.length;
  const depth = new Float64Array(count);
  for (let i = 0; i < count; i++) depth[i] = Math.min(corners[i * 9 + 2]!, corners[i * 9 + 5]!, corners[i * 9 + 8]!);
  const order = sortByDepth(depth);
  const records = new Float64Array(count * STRIDE);
  const near = new Float64Array(count);
  const triangle = new Int32Array(count);
  for (let r = 0; r < count; r++) {
    const o = order[r]!;
    near[r] = depth[o]!;
    triangle[r] = source[o] === 0xffffffff ? -1 : source[o]!;
    const c = o * 9;
    const at = r * STRIDE;
    const u0 = corners[c]!,
      v0 = corners[c + 1]!,
      w0 = corners[c + 2]!;
    const u1 = corners[c + 3]!,
      v1 = corners[c + 4]!,
      w1 = corners[c + 5]!;
    const u2 = corners[c + 6]!,
      v2 = corners[c + 7]!,
      w2 = corners[c + 8]!;
    side(records, at, u0, v0, u1, v1);
    side(records, at + 3, u1, v1, u2, v2);
    side(records, at + 6, u2, v2, u0, v0);
    const au = u1 - u0,
      av = v1 - v0,
      aw = w1 - w0,
      bu = u2 - u0,
      bv = v2 - v0,
      bw = w2 - w0;
    let nu = av * bw - aw * bv,
      nv = aw * bu - au * bw,
      nw = au * bv - av * bu;
    const l = 1 / Math.sqrt(nu * nu + nv * nv + nw * nw);
    nu *= l;
    nv *= l;
    nw *= l;
    records[at + 9] = nu;
    records[at + 10] = nv;
    records[at + 11] = nw;
    records[at + 12] = -(nu * u0 + nv * v0 + nw * w0);
    records[at + 13] = Math.min(u0, u1, u2) - EDGE;
    records[at + 14] = Math.min(v0, v1, v2) - EDGE;
    records[at + 15] = Math.max(u0, u1, u2) + EDGE;
    records[at + 16] = Math.max(v0, v1, v2) + EDGE;
  }
  return { count, records, near, triangle };
}

function side(out: Float64Array, at: number, u0: number, v0: number, u1: number, v1: number): void {
  const du = u1 - u0,
    dv = v1 - v0;
  const l = 1 / Math.sqrt(du * du + dv * dv);
  const a = -dv * l,
    b = du * l;
  out[at] = a;
  out[at + 1] = b;
  out[at + 2] = -(a * u0 + b * v0);
}

/** Indices in ascending order of depth: radix sort over the bits of single-precision keys, three passes of 11 bits. */
function sortByDepth(depth: Float64Array): Uint32Array {
  const count = depth.length;
  const single = Float32Array.from(depth);
  const bits = new Uint32Array(single.buffer);
  for (let i = 0; i < count; i++) bits[i] = (bits[i]! & 0x80000000 ? ~bits[i]! : bits[i]! | 0x80000000) >>> 0;
  let from = new Uint32Array(count),
    to = new Uint32Array(count);
  for (let i = 0; i < count; i++) from[i] = i;
  const counts = new Uint32Array(2049);
  for (let shift = 0; shift < 33; shift += 11) {
    counts.fill(0);
    for (let i = 0; i < count; i++) counts[((bits[i]! >>> shift) & 2047) + 1]!++;
    for (let k = 0; k < 2048; k++) counts[k + 1]! += counts[k]!;
    for (let i = 0; i < count; i++) {
      const id = from[i]!;
      to[counts[(bits[id]! >>> shift) & 2047]!++] = id;
    }
    [from, to] = [to, from];
  }
  return from;
}

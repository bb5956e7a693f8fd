import earcut from 'earcut';
import { ringBounds, type Face } from '../geometry/polygons';
import { EDGE } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { EdgeKind, type Scene } from '../scene/scene';
import type { Frame } from '../sights/frame';
import type { ViewLimits } from './candidate-edges';
import { Facing, type ViewSpace } from '../sights/view-space';

/** Triangles of the picture that may hide something, in no order: u v w of three corners, counter-clockwise in the picture. */
export interface Hiders {
  readonly corners: Float64Array;
  /** Triangle of the scene, or CAP for a cut face or a curtain. */
  readonly source: Uint32Array;
}
export const CAP = 0xffffffff;

/** Scratch of the size of the last picture; what is handed out is read before the next one is begun. */
const _corners = new Growing((n) => new Float64Array(n));
const _source = new Growing((n) => new Uint32Array(n));

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
): Hiders {
  const { triangles, partClosed, partTriangleStart } = scene;
  const { u, v, w, facing } = view;
  // of a closed body about half the faces look at the eye
  const corners = _corners;
  const source = _source;
  corners.length = source.length = 0;
  const room = Math.ceil(triangles.length / 6);
  corners.reserve(room * 9);
  source.reserve(room);

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
  return { corners: corners.view(), source: source.view() };
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

import type { OpenViewSpace } from './view-space';
import type { Scene } from '../scene/scene';

/** How parallel two faces must be to lie flush. */
const PARALLEL = 0.99999;
/** A face must reach this far beyond an edge to have to do with what lies there, metres. */
const BEYOND = 1e-5;
/** Two faces that fall away from an edge alike, metres of depth a metre of the picture, are one plane. */
const ALIKE = 1e-6;

/** An edge as it runs in the picture: from where, the way, and how long that is. */
export interface PictureLine {
  u0: number;
  v0: number;
  du: number;
  dv: number;
  length: number;
}

/**
 * Whether triangle t reaches beyond the line of an edge on the side away from the edge's own face. The edge's interval runs
 * inside t, so a corner beyond means that t continues the face right there.
 */
export function continues(scene: Scene, view: OpenViewSpace, t: number, face: number, line: PictureLine): boolean {
  if (face < 0) return false;
  const { normals, triangles, trianglePart, sliverOf } = scene;
  if (sliverOf[face]! >= 0) face = sliverOf[face]!;
  // the other face may have come from another thread's tiles
  view.turn(trianglePart[t]!);
  const cos =
    normals[t * 3]! * normals[face * 3]! + normals[t * 3 + 1]! * normals[face * 3 + 1]! + normals[t * 3 + 2]! * normals[face * 3 + 2]!;
  if (Math.abs(cos) < PARALLEL) return false;
  return reachesBeyond(triangles, view, t, sideOf(triangles, view, face, line), line);
}

/**
 * Whether triangle t, in whose plane an edge lies, hides what would continue the edge's own face beyond it: it reaches there, and
 * lies before that face's plane.
 */
export function hidesBeyond(scene: Scene, view: OpenViewSpace, t: number, face: number, line: PictureLine): boolean {
  if (face < 0) return false;
  const { triangles, trianglePart, sliverOf } = scene;
  if (sliverOf[face]! >= 0) face = sliverOf[face]!;
  view.turn(trianglePart[t]!);
  const own = sideOf(triangles, view, face, line);
  if (!reachesBeyond(triangles, view, t, own, line)) return false;
  const { du, dv, length } = line;
  const [pu, pv] = own > 0 ? [dv / length, -du / length] : [-dv / length, du / length];
  return fall(triangles, view, t, pu, pv) < fall(triangles, view, face, pu, pv) - ALIKE;
}

/** On which side of an edge a face lies: positive on its left. */
function sideOf(triangles: Uint32Array, view: OpenViewSpace, face: number, { u0, v0, du, dv }: PictureLine): number {
  let own = 0;
  for (let k = 0; k < 3; k++) {
    const p = triangles[face * 3 + k]!;
    const side = du * (view.v[p]! - v0) - dv * (view.u[p]! - u0);
    if (Math.abs(side) > Math.abs(own)) own = side;
  }
  return own;
}

/** Whether a triangle has a corner on the other side of an edge than its own face. */
function reachesBeyond(
  triangles: Uint32Array,
  view: OpenViewSpace,
  t: number,
  own: number,
  { u0, v0, du, dv, length }: PictureLine,
): boolean {
  for (let k = 0; k < 3; k++) {
    const p = triangles[t * 3 + k]!;
    const side = (du * (view.v[p]! - v0) - dv * (view.u[p]! - u0)) / length;
    if ((own > 0 ? -side : side) > BEYOND) return true;
  }
  return false;
}

/** By how much the plane of a triangle falls away along a direction of the picture; one that is seen from its side falls for ever. */
function fall(triangles: Uint32Array, { u, v, w }: OpenViewSpace, t: number, pu: number, pv: number): number {
  const [a, b, c] = [triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!];
  const [bu, bv, bw, cu, cv, cw] = [u[b]! - u[a]!, v[b]! - v[a]!, w[b]! - w[a]!, u[c]! - u[a]!, v[c]! - v[a]!, w[c]! - w[a]!];
  const [nu, nv, nw] = [bv * cw - bw * cv, bw * cu - bu * cw, bu * cv - bv * cu];
  return nw === 0 ? Infinity : -(nu * pu + nv * pv) / nw;
}

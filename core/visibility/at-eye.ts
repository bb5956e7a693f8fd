import { foreshortening, type Frame } from '../geometry/frame';
import type { Scene } from '../scene/scene';
import { NEAREST } from '../sights/views-of';

/**
 * Where an edge passes the plane just before the eye, in the picture: u v w into `out` at `at`. One of its corners lies behind that plane
 * and has no place in the picture. The same point for both faces of the edge.
 */
export function pointAtEye(
  { vertices }: Scene,
  { origin, right, up, look }: Frame,
  distance: number,
  a: number,
  b: number,
  out: Float64Array,
  at: number,
): void {
  const [p, q] = a < b ? [a * 3, b * 3] : [b * 3, a * 3];
  const deep = (v: number) =>
    (vertices[v]! - origin[0]) * look[0] + (vertices[v + 1]! - origin[1]) * look[1] + (vertices[v + 2]! - origin[2]) * look[2];
  const [wp, wq] = [deep(p), deep(q)];
  const t = (NEAREST - distance - wp) / (wq - wp);
  const x = vertices[p]! + t * (vertices[q]! - vertices[p]!) - origin[0],
    y = vertices[p + 1]! + t * (vertices[q + 1]! - vertices[p + 1]!) - origin[1],
    z = vertices[p + 2]! + t * (vertices[q + 2]! - vertices[p + 2]!) - origin[2];
  const k = foreshortening(NEAREST - distance, distance);
  out[at] = (x * right[0] + y * right[1] + z * right[2]) * k;
  out[at + 1] = (x * up[0] + y * up[1] + z * up[2]) * k;
  out[at + 2] = (NEAREST - distance) * k;
}

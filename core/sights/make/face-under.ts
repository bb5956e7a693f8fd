import { rayOf, squareFrame, type Frame } from '../../geometry/frame';
import { cross, dot, type Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { atModelSize } from '../../scene/scale';
import type { Scene } from '../../scene/scene';
import type { Sight } from '../sight';
import type { View } from '../view';
import { viewsOf } from '../views-of';

/** A face of an element, by a point on it in the coordinates of the file. */
export interface FacePoint {
  readonly id: string;
  readonly point: Vec3;
}

/**
 * The face that is meant by a point of a sight's drawing: where a cut line is near, the face that is cut there; else the one that is
 * seen. Cost: all triangles of what is shown.
 * @param at u and v in the drawing, metres
 * @param reach how near a cut line must be, metres
 */
export function faceUnder(model: Model, prepared: Scene, sight: Sight, [u, v]: readonly [number, number], reach: number): FacePoint | null {
  const scene = atModelSize(prepared);
  for (const view of viewsOf(model, scene, sight).views) {
    const { shift, from, to, isMirrored, isOverhead } = view.place;
    if (isOverhead || u < shift + from || u > shift + to) continue;
    const own = isMirrored ? -u : u - shift;
    const found = (view.isCut ? cutFaceNear(scene, view, own, v, reach) : null) ?? seenFace(scene, view, own, v);
    if (!found) continue;
    const point = found.point.map((x, k) => x + model.origin[k]!) as unknown as Vec3;
    return { id: model.elements[scene.partElement[found.part]!]!.id, point };
  }
  return null;
}

interface Found {
  readonly part: number;
  readonly point: Vec3;
}

const placeOf = (frame: Frame, u: number, v: number): Vec3 => {
  const { origin, right, up } = squareFrame(frame);
  return sum(origin, right, u, up, v);
};

/** The triangle that crosses the View's plane nearest to a point of it. */
function cutFaceNear(scene: Scene, { frame, shown, trims }: View, u: number, v: number, reach: number): Found | null {
  const at = placeOf(frame, u, v);
  let [least, found]: [number, Found | null] = [reach, null];
  eachTriangle(scene, shown, (part, corners) => {
    if (shown[part] !== 1) return;
    const heights = corners.map((p) => dot(minus(p, frame.origin), frame.look));
    const ends = [0, 1, 2].flatMap((k) => {
      const [p, q, hp, hq] = [corners[k]!, corners[(k + 1) % 3]!, heights[k]!, heights[(k + 1) % 3]!];
      return hp > 0 === hq > 0 ? [] : [along(p, minus(q, p), hp / (hp - hq))];
    });
    if (ends.length < 2) return;
    const [a, d] = [ends[0]!, minus(ends[1]!, ends[0]!)];
    const t = Math.max(0, Math.min(1, dot(minus(at, a), d) / (dot(d, d) || 1)));
    const point = along(a, d, t);
    const far = Math.hypot(...minus(at, point));
    if (far > least || isTrimmed(trims, point)) return;
    [least, found] = [far, { part, point }];
  });
  return found;
}

/** The first face along the ray through a point of the picture. Method: T. Möller, B. Trumbore, Fast, Minimum Storage Ray/Triangle Intersection, 1997. */
function seenFace(scene: Scene, { frame, distance, isCut, reach, shown, trims, eyePlane }: View, u: number, v: number): Found | null {
  const at = placeOf(frame, u, v);
  const ray: Vec3 = distance === Infinity ? rayOf(frame) : minus(at, along(frame.origin, frame.look, -distance));
  const planes = eyePlane ? [...trims, eyePlane] : trims;
  let [least, found]: [number, Found | null] = [Infinity, null];
  eachTriangle(scene, shown, (part, [a, b, c]) => {
    const [ab, ac] = [minus(b!, a!), minus(c!, a!)];
    const p = cross(ray, ac);
    const det = dot(ab, p);
    if (Math.abs(det) < 1e-14) return;
    const s = minus(at, a!);
    const x = dot(s, p) / det;
    const q = cross(s, ab);
    const y = dot(ray, q) / det;
    if (x < 0 || y < 0 || x + y > 1) return;
    const t = dot(ac, q) / det;
    if (t >= least || (isCut && shown[part] === 1 && t < 0) || t * dot(ray, frame.look) > reach) return;
    const point = along(at, ray, t);
    if (!isTrimmed(planes, point)) [least, found] = [t, { part, point }];
  });
  return found;
}

const isTrimmed = (trims: View['trims'], point: Vec3): boolean =>
  trims.some(({ origin, normal }) => dot(minus(point, origin), normal) > 1e-6);

function eachTriangle({ vertices, triangles, partTriangleStart }: Scene, shown: Uint8Array, take: (part: number, corners: Vec3[]) => void) {
  const corner = (i: number): Vec3 => [vertices[i * 3]!, vertices[i * 3 + 1]!, vertices[i * 3 + 2]!];
  for (let part = 0; part < shown.length; part++) {
    if (!shown[part]) continue;
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++)
      take(part, [corner(triangles[t * 3]!), corner(triangles[t * 3 + 1]!), corner(triangles[t * 3 + 2]!)]);
  }
}

const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const along = (a: Vec3, d: Vec3, t: number): Vec3 => [a[0] + d[0] * t, a[1] + d[1] * t, a[2] + d[2] * t];
const sum = (o: Vec3, a: Vec3, x: number, b: Vec3, y: number): Vec3 => along(along(o, a, x), b, y);

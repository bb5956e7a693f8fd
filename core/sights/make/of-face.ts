import { Fault } from '../../faults/fault';
import { distanceToTriangle } from '../../geometry/point-triangle';
import { tidyDirection } from '../../geometry/numbers/tidy';
import type { Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { areaOf } from '../../scene/main-angle';
import { atModelSize } from '../../scene/scale';
import { EdgeKind, type Scene } from '../../scene/scene';
import type { Sight } from '../sight';
import { numbered } from './number';

/** Facets of one curve differ in width by less than this factor. */
const ALIKE = 3;
/** A face is meant by a point that is not farther away, metres. */
const NEAR = 0.05;

/**
 * An elevation exactly parallel to a flat face, however odd its angle: it looks against the face's normal, and cuts nothing.
 * @param id the element, as the drawing's JSON names it
 * @param point on the face, in the coordinates of the file
 * @throws Fault face-unknown, face-curved
 */
export function ofFace(model: Model, prepared: Scene, id: string, point: Vec3, taken: readonly string[] = []): Sight[] {
  const element = model.elements.findIndex((e) => e.id === id);
  const own = model.elements[element];
  if (!own) throw new Fault('face-unknown', { id, reason: 'is not in the model' });
  const scene = atModelSize(prepared);
  const { vertices, triangles, normals, trianglePart, partElement } = scene;
  const local: Vec3 = [point[0] - model.origin[0], point[1] - model.origin[1], point[2] - model.origin[2]];
  let nearest = -1;
  let least = Infinity;
  for (let t = 0; t < triangles.length / 3; t++) {
    if (partElement[trianglePart[t]!] !== element) continue;
    const corner = (k: number): Vec3 => vertices.subarray(triangles[t * 3 + k]! * 3, triangles[t * 3 + k]! * 3 + 3) as unknown as Vec3;
    const d = distanceToTriangle(local, corner(0), corner(1), corner(2));
    if (d < least) [nearest, least] = [t, d];
  }
  if (!(least <= NEAR))
    throw new Fault('face-unknown', {
      id,
      reason: least === Infinity ? 'has no faces' : `has no face at that point: the nearest is ${least.toFixed(3)} m away`,
    });
  if (isCurved(scene, nearest)) throw new Fault('face-curved', { id });
  const look = [0, 1, 2].map((k) => tidyDirection(-normals[nearest * 3 + k]!)) as unknown as Vec3;
  const isLevel = Math.abs(look[2]) > 1 - 1e-9;
  const up: Vec3 = isLevel ? [0, 1, 0] : [0, 0, 1];
  return numbered([{ kind: 'elevation', name: `Face of ${own.name || own.class}`, frame: { origin: point, look, up, cut: false }, depth: null }], taken); // prettier-ignore
}

/**
 * Whether the flat piece that a triangle belongs to is a facet of a curve: it goes over smoothly into one of its like. A wall that ends
 * in a rounding is many times as wide as the facets of that.
 */
function isCurved(scene: Scene, triangle: number): boolean {
  const { triangles, triangleEdges, triangleFace, edgeKind, edgeFaces, edgeVertices, vertices } = scene;
  const area = new Map<number, number>();
  for (let t = 0; t < triangles.length / 3; t++) area.set(triangleFace[t]!, (area.get(triangleFace[t]!) ?? 0) + areaOf(scene, t));
  const own = triangleFace[triangle]!;
  for (let t = 0; t < triangles.length / 3; t++) {
    if (triangleFace[t] !== own) continue;
    for (let k = 0; k < 3; k++) {
      const e = triangleEdges[t * 3 + k]!;
      if (edgeKind[e] !== EdgeKind.smooth) continue;
      const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
      const [a, b] = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3];
      const length = Math.hypot(vertices[a]! - vertices[b]!, vertices[a + 1]! - vertices[b + 1]!, vertices[a + 2]! - vertices[b + 2]!);
      if (other >= 0 && area.get(own)! / length < ALIKE * (area.get(triangleFace[other]!)! / length)) return true;
    }
  }
  return false;
}

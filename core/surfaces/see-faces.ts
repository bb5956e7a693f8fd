import { moveFrame, rayOf } from '../geometry/frame';
import { reversed, ringArea, type Face } from '../geometry/rings';
import { dot, scale as scaled, subtract, type Vec3 } from '../geometry/vec3';
import { layerAt } from '../model/layer-at';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { VisibilityQuery } from '../visibility/see';
import { visibleFaces } from '../visibility/faces/visible-faces';
import type { Bend, Seen, SeenFace, SeenPicture } from '../linework/seen';
import { bendsOf } from './bends';

/** The faces that some Views show, as the drawing has them: beside one another, mirrored, as large as the model is. What hangs overhead is lines alone. */
export function seeFaces(model: Model, scene: Scene, queries: readonly VisibilityQuery[]): Omit<Seen, 'names'> {
  const own = queries.filter(({ view }) => !view.place.isOverhead);
  const pictures = own.map((query) => pictureOf(model, scene, query));
  return {
    pictures,
    // courses count from the zero of the file: that stays where it is, whatever is added to the model
    zero: [0, 0, 0],
    finer: scene.scale,
    faces: own.flatMap((query, k) => {
      const found = visibleFaces(scene, query);
      const bends = bendsOf(scene, new Set(found.map(({ face }) => face)));
      return found.map(({ face, polygons, element, material }): SeenFace => {
        const bend = bends.get(face);
        const { point, normal } = planeOf(model, scene, face);
        const isTurned = dot(normal, towardsEye(pictures[k]!, point)) < 0;
        return {
          picture: k,
          polygons: polygons.map((polygon) => inDrawing(polygon, pictures[k]!, scene.scale)),
          ...{ face, point, element, material: materialOf(model, element, material, point, normal) },
          normal: isTurned ? scaled(normal, -1) : normal,
          ...(bend && { bend: placedBend(bend, model.origin, isTurned) }),
        };
      });
    }),
  };
}

/** In the coordinates of the file, on the side of the facet that is seen. */
const placedBend = ({ at, normal, axes, turns }: Bend, [x, y, z]: Vec3, isTurned: boolean): Bend => ({
  at: [at[0] + x, at[1] + y, at[2] + z],
  normal: isTurned ? scaled(normal, -1) : normal,
  axes,
  turns: isTurned ? [scaled(turns[0], -1), scaled(turns[1], -1)] : turns,
});

function pictureOf({ origin }: Model, scene: Scene, { view: { frame, distance, place } }: VisibilityQuery): SeenPicture {
  return {
    frame: moveFrame({ ...frame, origin: scaled(frame.origin, 1 / scene.scale) }, scaled(origin, -1)),
    distance: distance / scene.scale,
    shift: place.shift / scene.scale,
    isMirrored: place.isMirrored,
  };
}

/** The plane of a flat face, in the coordinates of the file. */
function planeOf(
  { origin }: Pick<Model, 'origin'>,
  { vertices, triangles, normals, scale }: Scene,
  face: number,
): { point: Vec3; normal: Vec3 } {
  const v = triangles[face * 3]! * 3;
  return {
    point: [0, 1, 2].map((k) => vertices[v + k]! / scale + origin[k]!) as unknown as Vec3,
    normal: [normals[face * 3]!, normals[face * 3 + 1]!, normals[face * 3 + 2]!],
  };
}

/** From a point to the eye, of any length. */
function towardsEye({ frame, distance }: SeenPicture, point: Vec3): Vec3 {
  if (distance === Infinity) return scaled(rayOf(frame), -1);
  const eye = frame.origin.map((x, k) => x - frame.look[k]! * distance) as unknown as Vec3;
  return subtract(eye, point);
}

/** Of a layered element the material of the layer whose face it is: a wall is plastered on one side and bare on the other. */
function materialOf({ elements, origin }: Model, element: number, whole: number, point: Vec3, outward: Vec3): number {
  const { buildUp } = elements[element]!;
  const layer = buildUp && layerAt(buildUp, subtract(point, origin), outward);
  return typeof layer === 'number' ? buildUp!.materials[layer]! : whole;
}

function inDrawing(polygon: Face, { shift, isMirrored }: SeenPicture, scale: number): Face {
  return polygon.map((ring, r) => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = isMirrored ? -ring[i]! / scale : ring[i]! / scale + shift;
      out[i + 1] = ring[i + 1]! / scale;
    }
    return ringArea(out) > 0 === (r === 0) ? out : reversed(out);
  });
}

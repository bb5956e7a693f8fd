import { cos, sin } from '../geometry/trigonometry';
import { cut } from '../cutting/cut';
import { frameFrom, type Frame } from '../geometry/frame';
import { grown } from '../geometry/grown';
import { difference, faceArea, reversed, ringArea, union, type Face, type Ring } from '../geometry/polygons';
import { dot, scale as scaled, type Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { HERE, type View } from '../sights/view';
import type { VisibilityQuery } from '../visibility/see';
import { visibleFaces } from '../visibility/visible-faces';
import { FaceSpace, mapRing, type Seen, type SeenFace } from '../linework/seen';

/** Where the sun stands: degrees round from true north, clockwise, and up from the horizon. */
export interface Sun {
  readonly azimuth: number;
  readonly height: number;
}

/** Faces that the sun grazes at less than this are turned away from it (a sine): its picture of them is too narrow to be exact. */
const GRAZING = 0.005;
/** By so much lit polygons are made larger before they are taken away, metres: both come from the grid of the kernel, and nothing of that is a shadow. */
const HAIR = 2e-5;
/** Smaller pieces of shadow are nothing, square metres. */
const NOTHING = 1e-6;

/** The direction to the sun, of length 1, in the coordinates of the file. */
export function sunDirection({ azimuth, height }: Sun, [nx, ny]: Model['trueNorth']): Vec3 {
  const [a, h] = [(azimuth * Math.PI) / 180, (height * Math.PI) / 180];
  const [north, east] = [cos(a) * cos(h), sin(a) * cos(h)];
  const long = Math.hypot(nx, ny);
  return [(nx * north + ny * east) / long, (ny * north - nx * east) / long, sin(h)];
}

/**
 * The faces with what the sun does not reach of them: the model is seen once more, from the sun, and what that does not see of a face
 * is in shadow. What the sight leaves out or cuts away throws none. Faces turned away from the sun have no shadow: they are tone.
 * Exact but for the kernel's grid. Cost: that of one more look at all faces.
 */
export function castShadows(
  model: Model,
  scene: Scene,
  queries: readonly VisibilityQuery[],
  seen: Omit<Seen, 'names'>,
  sun: Sun,
): Omit<Seen, 'names'> {
  const towards = sunDirection(sun, model.trueNorth);
  const own = queries.filter(({ view }) => !view.place.isOverhead);
  const lit = own.map(({ view }) => litOf(model, scene, sunView(view, towards)));
  return {
    ...seen,
    faces: seen.faces.map((face) => ({ ...face, shadow: shadowOn(seen, face, towards, lit[face.picture]!, model.origin) })),
  };
}

/** The same model without what the View cuts away, as the sun sees it. */
function sunView(view: View, towards: Vec3): View {
  const isUpright = Math.hypot(towards[0], towards[1]) < 1e-9;
  const frame = frameFrom(view.frame.origin, scaled(towards, -1), isUpright ? [0, 1, 0] : [0, 0, 1]);
  const before = view.isCut ? [{ origin: view.frame.origin, normal: scaled(view.frame.look, -1) }] : [];
  return {
    ...view,
    ...{ frame, distance: Infinity, isCut: false, reach: Infinity, depth: Infinity, far: Infinity, jumps: [], eyePlane: null },
    window: { u0: -Infinity, v0: -Infinity, u1: Infinity, v1: Infinity },
    trims: [...view.trims, ...before],
    ...{ keepsHidden: false, isProfile: false, place: HERE },
  };
}

/** What the sun reaches of each flat face: rings in its picture, metres. */
interface Lit {
  readonly frame: Frame;
  readonly byFace: ReadonlyMap<number, readonly Ring[]>;
}

function litOf(model: Model, scene: Scene, view: View): Lit {
  const [own] = cut(model, scene, [view], {});
  const seen = visibleFaces(scene, { view, cut: own!, traces: new Float64Array(0) });
  const origin = view.frame.origin.map((x, k) => x / scene.scale + model.origin[k]!) as unknown as Vec3;
  const rings = (polygons: readonly Face[]) => polygons.flatMap((polygon) => polygon.map((ring) => ring.map((x) => x / scene.scale)));
  return { frame: { ...view.frame, origin }, byFace: new Map(seen.map(({ face, polygons }) => [face, rings(polygons)])) };
}

function shadowOn(
  { pictures }: Pick<Seen, 'pictures'>,
  face: SeenFace,
  towards: Vec3,
  { frame, byFace }: Lit,
  zero: Vec3,
): readonly Face[] {
  if (dot(face.normal, towards) < GRAZING) return [];
  const space = new FaceSpace(pictures[face.picture]!, face.point, face.normal, zero);
  const own = face.polygons.flatMap((polygon) => polygon.map((ring) => space.ringFromPicture(ring)));
  const reached = byFace.get(face.face)?.map((ring) => mapRing(ring, (at) => space.onFace(alongRay(frame, towards, at, face))));
  const whole = union(own);
  const left = reached ? difference(whole.flat(), grown(union(reached).flat(), HAIR)) : whole;
  return left
    .filter((piece) => faceArea(piece) > NOTHING)
    .map((piece) => piece.map((ring) => mapRing(ring, (at) => space.toPicture(at))))
    .map((piece) => piece.map((ring, r) => (ringArea(ring) > 0 === (r === 0) ? ring : reversed(ring))));
}

/** Where the ray of a place in the sun's picture meets a plane. */
function alongRay(frame: Frame, towards: Vec3, [u, v]: readonly [number, number], { point, normal }: SeenFace): Vec3 {
  const from = [0, 1, 2].map((k) => frame.origin[k]! + frame.right[k]! * u + frame.up[k]! * v) as unknown as Vec3;
  const off = dot(normal, point) - dot(normal, from);
  const along = off / dot(normal, towards);
  return [0, 1, 2].map((k) => from[k]! + towards[k]! * along) as unknown as Vec3;
}

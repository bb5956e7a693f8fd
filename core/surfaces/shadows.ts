import { SHADOW_AREA } from '../geometry/numbers/tolerances';
import { cos, sin } from '../geometry/numbers/trigonometry';
import { cut } from '../cutting/cut';
import { Measured } from './bends';
import { frameFrom, toFrame, type Frame } from '../geometry/frame';
import { grown } from '../geometry/grown';
import { difference, faceArea, reversed, ringArea, union, type Face, type Ring } from '../geometry/polygons';
import { dot, scale as scaled, type Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { HERE, type View, type Window } from '../sights/view';
import type { VisibilityQuery } from '../visibility/see';
import { visibleFaces } from '../visibility/faces/visible-faces';
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
 * Exact but for the kernel's grid. Cost: one more look at what lies between the sun and the faces that it may reach.
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
  const lit = own.map(({ view }, k) => litOf(seen, model, scene, sunView(view, towards), receiversOf(seen, k, towards)));
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

/** The faces of a picture on which there can be a shadow. */
const receiversOf = ({ faces }: Pick<Seen, 'faces'>, picture: number, towards: Vec3): SeenFace[] =>
  faces.filter((face) => face.picture === picture && dot(face.normal, towards) >= GRAZING);

/** So far beyond what is asked for the sun's picture reaches, metres: what lies at its border is whole. */
const BESIDE = 0.01;

/** What of the sun's picture some faces take up: nothing else is looked at, however large the model is. */
function windowRound(seen: Pick<Seen, 'pictures'>, faces: readonly SeenFace[], frame: Frame, zero: Vec3): Window {
  let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const face of faces) {
    const space = new FaceSpace(seen.pictures[face.picture]!, face.point, face.normal, zero);
    for (const [outer] of face.polygons) {
      const places = space.ringFromPicture(outer!);
      for (let i = 0; i < places.length; i += 2) {
        const [u, v] = toFrame(frame, space.inFile([places[i]!, places[i + 1]!]));
        [u0, v0, u1, v1] = [Math.min(u0, u), Math.min(v0, v), Math.max(u1, u), Math.max(v1, v)];
      }
    }
  }
  return { u0: u0 - BESIDE, v0: v0 - BESIDE, u1: u1 + BESIDE, v1: v1 + BESIDE };
}

/** What the sun reaches of each flat face: rings in its picture, metres. */
interface Lit {
  readonly frame: Frame;
  readonly byFace: ReadonlyMap<number, readonly Ring[]>;
}

function litOf(seenFaces: Omit<Seen, 'names'>, model: Model, scene: Scene, whole: View, receivers: readonly SeenFace[]): Lit {
  const origin = whole.frame.origin.map((x, k) => x / scene.scale + model.origin[k]!) as unknown as Vec3;
  const frame = { ...whole.frame, origin };
  if (!receivers.length) return { frame, byFace: new Map() };
  const { u0, v0, u1, v1 } = windowRound(seenFaces, receivers, frame, model.origin);
  const s = scene.scale;
  const view = { ...whole, window: { u0: u0 * s, v0: v0 * s, u1: u1 * s, v1: v1 * s } };
  const [own] = cut(model, scene, [view], {});
  const seen = visibleFaces(scene, { view, cut: own!, traces: new Float64Array(0) }, new Set(receivers.map(({ face }) => face)));
  const rings = (polygons: readonly Face[]) => polygons.flatMap((polygon) => polygon.map((ring) => ring.map((x) => x / scene.scale)));
  return { frame, byFace: new Map(seen.map(({ face, polygons }) => [face, rings(polygons)])) };
}

function shadowOn(
  { pictures, finer }: Pick<Seen, 'pictures' | 'finer'>,
  face: SeenFace,
  towards: Vec3,
  { frame, byFace }: Lit,
  zero: Vec3,
): readonly Face[] {
  if (dot(face.normal, towards) < GRAZING) return [];
  const space = new FaceSpace(pictures[face.picture]!, face.point, face.normal, zero);
  // as large as the scene, for the kernel's grid and what is nothing are made for buildings
  const large = (ring: Ring) => ring.map((x) => x * finer);
  const own = face.polygons.flatMap((polygon) => polygon.map((ring) => large(space.ringFromPicture(ring))));
  const reached = byFace.get(face.face)?.map((ring) => large(mapRing(ring, (at) => space.onFace(alongRay(frame, towards, at, face)))));
  const sunny = face.bend && new Measured(pictures[face.picture]!, face, face.bend, towards, zero);
  // the own shadow of what is round is no cast one, and begins on the curve where the surface turns away
  const whole = sunny ? union(sunny.inPlane(0, Infinity).flat().map(large)) : union(own);
  const left = reached ? difference(whole.flat(), grown(union(reached).flat(), HAIR)) : whole;
  return left
    .filter((piece) => faceArea(piece) > SHADOW_AREA)
    .map((piece) => piece.map((ring) => mapRing(ring, ([s, t]) => space.toPicture([s / finer, t / finer]))))
    .map((piece) => piece.map((ring, r) => (ringArea(ring) > 0 === (r === 0) ? ring : reversed(ring))));
}

/** Where the ray of a place in the sun's picture meets a plane. */
function alongRay(frame: Frame, towards: Vec3, [u, v]: readonly [number, number], { point, normal }: SeenFace): Vec3 {
  const from = [0, 1, 2].map((k) => frame.origin[k]! + frame.right[k]! * u + frame.up[k]! * v) as unknown as Vec3;
  const off = dot(normal, point) - dot(normal, from);
  const along = off / dot(normal, towards);
  return [0, 1, 2].map((k) => from[k]! + towards[k]! * along) as unknown as Vec3;
}

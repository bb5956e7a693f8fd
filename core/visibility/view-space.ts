import { foreshortening, type Frame } from '../geometry/frame';
import { EDGE, ON_PLANE } from '../geometry/numbers/tolerances';
import type { Scene } from '../scene/scene';
import { NEAREST } from '../sights/views-of';
import { Workspace } from './workspace';

/** Which way a triangle looks. Edge-on: lower in the picture than the edge tolerance, so it hides nothing and shows nothing. */
export const Facing = { edgeOn: 0, front: 1, back: 2 } as const;

/** Depth of a corner that lies behind the plane before the eye: it has no place in the picture. */
export const BEHIND_EYE = -Infinity;

/** The corners of a scene in a View's frame, and the facing of its triangles. */
export interface ViewSpace {
  readonly u: Float64Array;
  readonly v: Float64Array;
  /** Depth; grows away from the eye. */
  readonly w: Float64Array;
  readonly facing: Uint8Array;
}

export interface OpenViewSpace extends ViewSpace {
  readonly turn: (part: number) => void;
}

/**
 * A view space that is filled part by part, when a part is asked for. `turn(part)` turns the corners of a part into a frame that is
 * given in the scene's coordinates and tells the facing of its triangles; what was not turned is from another picture. A part is turned once.
 * With an eye at a `distance` before the plane the corners are drawn towards it; those behind the plane before it have the depth BEHIND_EYE.
 * Corners within 0.1 µm of the plane w = 0 are put on it, so that a face in the plane is on one side as a whole.
 */
export function openViewSpace(scene: Scene, frame: Frame, distance = Infinity, workspace = new Workspace()): OpenViewSpace {
  const { vertices, triangles, partVertexStart, partTriangleStart } = scene;
  const count = vertices.length / 3;
  const [u, v, w] = [workspace.u.reserve(count), workspace.v.reserve(count), workspace.w.reserve(count)];
  const facing = workspace.facing.reserve(triangles.length / 3);
  const isTurned = new Uint8Array(partVertexStart.length - 1);
  const turn = (part: number) => {
    if (isTurned[part]) return;
    isTurned[part] = 1;
    const hasBehind = turnCorners(vertices, partVertexStart[part]!, partVertexStart[part + 1]!, frame, distance, u, v, w);
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    turnFaces(triangles, from, to, u, v, facing);
    for (let t = from; t < to; t++) if (scene.sliverOf[t]! >= 0) facing[t] = facing[scene.sliverOf[t]!]!;
    if (hasBehind) turnFacesAtEye(scene, from, to, frame, distance, w, facing);
  };
  return { u, v, w, facing, turn };
}

/** A view space of all parts that are shown. Cost: one pass over corners and triangles. */
export function viewSpace(scene: Scene, frame: Frame, shown: Uint8Array, distance = Infinity): ViewSpace {
  const { turn, ...view } = openViewSpace(scene, frame, distance);
  for (let part = 0; part < shown.length; part++) if (shown[part]) turn(part);
  return view;
}

/** Whether some of them lie behind the plane before the eye. */
function turnCorners(
  vertices: Float64Array,
  from: number,
  to: number,
  { origin, right, up, look }: Frame,
  distance: number,
  u: Float64Array,
  v: Float64Array,
  w: Float64Array,
): boolean {
  const [ox, oy, oz] = origin;
  const [rx, ry, rz] = right;
  const [ux, uy, uz] = up;
  const [lx, ly, lz] = look;
  let hasBehind = false;
  for (let i = from; i < to; i++) {
    const x = vertices[i * 3]! - ox,
      y = vertices[i * 3 + 1]! - oy,
      z = vertices[i * 3 + 2]! - oz;
    let depth = x * lx + y * ly + z * lz;
    if (depth + distance < NEAREST) {
      hasBehind = true;
      u[i] = v[i] = 0;
      w[i] = BEHIND_EYE;
      continue;
    }
    const k = foreshortening(depth, distance);
    u[i] = (x * rx + y * ry + z * rz) * k;
    v[i] = (x * ux + y * uy + z * uz) * k;
    depth *= k;
    w[i] = Math.abs(depth) < ON_PLANE ? 0 : depth;
  }
  return hasBehind;
}

function turnFaces(triangles: Uint32Array, from: number, to: number, u: Float64Array, v: Float64Array, facing: Uint8Array): void {
  for (let t = from; t < to; t++) {
    const a = triangles[t * 3]!,
      b = triangles[t * 3 + 1]!,
      c = triangles[t * 3 + 2]!;
    const abu = u[b]! - u[a]!,
      abv = v[b]! - v[a]!,
      acu = u[c]! - u[a]!,
      acv = v[c]! - v[a]!;
    const bcu = acu - abu,
      bcv = acv - abv;
    const twice = abu * acv - abv * acu;
    const longest = Math.sqrt(Math.max(abu * abu + abv * abv, acu * acu + acv * acv, bcu * bcu + bcv * bcv));
    facing[t] = Math.abs(twice) <= EDGE * longest ? Facing.edgeOn : twice > 0 ? Facing.front : Facing.back;
  }
}

/** Triangles with corners behind the eye look at it where it lies on their outer side. */
function turnFacesAtEye(
  { vertices, triangles, normals }: Scene,
  from: number,
  to: number,
  { origin, look }: Frame,
  distance: number,
  w: Float64Array,
  facing: Uint8Array,
): void {
  const [ex, ey, ez] = [origin[0] - look[0] * distance, origin[1] - look[1] * distance, origin[2] - look[2] * distance];
  for (let t = from; t < to; t++) {
    const behind = [0, 1, 2].filter((k) => w[triangles[t * 3 + k]!] === BEHIND_EYE).length;
    if (!behind) continue;
    const a = triangles[t * 3]! * 3;
    const side =
      normals[t * 3]! * (ex - vertices[a]!) + normals[t * 3 + 1]! * (ey - vertices[a + 1]!) + normals[t * 3 + 2]! * (ez - vertices[a + 2]!);
    facing[t] = behind === 3 || Math.abs(side) <= EDGE ? Facing.edgeOn : side > 0 ? Facing.front : Facing.back;
  }
}

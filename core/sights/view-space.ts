import type { Frame } from './frame';
import { EDGE } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import type { Scene } from '../scene/scene';

/** Which way a triangle looks. Edge-on: lower in the picture than the edge tolerance, so it hides nothing and shows nothing. */
export const Facing = { edgeOn: 0, front: 1, back: 2 } as const;

/** The corners of a scene in a sight's frame, and the facing of its triangles. */
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
 * By how much a perspective shrinks what lies at a depth behind its picture plane, depth included. The map (u, v, w) → k (u, v, w)
 * is projective: lines stay straight and planes flat, and nearer stays nearer, so that everything after it is as for parallels.
 */
export const foreshortening = (depth: number, distance: number): number => (distance === Infinity ? 1 : distance / (distance + depth));

/** Scratch of the size of the largest scene; a view space is read before the next one is made. */
const [_u, _v, _w] = [1, 2, 3].map(() => new Growing((n) => new Float64Array(n))) as [
  Growing<Float64Array>,
  Growing<Float64Array>,
  Growing<Float64Array>,
];

const _facing = new Growing((n) => new Uint8Array(n));

/** Depths closer to the cutting plane than this count as lying in it: the noise of turned coordinates. */
export const ON_PLANE = 1e-7;

/**
 * A view space that is filled part by part, when a part is asked for. `turn(part)` turns the corners of a part into a frame that is
 * given in the scene's coordinates and tells the facing of its triangles; what was not turned is from another picture. A part is turned once.
 * With an eye at a `distance` before the plane the corners are drawn towards it; all of them must lie before the eye.
 * Corners within 0.1 µm of the plane w = 0 are put on it, so that a face in the plane is on one side as a whole.
 */
export function openViewSpace(scene: Scene, frame: Frame, distance = Infinity): OpenViewSpace {
  const { vertices, triangles, partVertexStart, partTriangleStart, sliverOf } = scene;
  const count = vertices.length / 3;
  const [u, v, w] = [_u.reserve(count), _v.reserve(count), _w.reserve(count)];
  const facing = _facing.reserve(triangles.length / 3);
  const isTurned = new Uint8Array(partVertexStart.length - 1);
  const turn = (part: number) => {
    if (isTurned[part]) return;
    isTurned[part] = 1;
    turnCorners(vertices, partVertexStart[part]!, partVertexStart[part + 1]!, frame, distance, u, v, w);
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    turnFaces(triangles, from, to, u, v, facing);
    for (let t = from; t < to; t++) if (sliverOf[t]! >= 0) facing[t] = facing[sliverOf[t]!]!;
  };
  return { u, v, w, facing, turn };
}

/** A view space of all parts that are shown. Cost: one pass over corners and triangles. */
export function viewSpace(scene: Scene, frame: Frame, shown: Uint8Array, distance = Infinity): ViewSpace {
  const { turn, ...view } = openViewSpace(scene, frame, distance);
  for (let part = 0; part < shown.length; part++) if (shown[part]) turn(part);
  return view;
}

function turnCorners(
  vertices: Float64Array,
  from: number,
  to: number,
  { origin, right, up, look }: Frame,
  distance: number,
  u: Float64Array,
  v: Float64Array,
  w: Float64Array,
): void {
  const [ox, oy, oz] = origin;
  const [rx, ry, rz] = right;
  const [ux, uy, uz] = up;
  const [lx, ly, lz] = look;
  for (let i = from; i < to; i++) {
    const x = vertices[i * 3]! - ox,
      y = vertices[i * 3 + 1]! - oy,
      z = vertices[i * 3 + 2]! - oz;
    let depth = x * lx + y * ly + z * lz;
    const k = foreshortening(depth, distance);
    u[i] = (x * rx + y * ry + z * rz) * k;
    v[i] = (x * ux + y * uy + z * uz) * k;
    depth *= k;
    w[i] = Math.abs(depth) < ON_PLANE ? 0 : depth;
  }
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

import Flatbush from 'flatbush';
import { COPLANAR_COS, SMOOTH_COS, SPECK, WELD } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { partPairs } from './part-pairs';
import { EdgeKind, type Scene } from './scene';
import type { Shells } from './shells';

/**
 * The lines in which the surfaces of different parts, and of different shells of one part, run through each other. They do not
 * depend on the view.
 * In: welded scene (metres), right side out. Out: segments with the two triangles that meet in each.
 * A corner that lies in the other's plane (within WELD) counts as outside it: bodies that only touch do not meet, and what
 * lies flush inside another body is left to its own edges. Ends on one edge are computed from its lower corner to its higher,
 * so that the pieces of neighbouring triangles join bitwise.
 * Cost: the pairs of triangles whose boxes overlap, found through box indices (flatbush).
 * Method: the interval test of T. Möller, A Fast Triangle-Triangle Intersection Test, 1997; the handling of contacts is ours.
 */
export interface Meetings {
  /** x y z of both ends, six numbers each. */
  readonly ends: Float64Array;
  /** The two triangles of each. */
  readonly faces: Uint32Array;
}

/** Cosine of 10°: a line this near to a facet joint runs along it. */
const ALONG = 0.985;
/** A part with more triangles gets an index of its own for the search. */
const MANY = 1500;

type Meshes = Pick<
  Scene,
  | 'vertices'
  | 'triangles'
  | 'normals'
  | 'triangleEdges'
  | 'edgeKind'
  | 'edgeFaces'
  | 'edgeVertices'
  | 'sliverOf'
  | 'partTriangleStart'
  | 'partBounds'
>;

/**
 * @param matter 1 for the parts that stand there; the air of rooms meets nothing
 * @param shells the parts of several shells
 */
export function meetings(scene: Meshes, matter: Uint8Array, shells: readonly Shells[]): Meetings {
  const { vertices, triangles, partTriangleStart, partBounds } = scene;
  const ends = new Growing((n) => new Float64Array(n));
  const faces = new Growing((n) => new Uint32Array(n));

  const indices = new Map<number, Flatbush>();
  const crossing = new Crossing(scene);
  const shared = new Float64Array(6);
  const [near, others]: [number[], number[]] = [[], []];

  partPairs(partBounds, matter, (p, q) => {
    sharedBox(partBounds, p, q, shared);
    trianglesIn(p, near);
    if (!near.length) return;
    trianglesIn(q, others);
    if (others.length) pairs(near, others);
  });
  for (const { part, triangles: own } of shells) if (matter[part]) meetWithin(own);
  return { ends: ends.done(), faces: faces.done() };

  /** The shells of one part among one another. */
  function meetWithin(own: readonly (readonly number[])[]): void {
    const boxes = new Float64Array(own.length * 6);
    own.forEach((shell, k) => {
      for (let axis = 0; axis < 3; axis++) {
        let [low, high] = [Infinity, -Infinity];
        for (const t of shell) {
          const [a, b] = range(t, axis);
          if (a < low) low = a;
          if (b > high) high = b;
        }
        boxes[k * 6 + axis] = low;
        boxes[k * 6 + 3 + axis] = high;
      }
    });
    const reach = (t: number) => reaches(t, 0) && reaches(t, 1) && reaches(t, 2);
    partPairs(boxes, new Uint8Array(own.length).fill(1), (p, q) => {
      sharedBox(boxes, p, q, shared);
      const [a, b] = [own[p]!.filter(reach), own[q]!.filter(reach)];
      if (a.length && b.length) pairs(a, b);
    });
  }

  /** The triangles of a part whose boxes reach into the shared box. */
  function trianglesIn(part: number, out: number[]): void {
    out.length = 0;
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    if (to - from > MANY) {
      let index = indices.get(part);
      if (!index) indices.set(part, (index = indexOf(from, to)));
      for (const k of index.search(shared[0]!, shared[1]!, shared[3]!, shared[4]!)) if (reaches(from + k, 2)) out.push(from + k);
      out.sort((a, b) => a - b);
      return;
    }
    for (let t = from; t < to; t++) if (reaches(t, 0) && reaches(t, 1) && reaches(t, 2)) out.push(t);
  }

  function reaches(t: number, axis: number): boolean {
    const a = vertices[triangles[t * 3]! * 3 + axis]!;
    const b = vertices[triangles[t * 3 + 1]! * 3 + axis]!;
    const c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return Math.min(a, b, c) <= shared[axis + 3]! && Math.max(a, b, c) >= shared[axis]!;
  }

  function pairs(a: readonly number[], b: readonly number[]): void {
    if (a.length * b.length > 4 * MANY) {
      const index = new Flatbush(b.length, 16, Float64Array);
      for (const t of b) addBox(index, t);
      index.finish();
      for (const s of a) {
        const [x0, y0, x1, y1] = boxOf(s);
        for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD).sort((m, n) => m - n)) meet(s, b[k]!);
      }
      return;
    }
    for (const s of a) for (const t of b) meet(s, t);
  }

  function meet(s: number, t: number): void {
    for (let axis = 0; axis < 3; axis++) {
      const [lowS, highS] = range(s, axis);
      const [lowT, highT] = range(t, axis);
      // a corner in the other's plane may lie a hair beside it
      if (highS < lowT - WELD || highT < lowS - WELD) return;
    }
    const at = ends.length;
    if (!crossing.between(s, t, ends.reserve(6), at)) return;
    ends.length = at + 6;
    faces.push(s);
    faces.push(t);
  }

  function range(t: number, axis: number): readonly [number, number] {
    const a = vertices[triangles[t * 3]! * 3 + axis]!;
    const b = vertices[triangles[t * 3 + 1]! * 3 + axis]!;
    const c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return [Math.min(a, b, c), Math.max(a, b, c)];
  }
  function boxOf(t: number): [number, number, number, number] {
    const [x, y] = [range(t, 0), range(t, 1)];
    return [x[0], y[0], x[1], y[1]];
  }
  function addBox(index: Flatbush, t: number): void {
    index.add(...boxOf(t));
  }
  function indexOf(from: number, to: number): Flatbush {
    const index = new Flatbush(to - from, 16, Float64Array);
    for (let t = from; t < to; t++) addBox(index, t);
    index.finish();
    return index;
  }
}

/** The box that two parts share, widened by WELD. */
function sharedBox(bounds: Float64Array, p: number, q: number, out: Float64Array): void {
  for (let axis = 0; axis < 3; axis++) {
    out[axis] = Math.max(bounds[p * 6 + axis]!, bounds[q * 6 + axis]!) - WELD;
    out[axis + 3] = Math.min(bounds[p * 6 + axis + 3]!, bounds[q * 6 + axis + 3]!) + WELD;
  }
}

/** Finds where two triangles cross. Keeps its scratch between calls. */
class Crossing {
  private readonly scene: Meshes;
  /** Signed distances of a triangle's corners to the other's plane; what lies within WELD is 0 and counts as outside. */
  private readonly dS = new Float64Array(3);
  private readonly dT = new Float64Array(3);
  /** Two points of each triangle on the common line. */
  private readonly onS = new Float64Array(6);
  private readonly onT = new Float64Array(6);

  constructor(scene: Meshes) {
    this.scene = scene;
  }

  /** Writes the common segment of two triangles into `out` at `at`; false when they do not run through each other. */
  between(s: number, t: number, out: Float64Array, at: number): boolean {
    const { normals, sliverOf } = this.scene;
    if (sliverOf[s]! >= 0 || sliverOf[t]! >= 0) return false;
    const [sx, sy, sz] = [normals[s * 3]!, normals[s * 3 + 1]!, normals[s * 3 + 2]!];
    const [tx, ty, tz] = [normals[t * 3]!, normals[t * 3 + 1]!, normals[t * 3 + 2]!];
    if (!this.distances(t, s, this.dT) || !this.distances(s, t, this.dS)) return false;
    const cos = sx * tx + sy * ty + sz * tz;
    if (cos > COPLANAR_COS) return false;
    // two pipes of one axis cross with the joints of their facets: where they run on into each other smoothly there is no line
    if (cos > SMOOTH_COS) {
      const direction = [sy * tz - sz * ty, sz * tx - sx * tz, sx * ty - sy * tx] as const;
      if (this.isAlongFacets(s, direction) && this.isAlongFacets(t, direction)) return false;
    }
    if (!this.points(t, this.dT, s, this.onT) || !this.points(s, this.dS, t, this.onS)) return false;
    const [dx, dy, dz] = [sy * tz - sz * ty, sz * tx - sx * tz, sx * ty - sy * tx];
    const along = (p: Float64Array, k: number) => p[k]! * dx + p[k + 1]! * dy + p[k + 2]! * dz;
    const [s0, s1] = along(this.onS, 0) <= along(this.onS, 3) ? [0, 3] : [3, 0];
    const [t0, t1] = along(this.onT, 0) <= along(this.onT, 3) ? [0, 3] : [3, 0];
    const fromS = along(this.onS, s0) >= along(this.onT, t0);
    const toS = along(this.onS, s1) <= along(this.onT, t1);
    const [a, ka] = fromS ? [this.onS, s0] : [this.onT, t0];
    const [b, kb] = toS ? [this.onS, s1] : [this.onT, t1];
    const size = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (along(b, kb) - along(a, ka) < SPECK * 0.01 * size) return false;
    for (let k = 0; k < 3; k++) {
      out[at + k] = a[ka + k]!;
      out[at + 3 + k] = b[kb + k]!;
    }
    return true;
  }

  /** Whether a direction runs along a facet joint of a triangle. */
  private isAlongFacets(t: number, [x, y, z]: readonly [number, number, number]): boolean {
    const { vertices, triangleEdges, edgeKind, edgeVertices } = this.scene;
    for (let k = t * 3; k < t * 3 + 3; k++) {
      const e = triangleEdges[k]!;
      if (edgeKind[e] !== EdgeKind.smooth) continue;
      const [p, q] = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3];
      const [a, b, c] = [vertices[q]! - vertices[p]!, vertices[q + 1]! - vertices[p + 1]!, vertices[q + 2]! - vertices[p + 2]!];
      if (Math.abs(a * x + b * y + c * z) > ALONG * Math.hypot(a, b, c) * Math.hypot(x, y, z)) return true;
    }
    return false;
  }

  /** Distances of t's corners to the plane of s; false when they are all on one side. */
  private distances(t: number, s: number, out: Float64Array): boolean {
    const { vertices, triangles, normals } = this.scene;
    const o = triangles[s * 3]! * 3;
    let [inside, outside] = [false, false];
    for (let k = 0; k < 3; k++) {
      const v = triangles[t * 3 + k]! * 3;
      const d =
        normals[s * 3]! * (vertices[v]! - vertices[o]!) +
        normals[s * 3 + 1]! * (vertices[v + 1]! - vertices[o + 1]!) +
        normals[s * 3 + 2]! * (vertices[v + 2]! - vertices[o + 2]!);
      out[k] = Math.abs(d) < WELD ? 0 : d;
      if (out[k]! < 0) inside = true;
      else outside = true;
    }
    return inside && outside;
  }

  /** The two points in which the sides of t pass through the plane of s; false where t's own edge does the work already. */
  private points(t: number, d: Float64Array, s: number, out: Float64Array): boolean {
    const { vertices, triangles } = this.scene;
    let n = 0;
    let zeros = 0;
    let lone = -1;
    for (let k = 0; k < 3; k++) {
      if (d[k] === 0) zeros++;
      else lone = k;
      const [i, j] = [k, (k + 1) % 3];
      if (d[i]! < 0 === d[j]! < 0) continue;
      const [a, b] = triangles[t * 3 + i]! < triangles[t * 3 + j]! ? [i, j] : [j, i];
      const f = d[a]! / (d[a]! - d[b]!);
      const [p, q] = [triangles[t * 3 + a]! * 3, triangles[t * 3 + b]! * 3];
      for (let c = 0; c < 3; c++) out[n * 3 + c] = vertices[p + c]! + f * (vertices[q + c]! - vertices[p + c]!);
      n++;
    }
    if (n !== 2) return false;
    // A whole side of t lies in the plane: the surfaces cross there only if the face beyond that side comes out of it.
    return zeros < 2 || this.comesOut(t, (lone + 1) % 3, s);
  }

  /** Whether the neighbour of t across its side k reaches to the outer side of the plane of s. */
  private comesOut(t: number, k: number, s: number): boolean {
    const { vertices, triangles, triangleEdges, edgeFaces, edgeVertices, normals } = this.scene;
    const e = triangleEdges[t * 3 + k]!;
    const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
    if (other < 0) return false;
    const far =
      (triangles[other * 3]! + triangles[other * 3 + 1]! + triangles[other * 3 + 2]! - edgeVertices[e * 2]! - edgeVertices[e * 2 + 1]!) * 3;
    const o = triangles[s * 3]! * 3;
    let d = 0;
    for (let c = 0; c < 3; c++) d += normals[s * 3 + c]! * (vertices[far + c]! - vertices[o + c]!);
    return d > WELD;
  }
}

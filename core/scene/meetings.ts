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
/** From this many triangles on each of them asks such an index, without a list of what may be near to all of them. */
const FEW = 24;

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
    const whole = near.length > FEW ? largeIndex(q) : undefined;
    if (whole) return throughIndex(near, whole, partTriangleStart[q]!);
    trianglesIn(q, others);
    if (others.length) pairs(near, others);
  });
  for (const own of shells) if (matter[own.part]) meetWithin(own);
  return { ends: ends.done(), faces: faces.done() };

  /** The shells of one part among one another; loose sheets in a crowd of them do not meet each other. */
  function meetWithin({ triangles: own, sheets }: Shells): void {
    const boxes = new Float64Array(own.length * 6);
    own.forEach((shell, k) => {
      boxes.fill(Infinity, k * 6, k * 6 + 3);
      boxes.fill(-Infinity, k * 6 + 3, k * 6 + 6);
      for (const t of shell)
        for (let axis = 0; axis < 3; axis++) {
          boxes[k * 6 + axis] = Math.min(boxes[k * 6 + axis]!, lowest(t, axis));
          boxes[k * 6 + 3 + axis] = Math.max(boxes[k * 6 + 3 + axis]!, highest(t, axis));
        }
    });
    const tell = (p: number, q: number) => {
      sharedBox(boxes, p, q, shared);
      const [a, b] = [own[p]!.filter(reaches), own[q]!.filter(reaches)];
      if (a.length && b.length) pairs(a, b);
    };
    const all = new Uint8Array(own.length).fill(1);
    if (!sheets) return partPairs(boxes, all, tell);
    // the few that are no loose sheets with one another, then each with the sheets
    partPairs(
      boxes,
      sheets.map((is) => 1 - is),
      tell,
    );
    const index = indexOf(own.length, (k) => [boxes[k * 6]!, boxes[k * 6 + 1]!, boxes[k * 6 + 3]!, boxes[k * 6 + 4]!]);
    for (let p = 0; p < own.length; p++) {
      if (sheets[p]) continue;
      const [x0, y0, x1, y1] = [boxes[p * 6]!, boxes[p * 6 + 1]!, boxes[p * 6 + 3]!, boxes[p * 6 + 4]!];
      for (const q of index.search(x0, y0, x1, y1, (k) => sheets[k] === 1).sort((m, n) => m - n)) tell(p, q);
    }
  }

  /** The triangles of a part whose boxes reach into the shared box. */
  function trianglesIn(part: number, out: number[]): void {
    out.length = 0;
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    const index = largeIndex(part);
    if (index) {
      for (const k of index.search(shared[0]!, shared[1]!, shared[3]!, shared[4]!)) if (reaches(from + k)) out.push(from + k);
      out.sort((a, b) => a - b);
      return;
    }
    for (let t = from; t < to; t++) if (reaches(t)) out.push(t);
  }

  /** The index of a part that is large enough for one. */
  function largeIndex(part: number): Flatbush | undefined {
    const from = partTriangleStart[part]!;
    const count = partTriangleStart[part + 1]! - from;
    if (count <= MANY) return undefined;
    let index = indices.get(part);
    if (!index) indices.set(part, (index = indexOf(count, (k) => boxOf(from + k))));
    return index;
  }

  /** Lets each triangle of a list meet those of an index that are near it; `first` is the first of the index. */
  function throughIndex(a: readonly number[], index: Flatbush, first: number): void {
    for (const s of a) {
      const [x0, y0, x1, y1] = boxOf(s);
      const [low, high] = [lowest(s, 2) - WELD, highest(s, 2) + WELD];
      const isNear = (k: number) => lowest(first + k, 2) <= high && highest(first + k, 2) >= low;
      for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD, isNear).sort((m, n) => m - n)) meet(s, first + k);
    }
  }

  function reaches(t: number): boolean {
    const a = triangles[t * 3]! * 3,
      b = triangles[t * 3 + 1]! * 3,
      c = triangles[t * 3 + 2]! * 3;
    for (let axis = 0; axis < 3; axis++) {
      const x = vertices[a + axis]!,
        y = vertices[b + axis]!,
        z = vertices[c + axis]!;
      const low = shared[axis]!,
        high = shared[axis + 3]!;
      if ((x < low && y < low && z < low) || (x > high && y > high && z > high)) return false;
    }
    return true;
  }

  function pairs(a: readonly number[], b: readonly number[]): void {
    if (a.length * b.length > 4 * MANY) {
      const index = indexOf(b.length, (k) => boxOf(b[k]!));
      for (const s of a) {
        const [x0, y0, x1, y1] = boxOf(s);
        for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD).sort((m, n) => m - n)) meet(s, b[k]!);
      }
      return;
    }
    for (const s of a) for (const t of b) meet(s, t);
  }

  function meet(s: number, t: number): void {
    // a corner in the other's plane may lie a hair beside it
    for (let axis = 0; axis < 3; axis++) if (highest(s, axis) < lowest(t, axis) - WELD || highest(t, axis) < lowest(s, axis) - WELD) return;
    const at = ends.length;
    if (!crossing.between(s, t, ends.reserve(6), at)) return;
    ends.length = at + 6;
    faces.push(s);
    faces.push(t);
  }

  function lowest(t: number, axis: number): number {
    const a = vertices[triangles[t * 3]! * 3 + axis]!,
      b = vertices[triangles[t * 3 + 1]! * 3 + axis]!,
      c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return a < b ? (a < c ? a : c) : b < c ? b : c;
  }
  function highest(t: number, axis: number): number {
    const a = vertices[triangles[t * 3]! * 3 + axis]!,
      b = vertices[triangles[t * 3 + 1]! * 3 + axis]!,
      c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return a > b ? (a > c ? a : c) : b > c ? b : c;
  }
  function boxOf(t: number): Box {
    return [lowest(t, 0), lowest(t, 1), highest(t, 0), highest(t, 1)];
  }
}

type Box = [x0: number, y0: number, x1: number, y1: number];

function indexOf(count: number, boxOf: (k: number) => Box): Flatbush {
  const index = new Flatbush(count, 16, Float64Array);
  for (let k = 0; k < count; k++) index.add(...boxOf(k));
  index.finish();
  return index;
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
    if (!this.distances(t, s, this.dT) || !this.distances(s, t, this.dS)) return false;
    const sx = normals[s * 3]!,
      sy = normals[s * 3 + 1]!,
      sz = normals[s * 3 + 2]!;
    const tx = normals[t * 3]!,
      ty = normals[t * 3 + 1]!,
      tz = normals[t * 3 + 2]!;
    const cos = sx * tx + sy * ty + sz * tz;
    if (cos > COPLANAR_COS) return false;
    // two pipes of one axis cross with the joints of their facets: where they run on into each other smoothly there is no line
    if (cos > SMOOTH_COS) {
      const direction = [sy * tz - sz * ty, sz * tx - sx * tz, sx * ty - sy * tx] as const;
      if (this.isAlongFacets(s, direction) && this.isAlongFacets(t, direction)) return false;
    }
    if (!this.points(t, this.dT, s, this.onT) || !this.points(s, this.dS, t, this.onS)) return false;
    const dx = sy * tz - sz * ty,
      dy = sz * tx - sx * tz,
      dz = sx * ty - sy * tx;
    const { onS, onT } = this;
    const s3 = onS[0]! * dx + onS[1]! * dy + onS[2]! * dz,
      s6 = onS[3]! * dx + onS[4]! * dy + onS[5]! * dz;
    const t3 = onT[0]! * dx + onT[1]! * dy + onT[2]! * dz,
      t6 = onT[3]! * dx + onT[4]! * dy + onT[5]! * dz;
    // of the two stretches on the common line the later beginning and the earlier end
    const fromS = Math.min(s3, s6) >= Math.min(t3, t6);
    const toS = Math.max(s3, s6) <= Math.max(t3, t6);
    const a = fromS ? onS : onT,
      ka = (fromS ? s3 <= s6 : t3 <= t6) ? 0 : 3;
    const b = toS ? onS : onT,
      kb = (toS ? s3 <= s6 : t3 <= t6) ? 3 : 0;
    const from = Math.max(Math.min(s3, s6), Math.min(t3, t6)),
      to = Math.min(Math.max(s3, s6), Math.max(t3, t6));
    const size = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (to - from < SPECK * 0.01 * size) return false;
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
    let inside = false,
      outside = false;
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
      const j = k === 2 ? 0 : k + 1;
      if (d[k]! < 0 === d[j]! < 0) continue;
      const isUp = triangles[t * 3 + k]! < triangles[t * 3 + j]!;
      const a = isUp ? k : j,
        b = isUp ? j : k;
      const f = d[a]! / (d[a]! - d[b]!);
      const p = triangles[t * 3 + a]! * 3,
        q = triangles[t * 3 + b]! * 3;
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

import { COARSE_COS, COPLANAR_COS, DEPTH, FLAT_COS, SILENT, SMOOTH_COS, THIN } from '../geometry/numbers/tolerances';
import { EdgeKind } from './scene';

/** So many thin triangles are walked over to a sound one. */
const WALK = 12;

/** What is found of the faces of a scene that is being made. */
export interface Faces {
  /** Unit normals, three numbers each; a sliver has that of its neighbour across its longest edge. */
  readonly normals: Float64Array;
  /** For a sliver the triangle that stands for it, else -1. */
  readonly sliverOf: Int32Array;
  /** Triangles that are thin without being slivers (1). */
  readonly thin: Uint8Array;
}

/** Unit normals of triangles, and which of them are slivers, or thin. */
export function faceNormals(vertices: Float64Array, triangles: Uint32Array, triangleEdges: Uint32Array, edgeFaces: Int32Array): Faces {
  const count = triangles.length / 3;
  const normals = new Float64Array(triangles.length);
  const sliverOf = new Int32Array(count).fill(-1);
  const thin = new Uint8Array(count);
  const slivers: number[] = [];
  for (let t = 0; t < count; t++) {
    const a = triangles[t * 3]! * 3,
      b = triangles[t * 3 + 1]! * 3,
      c = triangles[t * 3 + 2]! * 3;
    const ux = vertices[b]! - vertices[a]!,
      uy = vertices[b + 1]! - vertices[a + 1]!,
      uz = vertices[b + 2]! - vertices[a + 2]!;
    const vx = vertices[c]! - vertices[a]!,
      vy = vertices[c + 1]! - vertices[a + 1]!,
      vz = vertices[c + 2]! - vertices[a + 2]!;
    const nx = uy * vz - uz * vy,
      ny = uz * vx - ux * vz,
      nz = ux * vy - uy * vx;
    const twice = Math.sqrt(nx * nx + ny * ny + nz * nz);
    const wx = vx - ux,
      wy = vy - uy,
      wz = vz - uz;
    const longest = Math.sqrt(Math.max(ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz, wx * wx + wy * wy + wz * wz));
    if (twice > 0) {
      normals[t * 3] = nx / twice;
      normals[t * 3 + 1] = ny / twice;
      normals[t * 3 + 2] = nz / twice;
    }
    if (twice < SILENT * longest) slivers.push(t);
    else if (twice < THIN * longest) thin[t] = 1;
  }
  // several times, so that a sliver beside a sliver finds its way to a sound face
  for (let round = 0; round < 3; round++)
    for (const t of slivers) {
      const other = across(t, longestSide(vertices, triangles, t), triangleEdges, edgeFaces);
      if (other < 0 || other === t) continue;
      const sound = sliverOf[other]! >= 0 ? sliverOf[other]! : other;
      if (sound === t) continue;
      sliverOf[t] = sound;
      for (let k = 0; k < 3; k++) normals[t * 3 + k] = normals[sound * 3 + k]!;
    }
  return { normals, sliverOf, thin };
}

/** The triangle on the other side of side k of a triangle, or -1. */
function across(t: number, k: number, triangleEdges: Uint32Array, edgeFaces: Int32Array): number {
  const e = triangleEdges[t * 3 + k]!;
  return edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
}

/** The longest side of a triangle, or the longest but `not`. */
function longestSide(vertices: Float64Array, triangles: Uint32Array, t: number, not = -1): number {
  let best = -1;
  let longest = -1;
  for (let k = 0; k < 3; k++) {
    if (k === not) continue;
    const a = triangles[t * 3 + k]! * 3,
      b = triangles[t * 3 + ((k + 1) % 3)]! * 3;
    const l = (vertices[a]! - vertices[b]!) ** 2 + (vertices[a + 1]! - vertices[b + 1]!) ** 2 + (vertices[a + 2]! - vertices[b + 2]!) ** 2;
    if (l > longest) {
      longest = l;
      best = k;
    }
  }
  return best;
}

/** What is needed of a scene that is still being made. */
export interface ThinMeshes {
  readonly vertices: Float64Array;
  readonly triangles: Uint32Array;
  readonly triangleEdges: Uint32Array;
  readonly edgeVertices: Uint32Array;
  readonly edgeFaces: Int32Array;
}

/**
 * Creases at thin faces, in place, in `edgeKind`: one is real where the sound faces beyond it on both sides differ by more than 20°, else
 * the edge is smooth: the direction of so thin a face is noise. Where a valley runs along the thin face whose other side is a ridge (a
 * ledge of some hundredths of a millimetre), the line is that of the ridge. Cost: the edges of thin faces.
 */
export function settleThinFaces(meshes: ThinMeshes, { normals, sliverOf, thin }: Faces, edgeKind: Uint8Array): void {
  const { vertices, triangles, triangleEdges, edgeVertices, edgeFaces } = meshes;
  for (let t = 0; t < thin.length; t++) {
    if (!thin[t]) continue;
    for (let k = 0; k < 3; k++) {
      const e = triangleEdges[t * 3 + k]!;
      if (edgeKind[e] !== EdgeKind.crease) continue;
      const other = across(t, k, triangleEdges, edgeFaces);
      const [beyond, back] = [soundFrom(other, e), soundFrom(t, e)];
      if (beyond < 0 || back < 0) continue;
      if (cosOf(beyond, back) > SMOOTH_COS || (isValley(t, other, e) && hasRidge(t, k))) edgeKind[e] = EdgeKind.smooth;
    }
  }

  /** The first sound face from a triangle on, away from an edge, over the long sides of thin ones; -1 where there is none. */
  function soundFrom(first: number, from: number): number {
    let [t, e] = [first, from];
    for (let step = 0; step < WALK && t >= 0; step++) {
      if (!thin[t] && sliverOf[t]! < 0) return t;
      const came = [0, 1, 2].find((k) => triangleEdges[t * 3 + k] === e)!;
      const k = longestSide(vertices, triangles, t, came);
      e = triangleEdges[t * 3 + k]!;
      t = across(t, k, triangleEdges, edgeFaces);
    }
    return -1;
  }

  function cosOf(a: number, b: number): number {
    return normals[a * 3]! * normals[b * 3]! + normals[a * 3 + 1]! * normals[b * 3 + 1]! + normals[a * 3 + 2]! * normals[b * 3 + 2]!;
  }

  /** Whether the far corner of the face across an edge lies above the plane of a face. */
  function isValley(t: number, other: number, e: number): boolean {
    const [low, high] = [edgeVertices[e * 2]!, edgeVertices[e * 2 + 1]!];
    const far = triangles[other * 3]! + triangles[other * 3 + 1]! + triangles[other * 3 + 2]! - low - high;
    let d = 0;
    for (let i = 0; i < 3; i++) d += normals[t * 3 + i]! * (vertices[far * 3 + i]! - vertices[low * 3 + i]!);
    return d > 0;
  }

  /** Whether the band that a thin face belongs to is bounded by a ridge on its other side. */
  function hasRidge(t: number, side: number): boolean {
    let [at, came] = [t, side];
    for (let step = 0; step < WALK; step++) {
      const k = longestSide(vertices, triangles, at, came);
      const e = triangleEdges[at * 3 + k]!;
      const next = across(at, k, triangleEdges, edgeFaces);
      if (next < 0) return false;
      if (edgeKind[e] === EdgeKind.crease) return !isValley(at, next, e);
      if (!thin[next]) return false;
      came = [0, 1, 2].find((i) => triangleEdges[next * 3 + i] === e)!;
      at = next;
    }
    return false;
  }
}

/**
 * The EdgeKind of each edge, from the normals of its faces; see the tolerances for the angles. `shallow` are the creases, in
 * ascending order, that bend by no more than coarse facets may.
 */
export function classifyEdges(
  vertices: Float64Array,
  triangles: Uint32Array,
  normals: Float64Array,
  edgeVertices: Uint32Array,
  edgeFaces: Int32Array,
): { readonly edgeKind: Uint8Array; readonly shallow: readonly number[] } {
  const count = edgeFaces.length / 2;
  const edgeKind = new Uint8Array(count);
  const shallow: number[] = [];
  for (let e = 0; e < count; e++) {
    const a = edgeFaces[e * 2]!,
      b = edgeFaces[e * 2 + 1]!;
    if (a < 0) continue; // merged into another record: never drawn
    if (b < 0) {
      edgeKind[e] = EdgeKind.border;
      continue;
    }
    const cos = normals[a * 3]! * normals[b * 3]! + normals[a * 3 + 1]! * normals[b * 3 + 1]! + normals[a * 3 + 2]! * normals[b * 3 + 2]!;
    if (cos > FLAT_COS) continue;
    if (cos > COPLANAR_COS || (cos > SMOOTH_COS && liesIn(a, b, e))) edgeKind[e] = EdgeKind.faint;
    else if (cos > SMOOTH_COS) edgeKind[e] = EdgeKind.smooth;
    else {
      edgeKind[e] = EdgeKind.crease;
      if (cos > COARSE_COS) shallow.push(e);
    }
  }
  return { edgeKind, shallow };

  // Two wide, low faces of one plane may have normals that differ by noise: ask how far their far corners leave the other plane.
  function liesIn(a: number, b: number, e: number): boolean {
    return farCorner(a, b, e) < DEPTH / 2 && farCorner(b, a, e) < DEPTH / 2;
  }
  function farCorner(plane: number, face: number, e: number): number {
    const low = edgeVertices[e * 2]!,
      high = edgeVertices[e * 2 + 1]!;
    const far = triangles[face * 3]! + triangles[face * 3 + 1]! + triangles[face * 3 + 2]! - low - high;
    let d = 0;
    for (let k = 0; k < 3; k++) d += normals[plane * 3 + k]! * (vertices[far * 3 + k]! - vertices[low * 3 + k]!);
    return Math.abs(d);
  }
}

import { COARSE_COS, COPLANAR_COS, DEPTH, FLAT_COS, SMOOTH_COS } from '../geometry/tolerances';
import { EdgeKind } from './scene';

/** A triangle lower than this is a sliver: its own normal is noise. Ten welds. */
const SLIVER = 1e-4;

/**
 * Unit normals of triangles; a sliver takes the normal of its neighbour across its longest edge.
 * Returns normals (three each) and for each triangle -1 or the triangle that stands for it.
 */
export function faceNormals(
  vertices: Float64Array,
  triangles: Uint32Array,
  triangleEdges: Uint32Array,
  edgeFaces: Int32Array,
): { normals: Float64Array; sliverOf: Int32Array } {
  const count = triangles.length / 3;
  const normals = new Float64Array(triangles.length);
  const sliverOf = new Int32Array(count).fill(-1);
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
    if (twice < SLIVER * longest) slivers.push(t);
  }
  // Twice, so that a sliver beside a sliver finds its way to a sound face.
  for (let round = 0; round < 3; round++)
    for (const t of slivers) {
      const other = acrossLongest(t);
      if (other < 0 || other === t) continue;
      const sound = sliverOf[other]! >= 0 ? sliverOf[other]! : other;
      if (sound === t) continue;
      sliverOf[t] = sound;
      for (let k = 0; k < 3; k++) normals[t * 3 + k] = normals[sound * 3 + k]!;
    }
  return { normals, sliverOf };

  function acrossLongest(t: number): number {
    let best = -1;
    let longest = -1;
    for (let k = 0; k < 3; k++) {
      const a = triangles[t * 3 + k]! * 3,
        b = triangles[t * 3 + ((k + 1) % 3)]! * 3;
      const l =
        (vertices[a]! - vertices[b]!) ** 2 + (vertices[a + 1]! - vertices[b + 1]!) ** 2 + (vertices[a + 2]! - vertices[b + 2]!) ** 2;
      if (l > longest) {
        longest = l;
        const e = triangleEdges[t * 3 + k]!;
        best = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
      }
    }
    return best;
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

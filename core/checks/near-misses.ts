import { EdgeKind, type Scene } from '../scene/scene';

/**
 * The smallest gap between two parts, metres, up to `reach`; Infinity for more. Two bodies that do not meet are nearest to each
 * other at a corner and a face, or at two edges (bars that cross one above the other).
 */
export function gapBetween(scene: Scene, p: number, q: number, reach: number): number {
  return Math.min(cornersToFaces(scene, p, q, reach), cornersToFaces(scene, q, p, reach), edgesToEdges(scene, p, q, reach));
}

/** Whether some corners, as places in the list of vertices, have a box that comes within `reach` of a part's. */
function isNearPart({ vertices, partBounds: b }: Scene, corners: readonly number[], part: number, reach: number): boolean {
  for (let k = 0; k < 3; k++) {
    let [low, high] = [Infinity, -Infinity];
    for (const v of corners) {
      low = Math.min(low, vertices[v + k]!);
      high = Math.max(high, vertices[v + k]!);
    }
    if (low > b[part * 6 + 3 + k]! + reach || high < b[part * 6 + k]! - reach) return false;
  }
  return true;
}

function cornersToFaces(scene: Scene, p: number, q: number, reach: number): number {
  const { vertices, triangles, partVertexStart, partTriangleStart } = scene;
  const corners: number[] = [];
  for (let v = partVertexStart[p]!; v < partVertexStart[p + 1]!; v++) if (isNearPart(scene, [v * 3], q, reach)) corners.push(v * 3);
  let least = Infinity;
  for (let t = partTriangleStart[q]!; corners.length && t < partTriangleStart[q + 1]!; t++) {
    const [a, b, c] = [triangles[t * 3]! * 3, triangles[t * 3 + 1]! * 3, triangles[t * 3 + 2]! * 3];
    if (!isNearPart(scene, [a, b, c], p, reach)) continue;
    for (const v of corners) least = Math.min(least, toTriangle(vertices, v, a, b, c));
  }
  return least <= reach ? least : Infinity;
}

function edgesToEdges(scene: Scene, p: number, q: number, reach: number): number {
  const { vertices } = scene;
  const [own, others] = [edgesNear(scene, p, q, reach), edgesNear(scene, q, p, reach)];
  let least = Infinity;
  for (let i = 0; i < own.length; i += 2)
    for (let j = 0; j < others.length; j += 2)
      least = Math.min(least, betweenEdges(vertices, own[i]!, own[i + 1]!, others[j]!, others[j + 1]!));
  return least <= reach ? least : Infinity;
}

/** The edges of a part that come near another: the places of both ends of each, those within flat faces left out. */
function edgesNear(scene: Scene, part: number, other: number, reach: number): number[] {
  const { edgeVertices, edgeKind, partEdgeStart } = scene;
  const out: number[] = [];
  for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
    const ends = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3] as const;
    if (edgeKind[e]! > EdgeKind.faint && isNearPart(scene, ends, other, reach)) out.push(...ends);
  }
  return out;
}

/**
 * Distance of two edges where both are passed between their ends, else Infinity: what is nearest at an end is found from its corner.
 * Method: the common perpendicular of two lines.
 */
function betweenEdges(x: Float64Array, a: number, b: number, c: number, d: number): number {
  const u = [x[b]! - x[a]!, x[b + 1]! - x[a + 1]!, x[b + 2]! - x[a + 2]!] as const,
    v = [x[d]! - x[c]!, x[d + 1]! - x[c + 1]!, x[d + 2]! - x[c + 2]!] as const,
    w = [x[c]! - x[a]!, x[c + 1]! - x[a + 1]!, x[c + 2]! - x[a + 2]!] as const;
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
  const square = n[0] * n[0] + n[1] * n[1] + n[2] * n[2];
  if (!(square > 0)) return Infinity;
  // places along both, from the volume that each spans with the way between them
  const s = (w[0] * (v[1] * n[2] - v[2] * n[1]) + w[1] * (v[2] * n[0] - v[0] * n[2]) + w[2] * (v[0] * n[1] - v[1] * n[0])) / square;
  const t = (w[0] * (u[1] * n[2] - u[2] * n[1]) + w[1] * (u[2] * n[0] - u[0] * n[2]) + w[2] * (u[0] * n[1] - u[1] * n[0])) / square;
  if (s < 0 || s > 1 || t < 0 || t > 1) return Infinity;
  return Math.abs(w[0] * n[0] + w[1] * n[1] + w[2] * n[2]) / Math.sqrt(square);
}

/**
 * Distance of a corner from a triangle, all as places in `x`.
 * Method: the regions of a triangle after C. Ericson, Real-Time Collision Detection, 2005, 5.1.5.
 */
function toTriangle(x: Float64Array, p: number, a: number, b: number, c: number): number {
  const ab = [x[b]! - x[a]!, x[b + 1]! - x[a + 1]!, x[b + 2]! - x[a + 2]!] as const,
    ac = [x[c]! - x[a]!, x[c + 1]! - x[a + 1]!, x[c + 2]! - x[a + 2]!] as const;
  const from = (o: number) => [x[p]! - x[o]!, x[p + 1]! - x[o + 1]!, x[p + 2]! - x[o + 2]!] as const;
  const dot = (u: readonly number[], v: readonly number[]) => u[0]! * v[0]! + u[1]! * v[1]! + u[2]! * v[2]!;
  const [ap, bp, cp] = [from(a), from(b), from(c)];
  const [d1, d2, d3, d4, d5, d6] = [dot(ab, ap), dot(ac, ap), dot(ab, bp), dot(ac, bp), dot(ab, cp), dot(ac, cp)];
  const at = (v: number, w: number) =>
    Math.hypot(ap[0] - ab[0] * v - ac[0] * w, ap[1] - ab[1] * v - ac[1] * w, ap[2] - ab[2] * v - ac[2] * w);
  if (d1 <= 0 && d2 <= 0) return at(0, 0);
  if (d3 >= 0 && d4 <= d3) return at(1, 0);
  if (d6 >= 0 && d5 <= d6) return at(0, 1);
  const vc = d1 * d4 - d3 * d2,
    vb = d5 * d2 - d1 * d6,
    va = d3 * d6 - d5 * d4;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return at(d1 / (d1 - d3), 0);
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return at(0, d2 / (d2 - d6));
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    const w = (d4 - d3) / (d4 - d3 + (d5 - d6));
    return at(1 - w, w);
  }
  const sum = va + vb + vc;
  return at(vb / sum, vc / sum);
}

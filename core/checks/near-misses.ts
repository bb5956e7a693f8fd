import type { Scene } from '../scene/scene';

/** The smallest gap between the corners of two parts and each other's faces, metres, up to `reach`; Infinity for more. */
export function gapBetween(scene: Scene, p: number, q: number, reach: number): number {
  return Math.min(oneWay(scene, p, q, reach), oneWay(scene, q, p, reach));
}

function oneWay(
  { vertices, triangles, partVertexStart, partTriangleStart, partBounds: b }: Scene,
  p: number,
  q: number,
  reach: number,
): number {
  const corners: number[] = [];
  for (let v = partVertexStart[p]!; v < partVertexStart[p + 1]!; v++) {
    let isNear = true;
    for (let k = 0; k < 3 && isNear; k++) {
      const x = vertices[v * 3 + k]!;
      isNear = x >= b[q * 6 + k]! - reach && x <= b[q * 6 + 3 + k]! + reach;
    }
    if (isNear) corners.push(v * 3);
  }
  if (!corners.length) return Infinity;
  const near: number[] = [];
  for (let t = partTriangleStart[q]!; t < partTriangleStart[q + 1]!; t++) {
    let isNear = true;
    for (let k = 0; k < 3 && isNear; k++) {
      const [x, y, z] = [
        vertices[triangles[t * 3]! * 3 + k]!,
        vertices[triangles[t * 3 + 1]! * 3 + k]!,
        vertices[triangles[t * 3 + 2]! * 3 + k]!,
      ];
      isNear = Math.min(x, y, z) <= b[p * 6 + 3 + k]! + reach && Math.max(x, y, z) >= b[p * 6 + k]! - reach;
    }
    if (isNear) near.push(t);
  }
  let least = Infinity;
  for (const v of corners)
    for (const t of near) {
      const d = toTriangle(vertices, v, triangles[t * 3]! * 3, triangles[t * 3 + 1]! * 3, triangles[t * 3 + 2]! * 3);
      if (d < least) least = d;
    }
  return least <= reach ? least : Infinity;
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

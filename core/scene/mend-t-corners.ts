import { WELD } from '../geometry/tolerances';
import type { Adjacency } from './adjacency';

/** A part with more borders than this is open by design (a terrain), not by mistake. */
const MOST = 3000;

/**
 * Closes T-corners: where a corner of a part lies on a border edge of the same part (within WELD), the edge's triangle is split
 * there, so that the two sides of the seam have the same corners. Triangulations of profiles with several holes leave such seams.
 * Returns new triangles and part offsets, or null when nothing was to mend. Cost: borders squared within a part, for open parts only.
 */
export function mendTCorners(vertices: Float64Array, edges: Adjacency): { triangles: Uint32Array; partTriangleStart: Uint32Array } | null {
  const splits = new Map<number, Map<number, number[]>>();
  for (let part = 0; part < edges.partBorders.length; part++) {
    if (!edges.partBorders[part] || edges.partBorders[part]! > MOST) continue;
    const borders: number[] = [];
    const corners = new Set<number>();
    for (let e = edges.partEdgeStart[part]!; e < edges.partEdgeStart[part + 1]!; e++)
      if (edges.edgeFaces[e * 2 + 1]! < 0 && edges.edgeFaces[e * 2]! >= 0) {
        borders.push(e);
        corners.add(edges.edgeVertices[e * 2]!).add(edges.edgeVertices[e * 2 + 1]!);
      }
    for (const e of borders) {
      const on = cornersOn(vertices, edges.edgeVertices[e * 2]!, edges.edgeVertices[e * 2 + 1]!, corners);
      if (!on.length) continue;
      const t = edges.edgeFaces[e * 2]!;
      const own = splits.get(t) ?? new Map<number, number[]>();
      own.set(e, on);
      splits.set(t, own);
    }
  }
  if (!splits.size) return null;
  const triangles: number[] = [];
  const partTriangleStart = new Uint32Array(edges.partTriangleStart.length);
  for (let part = 0; part < edges.partBorders.length; part++) {
    for (let t = edges.partTriangleStart[part]!; t < edges.partTriangleStart[part + 1]!; t++) {
      const outline: number[] = [];
      for (let k = 0; k < 3; k++) {
        const from = edges.triangles[t * 3 + k]!,
          to = edges.triangles[t * 3 + ((k + 1) % 3)]!;
        outline.push(from);
        const on = splits.get(t)?.get(edges.triangleEdges[t * 3 + k]!);
        if (on) outline.push(...(from < to ? on : [...on].reverse()));
      }
      if (outline.length === 3) triangles.push(...outline);
      else fan(vertices, outline, triangles);
    }
    partTriangleStart[part + 1] = triangles.length / 3;
  }
  return { triangles: Uint32Array.from(triangles), partTriangleStart };
}

/** Corners on the open segment from low to high, in that order. */
function cornersOn(vertices: Float64Array, low: number, high: number, corners: ReadonlySet<number>): number[] {
  const at = (v: number, k: number) => vertices[v * 3 + k]!;
  const d = [at(high, 0) - at(low, 0), at(high, 1) - at(low, 1), at(high, 2) - at(low, 2)] as const;
  const length = Math.hypot(...d);
  const on: [number, number][] = [];
  for (const c of corners) {
    if (c === low || c === high) continue;
    const p = [at(c, 0) - at(low, 0), at(c, 1) - at(low, 1), at(c, 2) - at(low, 2)] as const;
    const along = (p[0] * d[0] + p[1] * d[1] + p[2] * d[2]) / length;
    if (along <= WELD || along >= length - WELD) continue;
    const off = Math.hypot(p[0] - (d[0] * along) / length, p[1] - (d[1] * along) / length, p[2] - (d[2] * along) / length);
    if (off <= WELD) on.push([along, c]);
  }
  return on.sort((a, b) => a[0] - b[0]).map(([, c]) => c);
}

/** Triangulates a triangle with extra corners on its sides: cuts off ears that are not flat. */
function fan(vertices: Float64Array, outline: readonly number[], out: number[]): void {
  const ring = [...outline];
  while (ring.length > 3) {
    const k = ring.findIndex(
      (_, i) =>
        !isFlat(vertices, ring.at(i - 1)!, ring[i]!, ring[(i + 1) % ring.length]!) &&
        (ring.length > 4 || !isFlat(vertices, ring.at(i - 1)!, ring[(i + 1) % ring.length]!, ring[(i + 2) % ring.length]!)),
    );
    if (k < 0) break;
    out.push(ring.at(k - 1)!, ring[k]!, ring[(k + 1) % ring.length]!);
    ring.splice(k, 1);
  }
  if (ring.length === 3) out.push(...ring);
}

function isFlat(vertices: Float64Array, a: number, b: number, c: number): boolean {
  const at = (v: number, k: number) => vertices[v * 3 + k]!;
  const p = [at(b, 0) - at(a, 0), at(b, 1) - at(a, 1), at(b, 2) - at(a, 2)] as const;
  const q = [at(c, 0) - at(a, 0), at(c, 1) - at(a, 1), at(c, 2) - at(a, 2)] as const;
  const n = Math.hypot(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]);
  return n <= WELD * Math.max(Math.hypot(...p), Math.hypot(...q));
}

import { WELD } from '../geometry/numbers/tolerances';
import type { Adjacency } from './adjacency';

/** A part with more borders than this is open by design (a terrain), not by mistake. */
const MOST = 3000;

interface Mended {
  readonly triangles: Uint32Array;
  readonly partTriangleStart: Uint32Array;
  readonly parts: Uint8Array;
}

/**
 * Closes T-corners: where a corner of a part lies on a border edge of the same part (within WELD), the edge's triangle is split
 * there, so that the two sides of the seam have the same corners. Triangulations of profiles with several holes leave such seams.
 * Returns new triangles and part offsets, and which parts (1) were mended, or null when nothing was to mend. A flat triangle along
 * a seam goes, and leaves the edge behind it to be mended next: see to those parts again. Cost: borders squared within a part, for
 * open parts only.
 * @param among parts (1) that are looked at; all where it is not given
 */
export function mendTCorners(vertices: Float64Array, edges: Adjacency, among?: Uint8Array): Mended | null {
  const splits = new Map<number, Map<number, number[]>>();
  const parts = new Uint8Array(edges.partBorders.length);
  for (let part = 0; part < edges.partBorders.length; part++) {
    if (!edges.partBorders[part] || edges.partBorders[part]! > MOST || among?.[part] === 0) continue;
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
      parts[part] = 1;
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
  return { triangles: Uint32Array.from(triangles), partTriangleStart, parts };
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

/** Triangulates a triangle with extra corners on its sides: cuts off ears that are not flat, and leave nothing that is flat as a whole. */
function fan(vertices: Float64Array, outline: readonly number[], out: number[]): void {
  let ring = [...outline];
  const isEar = (of: readonly number[], i: number) => !isFlat(vertices, of.at(i - 1)!, of[i]!, of[(i + 1) % of.length]!);
  while (ring.length > 3) {
    const k = ring.findIndex((_, i) => isEar(ring, i) && ring.toSpliced(i, 1).some((_corner, n, rest) => isEar(rest, n)));
    if (k < 0) break;
    out.push(ring.at(k - 1)!, ring[k]!, ring[(k + 1) % ring.length]!);
    ring = ring.toSpliced(k, 1);
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

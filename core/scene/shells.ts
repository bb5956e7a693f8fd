import { UnionFind } from '../geometry/union-find';
import type { Scene } from './scene';

/** The pieces into which the surface of a part falls: triangles that hang together over edges. */
export interface Shells {
  readonly part: number;
  /** The triangles of each shell, ascending. */
  readonly triangles: readonly (readonly number[])[];
  /** 1 for each loose sheet, in a part that is a crowd of them: foliage, grass, chippings. */
  readonly sheets?: Uint8Array;
}

/** Open shells of at most this many triangles may be leaves. */
const LEAF = 4;
/** A part with more of them is a crowd. */
const CROWD = 400;

/**
 * The parts whose surfaces fall into several shells (readers deliver groups of bodies as one), with the triangles of each.
 * Cost: about one visit to each edge (union and find).
 */
export function severalShells({
  triangleEdges,
  edgeFaces,
  partTriangleStart,
  partEdgeStart,
}: Pick<Scene, 'triangleEdges' | 'edgeFaces' | 'partTriangleStart' | 'partEdgeStart'>): Shells[] {
  const out: Shells[] = [];
  const sets = new UnionFind(triangleEdges.length / 3);
  for (let part = 0; part + 1 < partTriangleStart.length; part++) {
    const from = partTriangleStart[part]!,
      to = partTriangleStart[part + 1]!;
    let shells = to - from;
    for (let e = partEdgeStart[part]!; shells > 1 && e < partEdgeStart[part + 1]!; e++) {
      const s = edgeFaces[e * 2]!,
        t = edgeFaces[e * 2 + 1]!;
      if (s < 0 || t < 0) continue;
      if (sets.join(s, t)) shells--;
    }
    if (shells < 2) continue;
    const number = new Map<number, number>();
    const triangles: number[][] = [];
    for (let t = from; t < to; t++) {
      const first = sets.of(t);
      let n = number.get(first);
      if (n === undefined) {
        number.set(first, (n = triangles.length));
        triangles.push([]);
      }
      triangles[n]!.push(t);
    }
    const sheets = Uint8Array.from(triangles, (own) => (own.length <= LEAF && own.some(isOpen) ? 1 : 0));
    const isCrowd = sheets.reduce((sum, is) => sum + is, 0) > CROWD;
    out.push(isCrowd ? { part, triangles, sheets } : { part, triangles });
  }
  return out;

  function isOpen(t: number): boolean {
    for (let k = t * 3; k < t * 3 + 3; k++) if (edgeFaces[triangleEdges[k]! * 2 + 1]! < 0) return true;
    return false;
  }
}

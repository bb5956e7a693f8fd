import { UnionFind } from '../geometry/union-find';
import type { RoundMeshes } from './curved-strips';
import { EdgeKind } from './scene';

/** Which flat face each triangle of a part belongs to: triangles joined over coplanar and faint edges share the number of one of them. */
export function flatFaces({ triangleEdges, edgeFaces, partTriangleStart }: RoundMeshes, part: number, edgeKind: Uint8Array): Uint32Array {
  const first = partTriangleStart[part]!;
  const count = partTriangleStart[part + 1]! - first;
  const sets = new UnionFind(count);
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 3; k++) {
      const e = triangleEdges[(first + t) * 3 + k]!;
      const other = edgeFaces[e * 2 + 1]!;
      if (edgeKind[e]! > EdgeKind.faint || other < 0 || edgeFaces[e * 2]! < 0) continue;
      sets.join(t, (edgeFaces[e * 2] === first + t ? other : edgeFaces[e * 2]!) - first);
    }
  return Uint32Array.from({ length: count }, (_, t) => sets.of(t));
}

/** The edges of each face: those of face f are items[start[f]] up to items[start[f + 1]]. */
export function edgesOfFaces(sides: Uint32Array, faces: number): { start: Uint32Array; items: Uint32Array } {
  const start = new Uint32Array(faces + 1);
  for (const f of sides) start[f + 1]!++;
  for (let f = 0; f < faces; f++) start[f + 1]! += start[f]!;
  const items = new Uint32Array(sides.length);
  const cursor = start.slice();
  for (let i = 0; i < sides.length; i++) items[cursor[sides[i]!]!++] = i >> 1;
  return { start, items };
}

/** Of each face the number of faces that hang together with it over the edges in question. */
export function patches(sides: Uint32Array, faces: number): Uint32Array {
  const sets = new UnionFind(faces);
  for (let k = 0; k < sides.length; k += 2) sets.join(sides[k]!, sides[k + 1]!);
  const size = new Uint32Array(faces);
  for (let f = 0; f < faces; f++) size[sets.of(f)]!++;
  return size.map((_, f) => size[sets.of(f)]!);
}

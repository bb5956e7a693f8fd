import type { Adjacency } from './adjacency';

/**
 * Turns over the triangles of a shell that look another way than their neighbours, part by part: from the first triangle of each
 * shell the winding is carried over every edge of two faces. A shell on which that cannot be done (a strip with one side only)
 * stays as it is. Returns new triangles, or null when nothing was to mend. Cost: one visit to each triangle of parts that have
 * such edges.
 */
export function mendFlips({
  triangles,
  triangleEdges,
  edgeFaces,
  edgeVertices,
  partTriangleStart,
  partMixed,
}: Adjacency): Uint32Array | null {
  let mended: Uint32Array | null = null;
  if (!partMixed.includes(1)) return null;
  const state = new Int8Array(triangles.length / 3);
  for (let part = 0; part + 1 < partTriangleStart.length; part++) {
    if (!partMixed[part]) continue;
    for (let first = partTriangleStart[part]!; first < partTriangleStart[part + 1]!; first++) {
      if (state[first]) continue;
      const shell = carry(first);
      if (!shell) continue;
      const turned = shell.filter((t) => state[t] === -1);
      // the fewer go over
      const sign = turned.length * 2 > shell.length ? 1 : -1;
      for (const t of shell) {
        if (state[t] !== sign) continue;
        mended ??= triangles.slice();
        [mended[t * 3 + 1], mended[t * 3 + 2]] = [mended[t * 3 + 2]!, mended[t * 3 + 1]!];
      }
    }
  }
  return mended;

  /** Gives each triangle of a shell 1 or -1; null where one would need both. */
  function carry(first: number): number[] | null {
    const shell = [first];
    state[first] = 1;
    let isTwoSided = true;
    for (let i = 0; i < shell.length; i++) {
      const t = shell[i]!;
      for (let k = t * 3; k < t * 3 + 3; k++) {
        const e = triangleEdges[k]!;
        const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
        if (other < 0) continue;
        const wanted = (runsUp(t, e) === runsUp(other, e) ? -state[t]! : state[t]!) as 1 | -1;
        if (!state[other]) {
          state[other] = wanted;
          shell.push(other);
        } else if (state[other] !== wanted) isTwoSided = false;
      }
    }
    return isTwoSided ? shell : null;
  }

  /** Whether a triangle runs through an edge from its lower corner to its higher. */
  function runsUp(t: number, e: number): boolean {
    const low = edgeVertices[e * 2]!,
      high = edgeVertices[e * 2 + 1]!;
    const a = triangles[t * 3]!,
      b = triangles[t * 3 + 1]!,
      c = triangles[t * 3 + 2]!;
    return (a === low && b === high) || (b === low && c === high) || (c === low && a === high);
  }
}

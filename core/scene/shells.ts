import type { Scene } from './scene';

/** The pieces into which the surface of a part falls: triangles that hang together over edges. */
export interface Shells {
  readonly part: number;
  /** The triangles of each shell, ascending. */
  readonly triangles: readonly (readonly number[])[];
}

/**
 * The parts whose surfaces fall into several shells (readers deliver groups of bodies as one), with the triangles of each.
 * Cost: one visit to each triangle.
 */
export function severalShells({
  triangleEdges,
  edgeFaces,
  partTriangleStart,
}: Pick<Scene, 'triangleEdges' | 'edgeFaces' | 'partTriangleStart'>): Shells[] {
  const out: Shells[] = [];
  const shell = new Int32Array(triangleEdges.length / 3).fill(-1);
  const stack: number[] = [];
  for (let part = 0; part + 1 < partTriangleStart.length; part++) {
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    let shells = 0;
    for (let first = from; first < to; first++) {
      if (shell[first]! >= 0) continue;
      shell[first] = shells;
      stack.push(first);
      while (stack.length) {
        const t = stack.pop()!;
        for (let k = t * 3; k < t * 3 + 3; k++) {
          const e = triangleEdges[k]! * 2;
          const other = edgeFaces[e] === t ? edgeFaces[e + 1]! : edgeFaces[e]!;
          if (other < 0 || shell[other]! >= 0) continue;
          shell[other] = shells;
          stack.push(other);
        }
      }
      shells++;
    }
    if (shells < 2) continue;
    const triangles: number[][] = Array.from({ length: shells }, () => []);
    for (let t = from; t < to; t++) triangles[shell[t]!]!.push(t);
    out.push({ part, triangles });
  }
  return out;
}

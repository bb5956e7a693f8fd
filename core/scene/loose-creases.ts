import { EdgeKind } from './scene';

/** What is needed of a scene that is still being made. */
interface Meshes {
  readonly vertices: Float64Array;
  readonly normals: Float64Array;
  readonly edgeVertices: Uint32Array;
  readonly edgeFaces: Int32Array;
  readonly partEdgeStart: Uint32Array;
}

/** Cosine of the largest angle (40°) by which facets of something round and coarsely divided are seen to bend by accident. */
const COARSE_COS = Math.cos((40 * Math.PI) / 180);
/** A larger net of creases is none of accident. */
const MOST = 64;

/**
 * Creases that hang on nothing become smooth, in place, in `edgeKind`. In doubly curved, filleted or scanned surfaces some joints
 * of coarse facets bend by more than a smooth one may; they begin and end within the surface. What a drafter would draw either
 * closes a loop, or ends at another crease or at a border: one end is enough to keep all that hangs together.
 * Cost: linear in the sharp edges of parts that have smooth ones. Ours.
 */
export function smoothLooseCreases({ vertices, normals, edgeVertices, edgeFaces, partEdgeStart }: Meshes, edgeKind: Uint8Array): void {
  const degree = new Uint32Array(vertices.length / 3);
  for (let part = 0; part + 1 < partEdgeStart.length; part++) {
    const [from, to] = [partEdgeStart[part]!, partEdgeStart[part + 1]!];
    let isRound = false;
    for (let e = from; e < to && !isRound; e++) isRound = edgeKind[e] === EdgeKind.smooth;
    if (!isRound) continue;
    const sharp: number[] = [];
    for (let e = from; e < to; e++) if (edgeKind[e]! > EdgeKind.smooth) sharp.push(e);
    for (const e of sharp) for (let end = 0; end < 2; end++) degree[edgeVertices[e * 2 + end]!]!++;
    const ends = sharp.filter((e) => isShallow(e) && (isEnd(e, 0) || isEnd(e, 1)));
    if (!ends.length) continue;
    const nets = new Nets(edgeVertices, sharp);
    for (const e of ends) for (const loose of nets.tree(e, isShallow)) edgeKind[loose] = EdgeKind.smooth;
  }

  function isEnd(e: number, end: number): boolean {
    return degree[edgeVertices[e * 2 + end]!] === 1;
  }

  function isShallow(e: number): boolean {
    const [a, b] = [edgeFaces[e * 2]! * 3, edgeFaces[e * 2 + 1]! * 3];
    if (b < 0) return false;
    return normals[a]! * normals[b]! + normals[a + 1]! * normals[b + 1]! + normals[a + 2]! * normals[b + 2]! > COARSE_COS;
  }
}

/** The nets in which sharp edges of a part hang together at their corners. */
class Nets {
  private readonly at = new Map<number, number[]>();
  /** The first edge of the net that an edge was counted to. */
  private readonly netOf = new Map<number, number>();

  constructor(
    private readonly edgeVertices: Uint32Array,
    sharp: readonly number[],
  ) {
    for (const e of sharp)
      for (let end = 0; end < 2; end++) {
        const corner = edgeVertices[e * 2 + end]!;
        const there = this.at.get(corner);
        if (there) there.push(e);
        else this.at.set(corner, [e]);
      }
  }

  /** The edges of the net that an edge belongs to, if it has no loop and all of them are right; else none. */
  tree(first: number, isRight: (e: number) => boolean): readonly number[] {
    if (this.netOf.has(first)) return [];
    const net = [first];
    const corners = new Set<number>();
    this.netOf.set(first, first);
    for (const at of net) {
      if (!isRight(at) || net.length > MOST) return [];
      for (let end = 0; end < 2; end++) {
        const corner = this.edgeVertices[at * 2 + end]!;
        if (corners.has(corner)) continue;
        corners.add(corner);
        for (const e of this.at.get(corner)!) {
          const other = this.netOf.get(e);
          // what was given up before, from another end
          if (other !== undefined && other !== first) return [];
          if (other === undefined) net.push(e);
          this.netOf.set(e, first);
        }
      }
    }
    // a tree has one corner more than edges
    return corners.size === net.length + 1 ? net : [];
  }
}

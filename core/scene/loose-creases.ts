import { EdgeKind } from './scene';

/** What is needed of a scene that is still being made. */
interface Meshes {
  readonly edgeVertices: Uint32Array;
  readonly partEdgeStart: Uint32Array;
}

/** A larger net of creases is none of accident. */
const MOST = 64;

/**
 * Creases that hang on nothing become smooth, in place, in `edgeKind`. In doubly curved, filleted or scanned surfaces some joints
 * of coarse facets bend by more than a smooth one may; they begin and end within the surface. What a drafter would draw either
 * closes a loop, or ends at another crease or at a border: one end is enough to keep all that hangs together.
 * `shallow` names the creases that may be such joints, in ascending order. Cost: linear in the sharp edges of parts that have them.
 * Ours.
 */
export function smoothLooseCreases({ edgeVertices, partEdgeStart }: Meshes, edgeKind: Uint8Array, shallow: readonly number[]): void {
  const isShallow = new Set(shallow);
  for (let k = 0, part = 0; k < shallow.length;) {
    while (partEdgeStart[part + 1]! <= shallow[k]!) part++;
    const end = partEdgeStart[part + 1]!;
    const own: number[] = [];
    for (; k < shallow.length && shallow[k]! < end; k++) if (edgeKind[shallow[k]!] === EdgeKind.crease) own.push(shallow[k]!);
    const [sharp, isRound] = sharpEdges(edgeKind, partEdgeStart[part]!, end);
    if (!isRound) continue;
    const nets = new Nets(edgeVertices, sharp);
    const isRight = (e: number) => isShallow.has(e) || edgeKind[e] === EdgeKind.surface;
    for (const e of own) for (const loose of nets.treeOf(e, isRight)) edgeKind[loose] = EdgeKind.smooth;
  }
}

/** The creases, borders and surface lines of a part, and whether it has anything round. */
function sharpEdges(edgeKind: Uint8Array, from: number, to: number): [sharp: number[], isRound: boolean] {
  const sharp: number[] = [];
  let isRound = false;
  for (let e = from; e < to; e++)
    if (edgeKind[e]! > EdgeKind.smooth) sharp.push(e);
    else if (edgeKind[e] === EdgeKind.smooth) isRound = true;
  return [sharp, isRound];
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
  treeOf(first: number, isRight: (e: number) => boolean): readonly number[] {
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

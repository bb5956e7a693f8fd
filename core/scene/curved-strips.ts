import { EdgeKind } from './scene';

/** What is needed of a scene that is still being made. */
export interface RoundMeshes {
  readonly vertices: Float64Array;
  readonly triangles: Uint32Array;
  readonly normals: Float64Array;
  readonly triangleEdges: Uint32Array;
  readonly edgeVertices: Uint32Array;
  readonly edgeFaces: Int32Array;
  readonly partTriangleStart: Uint32Array;
  readonly partEdgeStart: Uint32Array;
  /** How many times larger the scene is than its model. */
  readonly scale: number;
}

/** So many joints in a chain that all turn one way, or that part nothing but triangles, are those of a curved strip. */
const STRIP = 4;
/** A joint that bends by less says nothing of the way, radians. */
export const FLAT_JOINT = 0.01;
/** A strip is one of triangles where so much of it is. */
const MOSTLY = 0.7;

/** What is asked of joints to find strips: their faces and the joints of each face, their angles, and what they part and where they end. */
interface Joints {
  readonly sides: Uint32Array;
  readonly start: Uint32Array;
  readonly items: Uint32Array;
  readonly angle: Float64Array;
  readonly edges: Uint32Array;
  readonly edgeKind: Uint8Array;
  /** Whether an edge parts two triangles of which neither lies in one plane with another. */
  readonly isTriangle: (e: number) => boolean;
  /** Whether both ends of an edge lie at the rim of its surface. */
  readonly isAtRim: (e: number) => boolean;
}

/**
 * The joints (1) of curved strips: faces one behind the other, each with two joints, every joint from border to border of the strip. They
 * all turn one way, or part hardly anything but triangles. A fold stands alone, or parts faces of more than a triangle; joints that meet within
 * a surface (a hip roof) do not end at its rim.
 */
export function curvedStrips({ sides, start, items, angle, edges, edgeKind, isTriangle, isAtRim }: Joints): Uint8Array {
  const n = edges.length;
  const out = new Uint8Array(n);
  const isSeen = new Uint8Array(n);
  const jointsOf = (f: number) => {
    const own: number[] = [];
    for (let i = start[f]!; i < start[f + 1]!; i++) if (edgeKind[edges[items[i]!]!] === EdgeKind.smooth) own.push(items[i]!);
    return own;
  };
  for (let k = 0; k < n; k++) {
    if (isSeen[k] || edgeKind[edges[k]!] !== EdgeKind.smooth) continue;
    const chain = [k];
    isSeen[k] = 1;
    let isStrip = true;
    for (const first of [sides[k * 2]!, sides[k * 2 + 1]!])
      for (let at = k, face = first; ;) {
        const own = jointsOf(face);
        if (own.length > 2) isStrip = false;
        const next = own.length === 2 ? (own[0] === at ? own[1]! : own[0]!) : -1;
        if (next < 0 || isSeen[next]) break;
        isSeen[next] = 1;
        chain.push(next);
        face = sides[next * 2] === face ? sides[next * 2 + 1]! : sides[next * 2]!;
        at = next;
      }
    if (!isStrip || chain.length < STRIP || !chain.every((o) => isAtRim(edges[o]!))) continue;
    const bent = chain.filter((o) => Math.abs(angle[o]!) > FLAT_JOINT);
    const turnsOneWay = bent.every((o) => angle[o]! > 0 === angle[bent[0]!]! > 0);
    const triangles = chain.filter((o) => isTriangle(edges[o]!)).length;
    if (turnsOneWay || triangles >= MOSTLY * chain.length) for (const o of chain) out[o] = 1;
  }
  return out;
}

/** Which edges of a part end at creases or borders with both their ends. */
export function cornersAtRim({ edgeVertices, partEdgeStart }: RoundMeshes, part: number, edgeKind: Uint8Array): (e: number) => boolean {
  const rim = new Set<number>();
  for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++)
    if (edgeKind[e] === EdgeKind.crease || edgeKind[e] === EdgeKind.border) rim.add(edgeVertices[e * 2]!).add(edgeVertices[e * 2 + 1]!);
  return (e) => rim.has(edgeVertices[e * 2]!) && rim.has(edgeVertices[e * 2 + 1]!);
}

/** Which edges part two triangles that lie in one plane with no other: faint edges part planes too. */
export function trianglesAlone({ triangleEdges, edgeFaces }: RoundMeshes, edgeKind: Uint8Array): (e: number) => boolean {
  const isAlone = (t: number) => [0, 1, 2].every((k) => edgeKind[triangleEdges[t * 3 + k]!] !== EdgeKind.coplanar);
  return (e) => isAlone(edgeFaces[e * 2]!) && isAlone(edgeFaces[e * 2 + 1]!);
}

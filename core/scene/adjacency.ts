import { shortened } from './weld';

/**
 * Finds the edges of welded triangles. An edge record pairs two triangles that run through it in opposite directions;
 * what stays alone is paired with another lone record of the same corners (faces with mixed winding), else it is a border.
 * Edges are found through one linked list for each lower corner: no hash, and the lists are short.
 * A triangle that repeats another goes; two that lie face to face (the end faces of a full turn) both go, see `markRepeats`. They are
 * looked for only in parts in which some edge has more than two faces.
 */
export interface Adjacency {
  triangles: Uint32Array;
  triangleEdges: Uint32Array;
  partTriangleStart: Uint32Array;
  edgeVertices: Uint32Array;
  edgeFaces: Int32Array;
  partEdgeStart: Uint32Array;
  partClosed: Uint8Array;
  partBorders: Uint32Array;
  /** 1 for parts with faces that look different ways across an edge. */
  partMixed: Uint8Array;
}

/**
 * @param source three welded corners of each triangle; taken over where no triangle goes
 * @param sourcePartStart the first triangle of each part, and the end
 */
export function findEdges(source: Uint32Array, sourcePartStart: Uint32Array, vertexCount: number): Adjacency {
  const parts = sourcePartStart.length - 1;
  const count = source.length / 3;
  let triangles = source;
  const triangleEdges = new Uint32Array(source.length);
  const partTriangleStart = new Uint32Array(parts + 1);
  const partEdgeStart = new Uint32Array(parts + 1);
  const partClosed = new Uint8Array(parts);
  const partBorders = new Uint32Array(parts);
  const partMixed = new Uint8Array(parts);
  const head = new Int32Array(vertexCount).fill(-1);
  const next = new Int32Array(source.length);
  const ends = new Uint32Array(source.length * 2);
  const faces = new Int32Array(source.length * 2);
  /** 1 when the first triangle runs from the lower to the higher corner. */
  const forward = new Uint8Array(source.length);
  let repeated: Repeated | null = null;
  let edges = 0;
  let kept = 0;

  for (let part = 0; part < parts; part++) {
    const firstEdge = edges;
    const firstKept = kept;
    const [from, to] = [sourcePartStart[part]! * 3, sourcePartStart[part + 1]! * 3];
    if (addTriangles(from, to, null)) {
      edges = firstEdge;
      kept = firstKept;
      for (let s = from; s < to; s++) head[source[s]!] = -1;
      repeated ??= { head: new Int32Array(vertexCount).fill(-1), next: new Int32Array(count), dropped: new Uint8Array(count) };
      markRepeats(source, from, to, repeated);
      addTriangles(from, to, repeated.dropped);
    }
    let mixed = 0;
    let borders = 0;
    for (let e = firstEdge; e < edges; e++) {
      if (faces[e * 2 + 1]! >= 0) continue;
      const twin = loneTwin(e);
      if (twin < 0) borders++;
      else {
        // Merge the later record into this one; the later stays as an edge without a face and is never drawn.
        mixed++;
        const other = faces[twin * 2]!;
        faces[e * 2 + 1] = other;
        faces[twin * 2] = -2;
        for (let k = 0; k < 3; k++) if (triangleEdges[other * 3 + k] === twin) triangleEdges[other * 3 + k] = e;
      }
    }
    partClosed[part] = mixed === 0 && borders === 0 && kept > partTriangleStart[part]! ? 1 : 0;
    partBorders[part] = borders;
    partMixed[part] = mixed ? 1 : 0;
    partTriangleStart[part + 1] = kept;
    partEdgeStart[part + 1] = edges;
  }
  return {
    triangles: shortened(triangles, kept * 3),
    triangleEdges: shortened(triangleEdges, kept * 3),
    partTriangleStart,
    edgeVertices: ends.slice(0, edges * 2),
    edgeFaces: faces.slice(0, edges * 2),
    partEdgeStart,
    partClosed,
    partBorders,
    partMixed,
  };

  /** Adds triangles and their edges; whether an edge was met that has two faces already, or one that runs the same way. */
  function addTriangles(from: number, to: number, dropped: Uint8Array | null): boolean {
    let isCrowded = false;
    // counted in locals: this is the innermost loop of preparing
    let [t, n] = [kept, edges];
    for (let s = from; s < to; s += 3) {
      if (dropped?.[s / 3]) continue;
      if (t * 3 !== s) {
        if (triangles === source) triangles = source.slice();
        for (let k = 0; k < 3; k++) triangles[t * 3 + k] = source[s + k]!;
      }
      for (let k = 0; k < 3; k++) {
        const a = source[s + k]!,
          b = source[k < 2 ? s + k + 1 : s]!;
        const isForward = a < b ? 1 : 0;
        const low = isForward ? a : b,
          high = isForward ? b : a;
        let e = head[low]!;
        for (; e >= 0; e = next[e]!) {
          if (ends[e * 2 + 1] !== high) continue;
          if (faces[e * 2 + 1] === -1 && forward[e] !== isForward) {
            faces[e * 2 + 1] = t;
            break;
          }
          isCrowded = true;
        }
        if (e < 0) {
          e = n++;
          ends[e * 2] = low;
          ends[e * 2 + 1] = high;
          faces[e * 2] = t;
          faces[e * 2 + 1] = -1;
          forward[e] = isForward;
          next[e] = head[low]!;
          head[low] = e;
        }
        triangleEdges[t * 3 + k] = e;
      }
      t++;
    }
    kept = t;
    edges = n;
    return isCrowded;
  }

  function loneTwin(e: number): number {
    for (let o = head[ends[e * 2]!]!; o >= 0; o = next[o]!)
      if (o > e && ends[o * 2 + 1] === ends[e * 2 + 1] && faces[o * 2 + 1] === -1 && faces[o * 2]! >= 0) return o;
    return -1;
  }
}

/** Triangles by their lowest corner, as lists, and 1 for those that go. */
interface Repeated {
  readonly head: Int32Array;
  readonly next: Int32Array;
  readonly dropped: Uint8Array;
}

/**
 * Marks triangles to drop in one part: of those with the same corners in the same order all but the first; of two face to face
 * both, since matter lies on either side of them. A sheet that is drawn from both sides keeps its first faces: there every
 * triangle has its counterpart, and nothing would remain.
 */
function markRepeats(source: Uint32Array, from: number, to: number, { head, next, dropped }: Repeated): void {
  const pairs: number[] = [];
  let alive = (to - from) / 3;
  for (let s = from; s < to; s += 3) {
    const t = s / 3;
    const k = lowest(source, s);
    const low = source[s + k]!,
      second = source[s + ((k + 1) % 3)]!,
      third = source[s + ((k + 2) % 3)]!;
    for (let o = head[low]!; o >= 0; o = next[o]!) {
      if (dropped[o]) continue;
      const j = lowest(source, o * 3);
      const x = source[o * 3 + ((j + 1) % 3)]!,
        y = source[o * 3 + ((j + 2) % 3)]!;
      if (x === second && y === third) {
        dropped[t] = 1;
        alive--;
        break;
      }
      if (x === third && y === second) {
        dropped[t] = dropped[o] = 1;
        pairs.push(o);
        alive -= 2;
        break;
      }
    }
    if (dropped[t]) continue;
    next[t] = head[low]!;
    head[low] = t;
  }
  if (alive === 0) for (const o of pairs) dropped[o] = 0;
}

function lowest(source: Uint32Array, s: number): number {
  const a = source[s]!,
    b = source[s + 1]!,
    c = source[s + 2]!;
  return a < b ? (a < c ? 0 : 2) : b < c ? 1 : 2;
}

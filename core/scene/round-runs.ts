import { UnionFind } from '../geometry/union-find';
import { ARC_STEP, ROUND_STEP } from '../geometry/tolerances';
import { EdgeKind } from './scene';

/** What is needed of a scene that is still being made. */
interface Meshes {
  readonly vertices: Float64Array;
  readonly triangles: Uint32Array;
  readonly normals: Float64Array;
  readonly triangleEdges: Uint32Array;
  readonly edgeVertices: Uint32Array;
  readonly edgeFaces: Int32Array;
  readonly partTriangleStart: Uint32Array;
  readonly partEdgeStart: Uint32Array;
}

const ROUND_COS = Math.cos(ROUND_STEP);
/** Steps of a run are alike within this, as a part of them and in radians: noise of small facets. */
const ALIKE = 0.05;
const ALIKE_ANGLE = 0.01;
/** Facets of alike width that make something round: about half a round of twelve. */
const FACETS = 5;
/** The same for steps of at most 22.6°, as for arcs. */
const FEWEST = 4;
/** More faces than this that meet smoothly are a curved surface of no regular kind (a terrain), not a folded one. */
const FOLDED = 12;

/**
 * Tells the joints of round things from shallow creases. In place, in `edgeKind`:
 * a crease of 20° to 30.5° becomes smooth where it is one step of a regular run of at least five facets (a column of twelve
 * sides), or of four where it turns by at most 22.6°; a smooth edge becomes a surface line where it is no step of a run and its faces belong to a folded surface of at most
 * twelve faces (the ridge of a flat roof). Steps of a run: edges on both sides of one flat face, turning the same way by the
 * same angle, no more aslant to each other than twelve sides of a cone.
 * Cost: linear in the triangles of parts that have such edges. Ours.
 */
export function tellRoundFromFolded(meshes: Meshes, edgeKind: Uint8Array): void {
  const { normals, edgeFaces, partEdgeStart } = meshes;
  const seen = new Uint8Array(meshes.triangles.length / 3);
  for (let part = 0; part + 1 < partEdgeStart.length; part++) {
    let smooth = 0,
      creases = 0;
    const [from, to] = [partEdgeStart[part]!, partEdgeStart[part + 1]!];
    for (let e = from; e < to; e++)
      if (edgeKind[e] === EdgeKind.smooth) smooth++;
      else if (edgeKind[e] === EdgeKind.crease && cosOf(e) > ROUND_COS) creases++;
    if (creases) {
      const doubtful = new Uint32Array(smooth + creases);
      for (let e = from, k = 0; e < to; e++)
        if (edgeKind[e] === EdgeKind.smooth || (edgeKind[e] === EdgeKind.crease && cosOf(e) > ROUND_COS)) doubtful[k++] = e;
      decide(meshes, part, doubtful, edgeKind);
    } else if (smooth) {
      // most smooth edges are those of large curved surfaces, about which there is nothing to decide
      const folded = foldedEdges(meshes, part, edgeKind, seen);
      if (folded.length) decide(meshes, part, Uint32Array.from(folded), edgeKind);
    }
  }

  function cosOf(e: number): number {
    const a = edgeFaces[e * 2]! * 3,
      b = edgeFaces[e * 2 + 1]! * 3;
    return normals[a]! * normals[b]! + normals[a + 1]! * normals[b + 1]! + normals[a + 2]! * normals[b + 2]!;
  }
}

/** The smooth edges of a part's surfaces of at most FOLDED flat faces: a flood over each surface, face by face. */
function foldedEdges(
  { triangleEdges, edgeFaces, partTriangleStart }: Meshes,
  part: number,
  edgeKind: Uint8Array,
  seen: Uint8Array,
): number[] {
  const out: number[] = [];
  const inFace: number[] = [],
    beyond: number[] = [];
  for (let first = partTriangleStart[part]!; first < partTriangleStart[part + 1]!; first++) {
    if (seen[first]) continue;
    let faces = 0;
    const before = out.length;
    beyond.push(first);
    while (beyond.length) {
      const start = beyond.pop()!;
      if (seen[start]) continue;
      faces++;
      seen[start] = 1;
      inFace.push(start);
      while (inFace.length) {
        const t = inFace.pop()!;
        for (let k = t * 3; k < t * 3 + 3; k++) {
          const e = triangleEdges[k]!;
          const kind = edgeKind[e]!;
          if (kind > EdgeKind.smooth) continue;
          const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
          if (kind === EdgeKind.smooth && faces <= FOLDED && edgeFaces[e * 2] === t) out.push(e);
          if (other < 0 || seen[other]) continue;
          if (kind === EdgeKind.smooth) beyond.push(other);
          else {
            seen[other] = 1;
            inFace.push(other);
          }
        }
      }
    }
    if (faces > FOLDED) out.length = before;
  }
  return out;
}

function decide(meshes: Meshes, part: number, edges: Uint32Array, edgeKind: Uint8Array): void {
  const { vertices, triangles, normals, edgeVertices, edgeFaces, partTriangleStart } = meshes;
  const first = partTriangleStart[part]!;
  const face = flatFaces(meshes, part, edgeKind);
  const n = edges.length;
  // signed angle and direction of each edge, and its two flat faces
  const angle = new Float64Array(n);
  const along = new Float64Array(n * 3);
  const sides = new Uint32Array(n * 2);
  for (let k = 0; k < n; k++) {
    const e = edges[k]!;
    const [a, b] = [edgeFaces[e * 2]!, edgeFaces[e * 2 + 1]!];
    const [p, q] = [edgeVertices[e * 2]! * 3, edgeVertices[e * 2 + 1]! * 3];
    const far = (triangles[b * 3]! + triangles[b * 3 + 1]! + triangles[b * 3 + 2]!) * 3 - p - q;
    let cos = 0,
      lean = 0,
      length = 0;
    for (let i = 0; i < 3; i++) {
      cos += normals[a * 3 + i]! * normals[b * 3 + i]!;
      lean += normals[a * 3 + i]! * (vertices[far + i]! - vertices[p + i]!);
      length += (vertices[q + i]! - vertices[p + i]!) ** 2;
    }
    angle[k] = (lean < 0 ? 1 : -1) * Math.acos(Math.min(1, cos));
    for (let i = 0; i < 3; i++) along[k * 3 + i] = (vertices[q + i]! - vertices[p + i]!) / Math.sqrt(length);
    sides[k * 2] = face[a - first]!;
    sides[k * 2 + 1] = face[b - first]!;
  }
  const { start, items } = edgesOfFaces(sides, face.length);
  const patch = patches(sides, face.length);

  for (let k = 0; k < n; k++) {
    const isCrease = edgeKind[edges[k]!] === EdgeKind.crease;
    const steps = run(k, sides[k * 2]!) + run(k, sides[k * 2 + 1]!);
    // the two faces beside the edge count once each
    if (isCrease && steps >= (Math.abs(angle[k]!) > ARC_STEP ? FACETS : FEWEST)) edgeKind[edges[k]!] = EdgeKind.smooth;
    else if (!isCrease && steps === 0 && patch[sides[k * 2]!]! <= FOLDED) edgeKind[edges[k]!] = EdgeKind.surface;
  }

  /** Number of facets of a regular run that begins with edge k and crosses the face f first; up to FACETS are counted. */
  function run(k: number, f: number): number {
    let count = 0;
    let width = 0;
    let at = k;
    while (count < FACETS) {
      const next = partner(at, f);
      if (next < 0) return count;
      const step = apart(at, next);
      if (count && Math.abs(step - width) > ALIKE * width) return count;
      width = step;
      count++;
      at = next;
      f = sides[at * 2] === f ? sides[at * 2 + 1]! : sides[at * 2]!;
      if (at === k) return FACETS;
    }
    return count;
  }

  /** The edge across face f that turns as edge k does, or -1. */
  function partner(k: number, f: number): number {
    for (let i = start[f]!; i < start[f + 1]!; i++) {
      const o = items[i]!;
      if (o === k || Math.abs(angle[o]! - angle[k]!) > ALIKE_ANGLE + ALIKE * Math.abs(angle[k]!)) continue;
      const cos = along[k * 3]! * along[o * 3]! + along[k * 3 + 1]! * along[o * 3 + 1]! + along[k * 3 + 2]! * along[o * 3 + 2]!;
      if (Math.abs(cos) > ROUND_COS && apart(k, o) > 0) return o;
    }
    return -1;
  }

  /** Distance of the middle of edge o from the line of edge k; 0 for edges of one line. */
  function apart(k: number, o: number): number {
    const [p, q, r] = [edgeVertices[edges[k]! * 2]! * 3, edgeVertices[edges[o]! * 2]! * 3, edgeVertices[edges[o]! * 2 + 1]! * 3];
    let dot = 0,
      square = 0;
    for (let i = 0; i < 3; i++) {
      const d = (vertices[q + i]! + vertices[r + i]!) / 2 - vertices[p + i]!;
      dot += d * along[k * 3 + i]!;
      square += d * d;
    }
    const away = square - dot * dot;
    return away > 1e-10 ? Math.sqrt(away) : 0;
  }
}

/** Which flat face each triangle of a part belongs to: triangles joined over coplanar and faint edges share the number of one of them. */
function flatFaces({ triangleEdges, edgeFaces, partTriangleStart }: Meshes, part: number, edgeKind: Uint8Array): Uint32Array {
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
function edgesOfFaces(sides: Uint32Array, faces: number): { start: Uint32Array; items: Uint32Array } {
  const start = new Uint32Array(faces + 1);
  for (const f of sides) start[f + 1]!++;
  for (let f = 0; f < faces; f++) start[f + 1]! += start[f]!;
  const items = new Uint32Array(sides.length);
  const cursor = start.slice();
  for (let i = 0; i < sides.length; i++) items[cursor[sides[i]!]!++] = i >> 1;
  return { start, items };
}

/** Of each face the number of faces that hang together with it over the edges in question. */
function patches(sides: Uint32Array, faces: number): Uint32Array {
  const sets = new UnionFind(faces);
  for (let k = 0; k < sides.length; k += 2) sets.join(sides[k]!, sides[k + 1]!);
  const size = new Uint32Array(faces);
  for (let f = 0; f < faces; f++) size[sets.of(f)]!++;
  return size.map((_, f) => size[sets.of(f)]!);
}

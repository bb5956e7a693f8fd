import { isRoundFacet } from '../geometry/arcs/round-size';
import { ARC_STEP, ROUND_STEP } from '../geometry/numbers/tolerances';
import { cornersAtRim, curvedStrips, FLAT_JOINT, trianglesAlone, type RoundMeshes } from './curved-strips';
import { edgesOfFaces, flatFaces, patches } from './face-patches';
import { EdgeKind } from './scene';
import { acos, cos } from '../geometry/numbers/trigonometry';

const ROUND_COS = cos(ROUND_STEP);
/** Steps of a run are alike within this, as a part of them and in radians: noise of small facets. */
const ALIKE = 0.05;
const ALIKE_ANGLE = 0.01;
/** Middles of edges nearer to one another are as far, metres: noise of their sums. */
const SAME = 1e-9;
/** Facets of alike width that make something round: about half a round of twelve. */
const FACETS = 5;
/** The same for steps of at most 22.6°, as for arcs. */
const FEWEST = 4;
/** More faces than this that meet smoothly are a curved surface of no regular kind (a terrain), not a folded one. */
const FOLDED = 12;
/** So many facets of alike width, too large to be meant round, are no accident: the inner ones of a bay of five. */
const BUILT = 3;
/** A surface of more faces has no regular run of steps above FINE_STEP round it. */
const COARSE = 31;
/** A fillet may be divided as coarsely as this: three facets in a right angle, and a little. */
const FILLET_STEP = (32.5 * Math.PI) / 180;
const FILLET_COS = cos(FILLET_STEP);
/** The first and the last joint of a fillet turn by half of the others, where its facets are chords of an arc that is tangent to its sides. */
const HALF = 0.12;

/**
 * Tells the joints of round things from shallow creases. In place, in `edgeKind`:
 * a crease of 20° to 30.5° becomes smooth where it is one step of a regular run of at least five facets (a column of twelve
 * sides), or of four where it turns by at most 22.6°; a smooth edge becomes a surface line where it is no step of a run and its faces belong to a folded surface of at most
 * twelve faces (the ridge of a flat roof), or where its steps are too large to be meant round (`isRoundFacet`: a tower of twenty sides).
 * Steps of a run: edges on both sides of one flat face, turning the same way by the same angle, no more aslant to each other than
 * twelve sides of a cone.
 * Cost: linear in the triangles of parts that have such edges. Ours.
 */
export function tellRoundFromFolded(meshes: RoundMeshes, edgeKind: Uint8Array): void {
  const { normals, edgeFaces, partEdgeStart } = meshes;
  const seen = new Uint8Array(meshes.triangles.length / 3);
  for (let part = 0; part + 1 < partEdgeStart.length; part++) {
    let smooth = 0,
      creases = 0;
    const [from, to] = [partEdgeStart[part]!, partEdgeStart[part + 1]!];
    for (let e = from; e < to; e++)
      if (edgeKind[e] === EdgeKind.smooth) smooth++;
      else if (edgeKind[e] === EdgeKind.crease && cosOf(e) > FILLET_COS) creases++;
    if (creases) {
      const doubtful = new Uint32Array(smooth + creases);
      for (let e = from, k = 0; e < to; e++)
        if (edgeKind[e] === EdgeKind.smooth || (edgeKind[e] === EdgeKind.crease && cosOf(e) > FILLET_COS)) doubtful[k++] = e;
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

/** The smooth edges of a part's surfaces of at most COARSE flat faces: a flood over each surface, face by face. */
function foldedEdges(
  { triangleEdges, edgeFaces, partTriangleStart }: RoundMeshes,
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
          if (kind === EdgeKind.smooth && faces <= COARSE && edgeFaces[e * 2] === t) out.push(e);
          if (other < 0 || seen[other]) continue;
          if (kind === EdgeKind.smooth) beyond.push(other);
          else {
            seen[other] = 1;
            inFace.push(other);
          }
        }
      }
    }
    if (faces > COARSE) out.length = before;
  }
  return out;
}

function decide(meshes: RoundMeshes, part: number, edges: Uint32Array, edgeKind: Uint8Array): void {
  const { vertices, triangles, normals, edgeVertices, edgeFaces, partTriangleStart, scale } = meshes;
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
    angle[k] = (lean < 0 ? 1 : -1) * acos(Math.min(1, cos));
    for (let i = 0; i < 3; i++) along[k * 3 + i] = (vertices[q + i]! - vertices[p + i]!) / Math.sqrt(length);
    sides[k * 2] = face[a - first]!;
    sides[k * 2 + 1] = face[b - first]!;
  }
  const { start, items } = edgesOfFaces(sides, face.length);
  const patch = patches(sides, face.length);
  const isCurved = curvedStrips({
    sides,
    start,
    items,
    angle,
    edges,
    edgeKind,
    isTriangle: trianglesAlone(meshes, edgeKind),
    isAtRim: cornersAtRim(meshes, part, edgeKind),
  });

  const decided = edges.map((e, k) => {
    const isCrease = edgeKind[e] === EdgeKind.crease;
    const steps = run(k, sides[k * 2]!) + run(k, sides[k * 2 + 1]!);
    if (isBuilt(k)) return isCrease ? EdgeKind.crease : EdgeKind.surface;
    if (isFillet(k)) return EdgeKind.smooth;
    // the two faces beside the edge count once each
    if (isCrease && Math.abs(angle[k]!) <= ROUND_STEP && steps >= (Math.abs(angle[k]!) > ARC_STEP ? FACETS : FEWEST))
      return EdgeKind.smooth;
    return !isCrease && steps === 0 && !isCurved[k] && patch[sides[k * 2]!]! <= FOLDED ? EdgeKind.surface : edgeKind[e]!;
  });
  edges.forEach((e, k) => (edgeKind[e] = decided[k]!));

  /** Whether an edge is a step of a regular run whose facets are too large to be meant round, on a surface that is curved in one way only. */
  function isBuilt(k: number): boolean {
    const [f, g] = [sides[k * 2]!, sides[k * 2 + 1]!];
    return (isWide(k, f) || isWide(k, g)) && run(k, f, false) + run(k, g, false) >= BUILT;
  }

  /** Whether a face between edge k and another turns too much for its width, and bends in these two alone. */
  function isWide(k: number, f: number): boolean {
    const next = partner(k, f);
    return next >= 0 && isFlat(f, Math.abs(angle[k]!), apart(k, next));
  }

  function isFlat(f: number, step: number, width: number): boolean {
    if (isRoundFacet(step, width, scale)) return false;
    let bends = 0;
    for (let i = start[f]!; i < start[f + 1]!; i++) if (Math.abs(angle[items[i]!]!) > FLAT_JOINT) bends++;
    return bends === 2;
  }

  /** Whether an edge is a joint of a fillet: joints of one angle follow one another, and at both ends comes one of half that angle. */
  function isFillet(k: number): boolean {
    if (Math.abs(angle[k]!) > FILLET_STEP) return false;
    return [0, 1].every((side) => endsInHalf(k, sides[k * 2 + side]!)) || [0, 1].some((side) => isTangent(k, side));
  }

  /** Whether of the joints from edge k on over face f the last is followed by one that turns by half. */
  function endsInHalf(k: number, f: number): boolean {
    for (let [at, step] = [k, 0]; step < FOLDED; step++) {
      if (halfOf(at, f) >= 0) return true;
      const next = partner(at, f);
      if (next < 0) return false;
      f = sides[next * 2] === f ? sides[next * 2 + 1]! : sides[next * 2]!;
      at = next;
      if (at === k) return false;
    }
    return false;
  }

  /** Whether edge k is the first joint of a fillet, which turns by half of the next. */
  function isTangent(k: number, side: number): boolean {
    const f = sides[k * 2 + side]!;
    const next = jointOf(k, f, 2);
    if (next < 0 || Math.abs(angle[next]!) > FILLET_STEP) return false;
    const beyond = sides[next * 2] === f ? sides[next * 2 + 1]! : sides[next * 2]!;
    return endsInHalf(next, beyond);
  }

  /** The edge across face f that turns by half as much as edge k, or -1. */
  function halfOf(k: number, f: number): number {
    return jointOf(k, f, 0.5);
  }

  /** The edge across face f that runs along edge k and turns the same way, by so many times its angle; -1 for none. */
  function jointOf(k: number, f: number, times: number): number {
    const wanted = angle[k]! * times;
    return nearestOn(f, k, (o) => {
      if (Math.abs(angle[o]! - wanted) > HALF * Math.abs(wanted)) return false;
      return !isFlat(f, Math.max(Math.abs(angle[k]!), Math.abs(angle[o]!)), apart(k, o));
    });
  }

  /**
   * Of the edges of a face that run along edge k, beside it, and are admitted, that whose middle lies nearest to its own: a face that is
   * divided along its sides has several, and which comes first hangs on the order of triangles. -1 for none.
   */
  function nearestOn(f: number, k: number, admits: (o: number) => boolean): number {
    let [best, least] = [-1, Infinity];
    for (let i = start[f]!; i < start[f + 1]!; i++) {
      const o = items[i]!;
      if (o === k) continue;
      const cos = along[k * 3]! * along[o * 3]! + along[k * 3 + 1]! * along[o * 3 + 1]! + along[k * 3 + 2]! * along[o * 3 + 2]!;
      if (Math.abs(cos) <= ROUND_COS || apart(k, o) === 0 || !admits(o)) continue;
      const d = between(k, o);
      if (d < least - SAME || (d < least + SAME && isBefore(o, best))) [best, least] = [o, Math.min(d, least)];
    }
    return best;
  }

  function middle(o: number, i: number): number {
    return (vertices[edgeVertices[edges[o]! * 2]! * 3 + i]! + vertices[edgeVertices[edges[o]! * 2 + 1]! * 3 + i]!) / 2;
  }

  function between(k: number, o: number): number {
    let square = 0;
    for (let i = 0; i < 3; i++) square += (middle(k, i) - middle(o, i)) ** 2;
    return Math.sqrt(square);
  }

  /** Whether an edge comes before another by where its middle lies. */
  function isBefore(o: number, other: number): boolean {
    if (other < 0) return true;
    for (let i = 0; i < 3; i++) if (Math.abs(middle(o, i) - middle(other, i)) > SAME) return middle(o, i) < middle(other, i);
    return false;
  }

  /** Number of facets of a regular run that begins with edge k and crosses the face f first; up to FACETS are counted. */
  function run(k: number, f: number, isOfSize = true): number {
    let count = 0;
    let width = 0;
    let at = k;
    while (count < FACETS) {
      const next = partner(at, f);
      if (next < 0) return count;
      const step = apart(at, next);
      if (isOfSize && isFlat(f, Math.abs(angle[at]!), step)) return count;
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
    return nearestOn(f, k, (o) => Math.abs(angle[o]! - angle[k]!) <= ALIKE_ANGLE + ALIKE * Math.abs(angle[k]!));
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

import { boundTriangle, boxesMeet } from '../../geometry/bounds';
import { WELD } from '../../geometry/numbers/tolerances';
import type { Meshes } from './triangle-intersection';
import { partPairs } from '../part-pairs';
import { acos } from '../../geometry/numbers/trigonometry';

/** Most triangles of a patch: what is compared with others as one. */
const PATCH = 32;
/** A shell with at most so many triangles has them compared one by one. */
const FEW = 128;
/** Radians: a fine surface whose normals all lie this near to one direction is a sheet that does not come back through itself. */
const SHEET = (40 * Math.PI) / 180;
/** Cosine of 25°: how far the normals of a patch may turn from that of its first triangle. */
const TURN = 0.906;

type Shell = ArrayLike<number>;
type Tell = (s: number, t: number) => void;

/**
 * Finds the pairs of triangles of one shell that may run through each other: `tell` gets two that share a corner at most and whose
 * boxes meet, and looks closer. Large shells are divided into patches that hang together; a patch, or two that share a corner, whose
 * normals lie within 40° of one direction is a sheet over a plane, which crosses itself only where its rim does.
 * In: the triangles of a shell that is not convex. Cost: its triangles, and the pairs of patches whose boxes meet.
 * Method: the cone of normals after P. Volino and N. Magnenat-Thalmann, Efficient Self-Collision Detection on Smoothly Discretized
 * Surface Animations using Geometrical Shape Regularity, 1994 (from memory); patches that grow instead of a tree of them are ours.
 */
export function selfIntersections(scene: Meshes, tell: Tell): (shell: Shell) => void {
  const { vertices, triangles, triangleEdges, edgeFaces, normals } = scene;
  const isTaken = new Uint8Array(triangles.length / 3);
  const order = new Uint32Array(triangles.length / 3);
  /** The stamping in which a corner was met last. */
  const stamp = new Int32Array(vertices.length / 3);
  let searches = 0;
  const [near, others]: [number[], number[]] = [[], []];
  const [nearBoxes, otherBoxes] = [new Float64Array(PATCH * 6), new Float64Array(PATCH * 6)];
  const fewBoxes = new Float64Array(FEW * 6);
  const shared = new Float64Array(6);
  const [reachOfNear, reachOfOthers] = [new Float64Array(2), new Float64Array(2)];

  return (shell) => {
    if (shell.length < 5) return;
    if (shell.length <= FEW) return oneByOne(shell);
    const patches = grow(shell);
    const count = patches.length - 1;
    const boxes = new Float64Array(count * 6);
    const cones = new Float64Array(count * 4);
    let stamped = -1;
    for (let p = 0; p < count; p++) {
      boundPatch(patches[p]!, patches[p + 1]!, boxes, p * 6);
      coneOf(patches[p]!, patches[p + 1]!, cones, p * 4);
    }
    const between = (p: number, q: number) => {
      for (let k = 0; k < 3; k++) {
        shared[k] = Math.max(boxes[p * 6 + k]!, boxes[q * 6 + k]!) - WELD;
        shared[k + 3] = Math.min(boxes[p * 6 + k + 3]!, boxes[q * 6 + k + 3]!) + WELD;
        if (shared[k]! > shared[k + 3]!) return;
      }
      if (isOneSheet(cones, p, q)) {
        if (stamped !== p) stampCorners(patches[p]!, patches[p + 1]!);
        stamped = p;
        if (hasStamp(patches[q]!, patches[q + 1]!)) return;
      }
      trianglesIn(patches[p]!, patches[p + 1]!, near, nearBoxes);
      if (near.length) trianglesIn(patches[q]!, patches[q + 1]!, others, otherBoxes);
      if (!near.length || !others.length || lieApart(cones, p) || lieApart(cones, q)) return;
      for (let i = 0; i < near.length; i++)
        for (let j = 0; j < others.length; j++)
          if (boxesMeet(nearBoxes, i * 6, otherBoxes, j * 6, WELD) && !shareEdge(near[i]!, others[j]!)) tell(near[i]!, others[j]!);
    };
    partPairs(boxes, new Uint8Array(count).fill(1), between);
  };

  function oneByOne(shell: Shell): void {
    const count = shell.length;
    for (let i = 0; i < count; i++) boundTriangle(vertices, triangles, shell[i]!, fewBoxes, i * 6);
    for (let i = 0; i < count; i++)
      for (let j = i + 1; j < count; j++)
        if (boxesMeet(fewBoxes, i * 6, fewBoxes, j * 6, WELD) && !shareEdge(shell[i]!, shell[j]!)) tell(shell[i]!, shell[j]!);
  }

  /** Divides a shell into patches that hang together over edges, into `order`; returns where each begins, and the end. */
  function grow(shell: Shell): number[] {
    const starts: number[] = [];
    let n = 0;
    for (let i = 0; i < shell.length; i++) {
      const first = shell[i]!;
      if (isTaken[first]) continue;
      starts.push(n);
      const end = n + PATCH;
      let next = n;
      order[n++] = first;
      isTaken[first] = 1;
      for (; next < n && n < end; next++) {
        const t = order[next]!;
        for (let k = t * 3; k < t * 3 + 3 && n < end; k++) {
          const e = triangleEdges[k]!;
          const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
          if (other < 0 || isTaken[other]) continue;
          const cos =
            normals[first * 3]! * normals[other * 3]! +
            normals[first * 3 + 1]! * normals[other * 3 + 1]! +
            normals[first * 3 + 2]! * normals[other * 3 + 2]!;
          if (cos < TURN) continue;
          isTaken[other] = 1;
          order[n++] = other;
        }
      }
    }
    starts.push(n);
    return starts;
  }

  function boundPatch(from: number, to: number, boxes: Float64Array, at: number): void {
    boxes.fill(Infinity, at, at + 3).fill(-Infinity, at + 3, at + 6);
    for (let i = from; i < to; i++)
      for (let c = order[i]! * 3; c < order[i]! * 3 + 3; c++)
        for (let k = 0; k < 3; k++) {
          const x = vertices[triangles[c]! * 3 + k]!;
          if (x < boxes[at + k]!) boxes[at + k] = x;
          if (x > boxes[at + 3 + k]!) boxes[at + 3 + k] = x;
        }
  }

  /** The middle direction of a patch's normals, and the largest angle from it. */
  function coneOf(from: number, to: number, cones: Float64Array, at: number): void {
    let [x, y, z, cos] = [0, 0, 0, 1];
    for (let i = from; i < to; i++) {
      x += normals[order[i]! * 3]!;
      y += normals[order[i]! * 3 + 1]!;
      z += normals[order[i]! * 3 + 2]!;
    }
    const size = Math.sqrt(x * x + y * y + z * z);
    for (let i = from; i < to; i++) {
      const t = order[i]! * 3;
      const own = (normals[t]! * x + normals[t + 1]! * y + normals[t + 2]! * z) / size;
      if (own < cos) cos = own;
    }
    cones[at] = x / size;
    cones[at + 1] = y / size;
    cones[at + 2] = z / size;
    cones[at + 3] = acos(cos);
  }

  function stampCorners(from: number, to: number): void {
    searches++;
    for (let i = from; i < to; i++) for (let c = order[i]! * 3; c < order[i]! * 3 + 3; c++) stamp[triangles[c]!] = searches;
  }

  /** Whether a patch has a corner of the one that was stamped last. */
  function hasStamp(from: number, to: number): boolean {
    for (let i = from; i < to; i++)
      for (let c = order[i]! * 3; c < order[i]! * 3 + 3; c++) if (stamp[triangles[c]!] === searches) return true;
    return false;
  }

  /** The triangles of a patch that reach into the shared box, and their own boxes. */
  function trianglesIn(from: number, to: number, out: number[], boxes: Float64Array): void {
    out.length = 0;
    for (let i = from; i < to; i++) {
      boundTriangle(vertices, triangles, order[i]!, boxes, out.length * 6);
      if (boxesMeet(boxes, out.length * 6, shared, 0, WELD)) out.push(order[i]!);
    }
  }

  /** Whether what is left of two patches lies apart along the middle direction of one of them. */
  function lieApart(cones: Float64Array, p: number): boolean {
    const [x, y, z] = [cones[p * 4]!, cones[p * 4 + 1]!, cones[p * 4 + 2]!];
    reachAlong(near, x, y, z, reachOfNear);
    reachAlong(others, x, y, z, reachOfOthers);
    return reachOfNear[1]! < reachOfOthers[0]! - WELD || reachOfOthers[1]! < reachOfNear[0]! - WELD;
  }

  function reachAlong(own: readonly number[], x: number, y: number, z: number, out: Float64Array): void {
    let [low, high] = [Infinity, -Infinity];
    for (const t of own)
      for (let c = t * 3; c < t * 3 + 3; c++) {
        const v = triangles[c]! * 3;
        const along = vertices[v]! * x + vertices[v + 1]! * y + vertices[v + 2]! * z;
        if (along < low) low = along;
        if (along > high) high = along;
      }
    out[0] = low;
    out[1] = high;
  }

  function shareEdge(s: number, t: number): boolean {
    let n = 0;
    for (let k = s * 3; k < s * 3 + 3; k++) {
      const v = triangles[k]!;
      if (v === triangles[t * 3] || v === triangles[t * 3 + 1] || v === triangles[t * 3 + 2]) n++;
    }
    return n > 1;
  }
}

/** Whether the normals of two patches lie within one sheet's cone. */
function isOneSheet(cones: Float64Array, p: number, q: number): boolean {
  const [a, b] = [p * 4, q * 4];
  const cos = cones[a]! * cones[b]! + cones[a + 1]! * cones[b + 1]! + cones[a + 2]! * cones[b + 2]!;
  return acos(Math.max(-1, Math.min(1, cos))) / 2 + Math.max(cones[a + 3]!, cones[b + 3]!) < SHEET;
}

/** Whether a run of edges has no border and no valley; valleys that are flatter than corners are told apart count as none. */
export function areConvex({ vertices, triangles, edgeFaces, edgeVertices, normals }: Meshes, from: number, to: number): boolean {
  for (let e = from; e < to; e++) {
    const s = edgeFaces[e * 2]!,
      t = edgeFaces[e * 2 + 1]!;
    if (s < 0 || t < 0) return false;
    const p = edgeVertices[e * 2]!,
      o = p * 3;
    const far = (triangles[t * 3]! + triangles[t * 3 + 1]! + triangles[t * 3 + 2]! - p - edgeVertices[e * 2 + 1]!) * 3;
    const above =
      normals[s * 3]! * (vertices[far]! - vertices[o]!) +
      normals[s * 3 + 1]! * (vertices[far + 1]! - vertices[o + 1]!) +
      normals[s * 3 + 2]! * (vertices[far + 2]! - vertices[o + 2]!);
    if (above > WELD) return false;
  }
  return true;
}

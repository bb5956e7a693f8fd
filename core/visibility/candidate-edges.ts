import { foreshortening } from '../geometry/frame';
import { EdgeKind, type Scene } from '../scene/scene';
import { pointAtEye } from './at-eye';
import { Candidate, Candidates, farCornerBeyond, NONE, type CandidateEdges } from './candidates';
import type { Picture } from './picture';
import { turnsAway } from './silhouette';
import type { Tiles } from './tiles/tile-index';
import { BEHIND_EYE, Facing } from './view-space';

/**
 * The candidate edges among a run of the scene's edges, and with `traces` those that belong to no part alone: where parts run
 * through each other, and the traces. `seen` marks the parts of which something may be seen. What is handed out is the workspace's.
 */
export function candidateEdges(
  picture: Picture,
  seen: Uint8Array,
  tiles: Tiles,
  fromEdge: number,
  toEdge: number,
  traces: Float64Array | null,
): CandidateEdges {
  const { partEdgeStart, partBounds } = picture.scene;
  const { clips } = picture;
  const out = new Candidates(picture, tiles);
  for (let part = 0; part < seen.length; part++) {
    const [first, last] = [Math.max(fromEdge, partEdgeStart[part]!), Math.min(toEdge, partEdgeStart[part + 1]!)];
    if (!seen[part] || first >= last) continue;
    const passing = clips.count ? clips.pass(partBounds, part * 6, seen[part] === 2) : 0;
    if (passing < 0) continue;
    picture.space.turn(part);
    out.begin(picture.view.isCut && seen[part] === 1, clips.passing.subarray(0, passing));
    edgesOf(picture, part, first, last, out);
    // the rims of a part come with the first of its edges
    if (passing && partEdgeStart[part]! >= fromEdge) rimsOf(picture, part, out);
  }
  if (traces) {
    linesOfIntersections(picture, seen, out);
    linesOfTraces(picture, traces, out);
    hiddenLinesOfTrims(picture, out);
  }
  return out.done();
}

/** The lines among the edges of a part. */
function edgesOf({ scene, space, view }: Picture, part: number, from: number, to: number, out: Candidates): void {
  const { edgeVertices, edgeFaces, edgeKind, partOneSided } = scene;
  const { facing } = space;
  const { keepsHidden } = view;
  const closed = partOneSided[part] === 1;
  for (let e = from; e < to; e++) {
    const ek = edgeKind[e]!;
    if (ek === EdgeKind.coplanar) continue;
    const a = edgeFaces[e * 2]!,
      b = edgeFaces[e * 2 + 1]!;
    if (a < 0) continue;
    const fa = facing[a]!;
    let reason: number;
    let joinA = NONE,
      joinB = NONE;
    if (b < 0) {
      reason = Candidate.border;
      if (fa !== Facing.edgeOn) joinA = a;
    } else {
      const fb = facing[b]!;
      const seenA = closed ? fa === Facing.front : fa !== Facing.edgeOn;
      const seenB = closed ? fb === Facing.front : fb !== Facing.edgeOn;
      const turns = fa !== fb;
      if (!seenA && !seenB && !(keepsHidden && ek === EdgeKind.crease && (fa === Facing.back || fb === Facing.back))) continue;
      if (ek <= EdgeKind.smooth && !turns) continue;
      if (ek === EdgeKind.faint && !turnsAway(scene, space, e, a, b)) continue;
      reason =
        !seenA && !seenB ? Candidate.back : turns ? Candidate.outline : ek === EdgeKind.surface ? Candidate.surface : Candidate.crease;
      // Of two seen faces one lies behind what continues the other, if the edge is convex; in a corner neither does.
      if (seenA && seenB ? isConvex(scene, e, a, b) : seenA) joinA = a;
      if (seenA && seenB ? joinA !== NONE : seenB) joinB = b;
    }
    out.addEdge(edgeVertices[e * 2]!, edgeVertices[e * 2 + 1]!, a, b, reason, joinA, joinB);
  }
}

/**
 * Where a clip whose cut face looks away from the eye, or the plane before it, cuts off faces that are seen: there a body ends. Where it
 * looks at the eye the lines of its cut face stand there.
 */
function rimsOf(picture: Picture, part: number, out: Candidates): void {
  const { scene, space, view, clips } = picture;
  const { triangles, triangleEdges, edgeFaces, partTriangleStart, partOneSided } = scene;
  const { u, v, w, facing } = space;
  const closed = partOneSided[part] === 1;
  const passing = out.passing.slice();
  const h = new Float64Array(3);
  const at = new Float64Array(6);
  for (const k of passing) {
    if (clips.looksAtEye[k] && k !== clips.eye) continue;
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
      const f = facing[t]!;
      if (closed ? f !== Facing.front : f === Facing.edgeOn) continue;
      const reason = closed ? Candidate.outline : Candidate.border;
      let [inside, outside, low] = [0, 0, 0];
      for (let i = 0; i < 3; i++) {
        const c = triangles[t * 3 + i]!;
        h[i] = k === clips.eye ? (w[c] === BEHIND_EYE ? 1 : -1) : w[c] === BEHIND_EYE ? NaN : clips.beyond(k, u[c]!, v[c]!, w[c]!);
        if (h[i]! < 0) [inside, low] = [inside + 1, i];
        else if (h[i]! > 0) outside++;
      }
      if (inside && outside) {
        let n = 0;
        for (let i = 0; i < 3; i++) {
          const j = (i + 1) % 3;
          const [p, q] = [triangles[t * 3 + i]!, triangles[t * 3 + j]!];
          if (h[i] === 0) n = place(p, n);
          else if (h[i]! * h[j]! < 0) n = cross(k, p, q, h[i]!, h[j]!, n);
        }
        if (n === 6) out.addRim(at, k, t, reason);
      } else if (inside === 1 && outside === 0 && h.every((x) => !Number.isNaN(x))) {
        // a side in the plane, of which the face beyond is taken away
        const [i, j] = [(low + 1) % 3, (low + 2) % 3];
        const e = triangleEdges[t * 3 + i]!;
        const other = edgeFaces[e * 2] === t ? edgeFaces[e * 2 + 1]! : edgeFaces[e * 2]!;
        if (other < 0 || farCornerBeyond(picture, k, other, scene.edgeVertices[e * 2]!, scene.edgeVertices[e * 2 + 1]!) <= 0) continue;
        place(triangles[t * 3 + j]!, place(triangles[t * 3 + i]!, 0));
        out.addRim(at, k, t, reason);
      }
    }
  }

  function place(c: number, n: number): number {
    if (n < 6) at.set([u[c]!, v[c]!, w[c]!], n);
    return n + 3;
  }

  function cross(k: number, p: number, q: number, hp: number, hq: number, n: number): number {
    if (n >= 6) return n + 3;
    if (k === clips.eye) pointAtEye(scene, view.frame, view.distance, p, q, at, n);
    else {
      const [a, b, ha, hb] = p < q ? [p, q, hp, hq] : [q, p, hq, hp];
      const t = ha / (ha - hb);
      at.set([u[a]! + t * (u[b]! - u[a]!), v[a]! + t * (v[b]! - v[a]!), w[a]! + t * (w[b]! - w[a]!)], n);
    }
    return n + 3;
  }
}

/** Lines where surfaces of two parts run through each other: seen when one of the faces is. */
function linesOfIntersections({ scene, space, view, clips }: Picture, seen: Uint8Array, out: Candidates): void {
  const { meetingEnds, meetingFaces, trianglePart, partOneSided } = scene;
  const isSeen = (t: number) =>
    partOneSided[trianglePart[t]!] === 1 ? space.facing[t] === Facing.front : space.facing[t] !== Facing.edgeOn;
  const place = new Float64Array(6);
  for (let m = 0; m < meetingFaces.length; m += 2) {
    const a = meetingFaces[m]!,
      b = meetingFaces[m + 1]!;
    const shownA = seen[trianglePart[a]!]!,
      shownB = seen[trianglePart[b]!]!;
    if (!shownA || !shownB) continue;
    space.turn(trianglePart[a]!);
    space.turn(trianglePart[b]!);
    if ((!isSeen(a) && !isSeen(b)) || !inPicture(view, meetingEnds, m * 3, place)) continue;
    const isTrimmed = shownA === 1 || shownB === 1;
    out.begin(view.isCut && isTrimmed, isTrimmed ? clips.all : clips.all.subarray(clips.eye < 0 ? clips.count : clips.eye));
    out.add(place[0]!, place[1]!, place[2]!, place[3]!, place[4]!, place[5]!, a, Candidate.crease, NONE, NONE);
  }
}

function linesOfTraces({ scene, view, clips }: Picture, traces: Float64Array, out: Candidates): void {
  if (!scene.triangles.length) return;
  const place = new Float64Array(6);
  out.begin(view.isCut, clips.all);
  for (let t = 0; t < traces.length; t += 6)
    if (inPicture(view, traces, t, place))
      out.add(place[0]!, place[1]!, place[2]!, place[3]!, place[4]!, place[5]!, 0, Candidate.trace, NONE, NONE);
}

function hiddenLinesOfTrims({ view, backs, backFaces }: Picture, out: Candidates): void {
  const place = new Float64Array(6);
  out.begin(view.isCut, new Int32Array(0));
  backFaces.forEach((face, k) => {
    if (inPicture(view, backs, k * 6, place))
      out.add(place[0]!, place[1]!, place[2]!, place[3]!, place[4]!, place[5]!, face, Candidate.back, NONE, NONE);
  });
}

/** Both ends of a line of space in the picture, u v w each, cut off at the plane before the eye; false where nothing is left. */
function inPicture({ frame, distance, eyePlane }: Picture['view'], space: Float64Array, at: number, place: Float64Array): boolean {
  const [ox, oy, oz] = frame.origin;
  const { right, up, look } = frame;
  let [from, to] = [0, 1];
  if (eyePlane) {
    const { origin, normal } = eyePlane;
    const height = (k: number) =>
      normal[0] * (space[at + k]! - origin[0]) +
      normal[1] * (space[at + k + 1]! - origin[1]) +
      normal[2] * (space[at + k + 2]! - origin[2]);
    const [a, b] = [height(0), height(3)];
    if (a > 0 && b > 0) return false;
    if (a > 0) from = a / (a - b);
    else if (b > 0) to = a / (a - b);
  }
  for (let end = 0; end < 6; end += 3) {
    const t = end === 0 ? from : to;
    const x = space[at]! + t * (space[at + 3]! - space[at]!) - ox,
      y = space[at + 1]! + t * (space[at + 4]! - space[at + 1]!) - oy,
      z = space[at + 2]! + t * (space[at + 5]! - space[at + 2]!) - oz;
    const depth = x * look[0] + y * look[1] + z * look[2];
    const k = foreshortening(depth, distance);
    place[end] = (x * right[0] + y * right[1] + z * right[2]) * k;
    place[end + 1] = (x * up[0] + y * up[1] + z * up[2]) * k;
    place[end + 2] = depth * k;
  }
  return true;
}

/** Whether the far corner of b lies behind the plane of a. */
function isConvex(scene: Scene, e: number, a: number, b: number): boolean {
  const { vertices, triangles, normals, edgeVertices, sliverOf } = scene;
  const low = edgeVertices[e * 2]!;
  // a sliver says nothing of where its face lies: what stands for it does
  const face = sliverOf[b]! >= 0 ? sliverOf[b]! : b;
  let d = 0;
  for (let c = 0; c < 3; c++) {
    const corner = triangles[face * 3 + c]!;
    let own = 0;
    for (let k = 0; k < 3; k++) own += normals[a * 3 + k]! * (vertices[corner * 3 + k]! - vertices[low * 3 + k]!);
    if (Math.abs(own) > Math.abs(d)) d = own;
  }
  return d < 0;
}

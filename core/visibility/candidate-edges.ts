import { foreshortening } from '../geometry/frame';
import { EdgeKind, type Scene } from '../scene/scene';
import { pointAtEye } from './at-eye';
import type { Picture } from './picture';
import { turnsAway } from './silhouette';
import { coverageHides } from './tiles/tile-coverage';
import { BEHIND } from '../geometry/numbers/tolerances';
import { bandAt, type Tiles } from './tiles/tile-index';
import { PAD } from './tiles/triangle-batches';
import { BEHIND_EYE, Facing } from './view-space';

/** Why an edge may be drawn; `back` can be seen from nowhere before its body: it is wanted as a hidden line alone. */
export const Candidate = { outline: 0, crease: 1, border: 2, trace: 3, surface: 4, back: 5 } as const;

/**
 * The edges that may be drawn in a view, cut off at the cutting plane, the clips and the depth limit.
 * Smooth and coplanar edges come only where the surface turns away; an edge that no front face touches is never seen.
 */
export interface CandidateEdges {
  readonly count: number;
  /** u0 v0 w0 u1 v1 w1 of each. */
  readonly ends: Float64Array;
  /** The triangle that a line belongs to. */
  readonly face: Uint32Array;
  readonly kind: Uint8Array;
  /** Two numbers each: the faces that a flush neighbour may continue, so that the edge is no line any more; -1 for none. */
  readonly joinFaces: Int32Array;
}

/**
 * All candidates run the same way, so that what is done along them does not hang on the order of triangles: to the right, and up by
 * this much; few lines run square to it, where the noise of computing would tell.
 */
const SKEW = 0.381966;

/** No face. */
const NONE = -1;

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

/** How far beyond a clip the corner of a triangle lies that an edge p q of it has not; nought behind the eye. */
function farCornerBeyond({ scene, space, clips }: Picture, k: number, t: number, p: number, q: number): number {
  const { triangles } = scene;
  const { u, v, w } = space;
  const far = triangles[t * 3]! + triangles[t * 3 + 1]! + triangles[t * 3 + 2]! - p - q;
  return w[far] === BEHIND_EYE ? 0 : clips.beyond(k, u[far]!, v[far]!, w[far]!);
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

/** Takes lines in, cut off at the planes that pass their part; its storage is the workspace's. */
class Candidates {
  /** The clips that pass the part whose lines are taken in. */
  passing: Int32Array<ArrayBufferLike> = new Int32Array(0);
  private isCut = false;
  private readonly picture: Picture;
  private readonly tiles: Tiles;
  private readonly ends = new Float64Array(6);
  private readonly window: readonly [number, number, number, number];

  constructor(picture: Picture, tiles: Tiles) {
    this.picture = picture;
    this.tiles = tiles;
    const { ends, face, kind, join } = picture.workspace.candidates;
    ends.length = face.length = kind.length = join.length = 0;
    const { u0, v0, u1, v1 } = picture.view.window;
    this.window = [u0 - PAD, v0 - PAD, u1 + PAD, v1 + PAD];
  }

  begin(isCut: boolean, passing: Int32Array): void {
    this.isCut = isCut;
    this.passing = passing;
  }

  /** An edge of the scene, between faces a and b (or -1). */
  addEdge(p: number, q: number, a: number, b: number, reason: number, joinA: number, joinB: number): void {
    const { space, scene, view } = this.picture;
    const { u, v, w } = space;
    const [isBehindP, isBehindQ] = [w[p] === BEHIND_EYE, w[q] === BEHIND_EYE];
    if (this.passing.length) {
      if (isBehindP && isBehindQ) return;
      if (isBehindP || isBehindQ) {
        const at = new Float64Array(3);
        pointAtEye(scene, view.frame, view.distance, p, q, at, 0);
        const own = isBehindP ? q : p;
        return this.add(at[0]!, at[1]!, at[2]!, u[own]!, v[own]!, w[own]!, a, reason, joinA, joinB);
      }
      if (this.isTakenInPlane(p, q, a, b)) return;
    }
    this.add(u[p]!, v[p]!, w[p]!, u[q]!, v[q]!, w[q]!, a, reason, joinA, joinB);
  }

  /**
   * Whether an edge that lies in a clip's plane is none: none of its faces leads to the inner side, or one leads to the other side, so
   * that it is a rim.
   */
  private isTakenInPlane(p: number, q: number, a: number, b: number): boolean {
    const { clips, space } = this.picture;
    const { u, v, w } = space;
    for (const k of this.passing) {
      if (k === clips.eye || clips.beyond(k, u[p]!, v[p]!, w[p]!) !== 0 || clips.beyond(k, u[q]!, v[q]!, w[q]!) !== 0) continue;
      const [sideA, sideB] = [a, b].map((t) => (t < 0 ? 0 : farCornerBeyond(this.picture, k, t, p, q))) as [number, number];
      if (!(sideA < 0 || sideB < 0) || sideA > 0 || sideB > 0) return true;
    }
    return false;
  }

  /** A line in the plane of clip `own`, which cuts off face t there. */
  addRim(at: Float64Array, own: number, t: number, reason: number): void {
    const all = this.passing;
    this.passing = all.filter((k) => k !== own);
    this.add(at[0]!, at[1]!, at[2]!, at[3]!, at[4]!, at[5]!, t, reason, t, NONE);
    this.passing = all;
  }

  /** Adds a line as the planes leave it; what points along the look is a point in the picture and no line. */
  add(
    u0: number,
    v0: number,
    w0: number,
    u1: number,
    v1: number,
    w1: number,
    owner: number,
    reason: number,
    joinA: number,
    joinB: number,
  ): void {
    const p = this.ends;
    const first = u0 + SKEW * v0 > u1 + SKEW * v1 ? 3 : 0;
    const second = 3 - first;
    p[first] = u0;
    p[first + 1] = v0;
    p[first + 2] = w0;
    p[second] = u1;
    p[second + 1] = v1;
    p[second + 2] = w1;
    const { view, clips, workspace } = this.picture;
    if (this.isCut && !cutOff(p, -p[2]!, -p[5]!, 0)) return;
    if ((p[2]! > view.depth || p[5]! > view.depth) && !cutOff(p, p[2]! - view.depth, p[5]! - view.depth, view.depth)) return;
    for (const k of this.passing)
      if (k !== clips.eye && !cutOff(p, clips.beyond(k, p[0]!, p[1]!, p[2]!), clips.beyond(k, p[3]!, p[4]!, p[5]!), NaN)) return;
    if (Math.abs(p[3]! - p[0]!) < 1e-6 && Math.abs(p[4]! - p[1]!) < 1e-6) return;
    const [wu0, wv0, wu1, wv1] = this.window;
    if ((p[0]! < wu0 && p[3]! < wu0) || (p[0]! > wu1 && p[3]! > wu1) || (p[1]! < wv0 && p[4]! < wv0) || (p[1]! > wv1 && p[4]! > wv1))
      return;
    if (!view.keepsHidden && isCovered(this.tiles, p[0]!, p[1]!, p[3]!, p[4]!, p[2]! < p[5]! ? p[2]! : p[5]!)) return;
    const { ends, face, kind, join } = workspace.candidates;
    const data = ends.reserve(6);
    const at = ends.length;
    for (let k = 0; k < 6; k++) data[at + k] = p[k]!;
    ends.length = at + 6;
    face.push(owner);
    kind.push(reason);
    join.push(joinA);
    join.push(joinB);
  }

  done(): CandidateEdges {
    const { ends, face, kind, join } = this.picture.workspace.candidates;
    return { count: face.length, ends: ends.view(), face: face.view(), kind: kind.view(), joinFaces: join.view() };
  }
}

/**
 * Cuts a line off where it goes beyond a plane, in place: by how far both ends lie beyond it. `depth` is that of the plane where it is one
 * of the picture's own, to the last bit. Whether anything is left.
 */
function cutOff(p: Float64Array, h0: number, h1: number, depth: number): boolean {
  if (h0 <= 0 && h1 <= 0) return true;
  if (h0 > 0 && h1 > 0) return false;
  const t = h0 / (h0 - h1);
  const to = h0 > 0 ? 0 : 3;
  const [u, v, w] = [p[0]! + t * (p[3]! - p[0]!), p[1]! + t * (p[4]! - p[1]!), p[2]! + t * (p[5]! - p[2]!)];
  p[to] = u;
  p[to + 1] = v;
  p[to + 2] = Number.isNaN(depth) ? w : depth;
  return true;
}

/** Whether a short line lies behind what covers all its tiles, so that nothing more needs to be asked. */
function isCovered(tiles: Tiles, u0: number, v0: number, u1: number, v1: number, w: number): boolean {
  const { u0: tu, v0: tv, size, columns, rows } = tiles;
  const i0 = Math.floor(((u0 < u1 ? u0 : u1) - tu) / size),
    i1 = Math.floor(((u0 < u1 ? u1 : u0) - tu) / size);
  const j0 = Math.floor(((v0 < v1 ? v0 : v1) - tv) / size),
    j1 = Math.floor(((v0 < v1 ? v1 : v0) - tv) / size);
  if (i0 < 0 || j0 < 0 || i1 >= columns || j1 >= rows || (i1 - i0 + 1) * (j1 - j0 + 1) > 64) return false;
  const uMin = u0 < u1 ? u0 : u1,
    vMin = v0 < v1 ? v0 : v1,
    uMax = u0 < u1 ? u1 : u0,
    vMax = v0 < v1 ? v1 : v0;
  for (let i = i0; i <= i1; i++) {
    const band = bandAt(tiles, i);
    for (let j = j0; j <= j1; j++) {
      const tile = j * band.columns + i - band.first;
      if (!(band.cover[tile]! < w - BEHIND) && !coverageHides(band.rest, tile, uMin, vMin, uMax, vMax, w - BEHIND)) return false;
    }
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

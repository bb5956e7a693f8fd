import { Growing } from '../model/model-builder';
import { EdgeKind, type Scene } from '../scene/scene';
import type { LinesInTrims } from '../cutting/lines-in-trims';
import type { SightPlane } from '../sights/resolve-sight';
import { BEHIND, bandAt, type Tiles } from './tile-index';
import type { Picture } from './fill-tiles';
import { restHides } from './tile-rest';
import { Facing, foreshortening } from '../sights/view-space';
import { turnsAway } from './turns-away';

/** Why an edge may be drawn; `back` can be seen from nowhere before its body: it is wanted as a hidden line alone. */
export const Candidate = { outline: 0, crease: 1, border: 2, trace: 3, surface: 4, back: 5 } as const;

/**
 * The edges that may be drawn in a view, cut off at the cutting plane and at the depth limit.
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

export interface ViewLimits {
  /** Whether the plane w = 0 cuts. */
  readonly cut: boolean;
  /** Largest depth drawn, Infinity for no end. */
  readonly depth: number;
}

/**
 * All candidates run the same way, so that what is done along them does not hang on the order of triangles: to the right, and up by
 * this much; few lines run square to it, where the noise of computing would tell.
 */
const SKEW = 0.381966;

/** Scratch of the size of the last picture; what is handed out is read before the next one is begun. */
const _ends = new Growing((n) => new Float64Array(n));
const _face = new Growing((n) => new Uint32Array(n));
const _kind = new Growing((n) => new Uint8Array(n));
const _join = new Growing((n) => new Int32Array(n));

/**
 * The candidate edges among a run of the scene's edges, and with `traces` those that belong to no part alone: where parts run
 * through each other, and the traces. `seen` marks the parts of which something may be seen.
 */
export function candidateEdges(
  { scene, view, limits, keepHidden }: Picture,
  { frame, distance, inTrims }: Pick<SightPlane, 'frame' | 'distance'> & { readonly inTrims: LinesInTrims | null },
  seen: Uint8Array,
  tiles: Tiles,
  fromEdge: number,
  toEdge: number,
  traces: Float64Array | null,
): CandidateEdges {
  const { edgeVertices, edgeFaces, edgeKind, partOneSided, partEdgeStart } = scene;
  const { u, v, w, facing } = view;
  const [ends, face, kind, join] = [_ends, _face, _kind, _join];
  ends.length = face.length = kind.length = join.length = 0;
  const NONE = -1;

  for (let part = 0; part < seen.length; part++) {
    if (!seen[part] || partEdgeStart[part]! >= toEdge || partEdgeStart[part + 1]! <= fromEdge) continue;
    view.turn(part);
    const closed = partOneSided[part] === 1;
    const clip = limits.cut && seen[part] === 1;
    for (let e = Math.max(fromEdge, partEdgeStart[part]!), end = Math.min(toEdge, partEdgeStart[part + 1]!); e < end; e++) {
      const ek = edgeKind[e]!;
      if (ek === EdgeKind.coplanar || inTrims?.edges[e]) continue;
      const a = edgeFaces[e * 2]!,
        b = edgeFaces[e * 2 + 1]!;
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
        if (!seenA && !seenB && !(keepHidden && ek === EdgeKind.crease && (fa === Facing.back || fb === Facing.back))) continue;
        if (ek <= EdgeKind.smooth && !turns) continue;
        if (ek === EdgeKind.faint && !turnsAway(scene, view, e, a, b)) continue;
        reason =
          !seenA && !seenB ? Candidate.back : turns ? Candidate.outline : ek === EdgeKind.surface ? Candidate.surface : Candidate.crease;
        // Of two seen faces one lies behind what continues the other, if the edge is convex; in a corner neither does.
        if (seenA && seenB ? isConvex(scene, e, a, b) : seenA) joinA = a;
        if (seenA && seenB ? joinA !== NONE : seenB) joinB = b;
      }
      const p = edgeVertices[e * 2]!,
        q = edgeVertices[e * 2 + 1]!;
      push(u[p]!, v[p]!, w[p]!, u[q]!, v[q]!, w[q]!, clip, a, reason, joinA, joinB);
    }
  }
  if (traces) meetingLines();
  if (traces && scene.triangles.length)
    for (let t = 0; t < traces.length; t += 6) {
      const p = inPicture(traces, t);
      push(p[0]!, p[1]!, p[2]!, p[3]!, p[4]!, p[5]!, limits.cut, 0, Candidate.trace, NONE, NONE);
    }
  return {
    count: face.length,
    ends: ends.view(),
    face: face.view(),
    kind: kind.view(),
    joinFaces: join.view(),
  };

  /** Lines where surfaces of two parts run through each other: seen when one of the faces is. */
  function meetingLines(): void {
    const { meetingEnds, meetingFaces, trianglePart } = scene;
    const isSeen = (t: number) => (partOneSided[trianglePart[t]!] === 1 ? facing[t] === Facing.front : facing[t] !== Facing.edgeOn);
    for (let m = 0; m < meetingFaces.length; m += 2) {
      const a = meetingFaces[m]!,
        b = meetingFaces[m + 1]!;
      const shownA = seen[trianglePart[a]!]!,
        shownB = seen[trianglePart[b]!]!;
      if (!shownA || !shownB || inTrims?.meetings[m / 2]) continue;
      view.turn(trianglePart[a]!);
      view.turn(trianglePart[b]!);
      if (!isSeen(a) && !isSeen(b)) continue;
      const place = inPicture(meetingEnds, m * 3);
      const clip = limits.cut && (shownA === 1 || shownB === 1);
      push(place[0]!, place[1]!, place[2]!, place[3]!, place[4]!, place[5]!, clip, a, Candidate.crease, NONE, NONE);
    }
  }

  /** Both ends of a line of space in the picture: u v w each. */
  function inPicture(space: Float64Array, at: number): Float64Array {
    const [ox, oy, oz] = frame.origin;
    const { right, up, look } = frame;
    const place = new Float64Array(6);
    for (let end = 0; end < 6; end += 3) {
      const x = space[at + end]! - ox,
        y = space[at + end + 1]! - oy,
        z = space[at + end + 2]! - oz;
      const depth = x * look[0] + y * look[1] + z * look[2];
      const k = foreshortening(depth, distance);
      place[end] = (x * right[0] + y * right[1] + z * right[2]) * k;
      place[end + 1] = (x * up[0] + y * up[1] + z * up[2]) * k;
      place[end + 2] = depth * k;
    }
    return place;
  }

  /** Adds a line, cut off at the cutting plane and at the depth limit; what points along the look is a point in the picture and no line. */
  function push(
    u0: number,
    v0: number,
    w0: number,
    u1: number,
    v1: number,
    w1: number,
    clip: boolean,
    owner: number,
    reason: number,
    joinA: number,
    joinB: number,
  ): void {
    if (u0 + SKEW * v0 > u1 + SKEW * v1) return push(u1, v1, w1, u0, v0, w0, clip, owner, reason, joinA, joinB);
    if (clip) {
      if (w0 < 0 && w1 < 0) return;
      if (w0 < 0 || w1 < 0) {
        const t = w0 / (w0 - w1);
        const mu = u0 + t * (u1 - u0),
          mv = v0 + t * (v1 - v0);
        if (w0 < 0) {
          u0 = mu;
          v0 = mv;
          w0 = 0;
        } else {
          u1 = mu;
          v1 = mv;
          w1 = 0;
        }
      }
    }
    if (w0 > limits.depth || w1 > limits.depth) {
      if (w0 > limits.depth && w1 > limits.depth) return;
      const t = (limits.depth - w0) / (w1 - w0);
      const mu = u0 + t * (u1 - u0),
        mv = v0 + t * (v1 - v0);
      if (w0 > limits.depth) {
        u0 = mu;
        v0 = mv;
        w0 = limits.depth;
      } else {
        u1 = mu;
        v1 = mv;
        w1 = limits.depth;
      }
    }
    if (Math.abs(u1 - u0) < 1e-6 && Math.abs(v1 - v0) < 1e-6) return;
    if (!keepHidden && isCovered(tiles, u0, v0, u1, v1, w0 < w1 ? w0 : w1)) return;
    const data = ends.reserve(6);
    const at = ends.length;
    data[at] = u0;
    data[at + 1] = v0;
    data[at + 2] = w0;
    data[at + 3] = u1;
    data[at + 4] = v1;
    data[at + 5] = w1;
    ends.length = at + 6;
    face.push(owner);
    kind.push(reason);
    join.push(joinA);
    join.push(joinB);
  }
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
      if (!(band.cover[tile]! < w - BEHIND) && !restHides(band.rest, tile, uMin, vMin, uMax, vMax, w - BEHIND)) return false;
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

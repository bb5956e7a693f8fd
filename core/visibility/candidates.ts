import { BEHIND } from '../geometry/numbers/tolerances';
import { pointAtEye } from './at-eye';
import type { Picture } from './picture';
import { coverageHides } from './tiles/tile-coverage';
import { bandAt, type Tiles } from './tiles/tile-index';
import { PAD } from './tiles/triangle-batches';
import { BEHIND_EYE } from './view-space';
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
export const NONE = -1;

/** Takes lines in, cut off at the planes that pass their part; its storage is the workspace's. */
export class Candidates {
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

/** How far beyond a clip the corner of a triangle lies that an edge p q of it has not; nought behind the eye. */
export function farCornerBeyond({ scene, space, clips }: Picture, k: number, t: number, p: number, q: number): number {
  const { triangles } = scene;
  const { u, v, w } = space;
  const far = triangles[t * 3]! + triangles[t * 3 + 1]! + triangles[t * 3 + 2]! - p - q;
  return w[far] === BEHIND_EYE ? 0 : clips.beyond(k, u[far]!, v[far]!, w[far]!);
}

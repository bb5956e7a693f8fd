import { Source, type Picture } from '../picture';
import earcut from 'earcut';
import type { CutFace } from '../../cutting/cut-face';
import { foreshortening } from '../../geometry/frame';
import { ringBounds, type Face } from '../../geometry/rings';
import { EDGE } from '../../geometry/numbers/tolerances';
import { EdgeKind } from '../../scene/scene';
import type { View } from '../../sights/view';
import { NEAREST } from '../../sights/views-of';
import { pointAtEye } from '../at-eye';
import { clipPolygon } from '../clip-polygon';
import type { Band } from './tile-index';
import { TileStore, type Batch } from './tile-store';
import { BEHIND_EYE, Facing } from '../view-space';
import type { WantedTiles } from './wanted-tiles';

/** How far below everything a curtain of earth hangs, metres. */
const BELOW = 1;

/**
 * Fills the tiles of some columns with what can hide: closed parts by their front faces, open ones by both sides; triangles are cut
 * off at the cutting plane and the clips, and cut faces are added. Batches that lie behind what covers all their tiles are passed over,
 * their corners not even turned. Returns the tiles, and marks the parts of which something may be seen in `seen`.
 * Cost: the batches, and one visit for each triangle and tile that is not covered yet.
 */
export function fillTiles(picture: Picture, wanted: WantedTiles, firstColumn: number, endColumn: number, seen: Uint8Array): Band {
  const { space, batches, grid, workspace } = picture;
  const { shown, keepsHidden } = picture.view;
  const store = new TileStore(grid, firstColumn, endColumn, wanted, workspace);
  const { batch } = workspace;
  batch.corners.length = batch.source.length = 0;
  addFaces(picture, batch);
  store.lay(batch);
  for (let k = 0; k < batches.count; k++) {
    const own = batches.order[k]!;
    const part = batches.part[own]!;
    if (!store.isOpen(batches.box, own * 4, batches.near[own]!)) {
      if (!keepsHidden) continue;
      // its lines are wanted, but it hides nothing that is not hidden already
      seen[part] = shown[part]!;
      continue;
    }
    space.turn(part);
    seen[part] = shown[part]!;
    const [firstClip, endClip] = [own ? batches.clipEnd[own - 1]! : 0, batches.clipEnd[own]!];
    if (firstClip === endClip) addTriangles(picture, part, batches.from[own]!, batches.to[own]!, batch);
    else addClipped(picture, part, batches.from[own]!, batches.to[own]!, batches.clips.subarray(firstClip, endClip), batch);
    store.lay(batch);
  }
  return store.done();
}

/** The triangles of a run that hide something, cut off at the plane. */
function addTriangles({ scene, space, view }: Picture, part: number, from: number, to: number, batch: Batch): void {
  const { triangles, partOneSided } = scene;
  const { u, v, w, facing } = space;
  const isClosed = partOneSided[part] === 1;
  const isCut = view.isCut && view.shown[part] === 1;
  for (let t = from; t < to; t++) {
    const f = facing[t]!;
    if (f === Facing.edgeOn || (isClosed && f === Facing.back)) continue;
    const a = triangles[t * 3]!,
      b = triangles[t * 3 + 1]!,
      c = triangles[t * 3 + 2]!;
    const wa = w[a]!,
      wb = w[b]!,
      wc = w[c]!;
    if (wa > view.depth && wb > view.depth && wc > view.depth) continue;
    if (!isCut || (wa >= 0 && wb >= 0 && wc >= 0)) {
      add(batch, t, u[a]!, v[a]!, wa, u[b]!, v[b]!, wb, u[c]!, v[c]!, wc);
      continue;
    }
    if (wa < 0 && wb < 0 && wc < 0) continue;
    const n = clipFront(u, v, w, a, b, c, _clipped);
    const p = _clipped;
    add(batch, t, p[0]!, p[1]!, p[2]!, p[3]!, p[4]!, p[5]!, p[6]!, p[7]!, p[8]!);
    if (n === 4) add(batch, t, p[0]!, p[1]!, p[2]!, p[6]!, p[7]!, p[8]!, p[9]!, p[10]!, p[11]!);
  }
}

/** Room for a triangle of which each of a sight's planes takes a corner. */
const [_one, _two] = [new Float64Array(400), new Float64Array(400)];
const _clipped = new Float64Array(12);

/** The same of a run that clips pass. */
function addClipped(picture: Picture, part: number, from: number, to: number, passing: Int32Array, batch: Batch): void {
  const { scene, space, view, clips } = picture;
  const isClosed = scene.partOneSided[part] === 1;
  const isCut = view.isCut && view.shown[part] === 1;
  for (let t = from; t < to; t++) {
    const f = space.facing[t]!;
    if (f === Facing.edgeOn || (isClosed && f === Facing.back)) continue;
    let n = cornersBeforeEye(picture, t, _one);
    let [own, other] = [_one, _two];
    const take = (a: number, b: number, c: number, d: number) => {
      n = clipPolygon(own, n, a, b, c, d, other);
      [own, other] = [other, own];
    };
    if (isCut) take(0, 0, -1, 0);
    for (let k = 0; k < passing.length && n > 2; k++) {
      const p = passing[k]! * 4;
      if (passing[k] !== clips.eye) take(clips.planes[p]!, clips.planes[p + 1]!, clips.planes[p + 2]!, clips.planes[p + 3]!);
    }
    for (let k = 2; k < n; k++) {
      const [b, c] = [k * 3 - 3, k * 3];
      add(batch, t, own[0]!, own[1]!, own[2]!, own[b]!, own[b + 1]!, own[b + 2]!, own[c]!, own[c + 1]!, own[c + 2]!);
    }
  }
}

/** The corners of a triangle, cut off at the plane before the eye; returns how many. */
function cornersBeforeEye({ scene, space, view }: Picture, t: number, out: Float64Array): number {
  const { u, v, w } = space;
  let n = 0;
  for (let k = 0; k < 3; k++) {
    const p = scene.triangles[t * 3 + k]!,
      q = scene.triangles[t * 3 + ((k + 1) % 3)]!;
    const isIn = w[p] !== BEHIND_EYE;
    if (isIn) {
      out[n * 3] = u[p]!;
      out[n * 3 + 1] = v[p]!;
      out[n * 3 + 2] = w[p]!;
      n++;
    }
    if (isIn !== (w[q] !== BEHIND_EYE)) pointAtEye(scene, view.frame, view.distance, p, q, out, n++ * 3);
  }
  return n;
}

/** Adds a triangle, turned counter-clockwise; one that is no more than a line in the picture hides nothing. */
function add(
  { corners, source }: Batch,
  from: number,
  u0: number,
  v0: number,
  w0: number,
  u1: number,
  v1: number,
  w1: number,
  u2: number,
  v2: number,
  w2: number,
): void {
  const turn = (u1 - u0) * (v2 - v0) - (v1 - v0) * (u2 - u0);
  const a = (u1 - u0) * (u1 - u0) + (v1 - v0) * (v1 - v0),
    b = (u2 - u0) * (u2 - u0) + (v2 - v0) * (v2 - v0),
    c = (u2 - u1) * (u2 - u1) + (v2 - v1) * (v2 - v1);
  if (turn * turn <= EDGE * EDGE * (a > b ? (a > c ? a : c) : b > c ? b : c)) return;
  const data = corners.reserve(9);
  const at = corners.length;
  data[at] = u0;
  data[at + 1] = v0;
  data[at + 2] = w0;
  const [second, third] = turn > 0 ? [at + 3, at + 6] : [at + 6, at + 3];
  data[second] = u1;
  data[second + 1] = v1;
  data[second + 2] = w1;
  data[third] = u2;
  data[third + 1] = v2;
  data[third + 2] = w2;
  corners.length = at + 9;
  source.push(from);
}

/** Cut faces, and the curtains of earth below a terrain's edge and below the earth that is cut, which hide what is buried. */
function addFaces(picture: Picture, batch: Batch): void {
  for (const { face, depth } of picture.cutFaces) addFace(face, depth, batch);
  const { scene, view, earthFaces } = picture;
  if (!scene.partGround.includes(1)) return;
  const bottom = lowestShown(picture) - BELOW;
  for (let part = 0; part < view.shown.length; part++)
    if (view.shown[part] && scene.partGround[part]) addCurtains(picture, part, bottom, batch);
  const { up, look, origin } = view.frame;
  if (Math.abs(look[2]) > 1e-6 || Math.abs(up[2]) < 1e-6) return;
  // cut earth goes on below where its region ends
  for (const face of earthFaces) {
    const [u0, v0, u1] = ringBounds(face.slice(0, 1));
    const low = Math.min(v0, (bottom - origin[2]) / up[2]);
    add(batch, Source.curtain, u0, v0, 0, u1, v0, 0, u1, low, 0);
    add(batch, Source.curtain, u0, v0, 0, u1, low, 0, u0, low, 0);
  }
}

function addFace(face: Face, [at, byU, byV]: CutFace['depth'], batch: Batch): void {
  const flat = face.flatMap((ring) => [...ring]);
  const deep = (i: number) => at + byU * flat[i]! + byV * flat[i + 1]!;
  const holes: number[] = [];
  for (let r = 1, at = face[0]!.length / 2; r < face.length; at += face[r]!.length / 2, r++) holes.push(at);
  const ids = earcut(flat, holes.length ? holes : undefined);
  for (let i = 0; i < ids.length; i += 3) {
    const a = ids[i]! * 2,
      b = ids[i + 1]! * 2,
      c = ids[i + 2]! * 2;
    add(batch, Source.cutFace, flat[a]!, flat[a + 1]!, deep(a), flat[b]!, flat[b + 1]!, deep(b), flat[c]!, flat[c + 1]!, deep(c));
  }
}

/** What hangs from the border of a terrain's surface: it reaches below all that is shown. */
function addCurtains({ scene, space, view, clips }: Picture, part: number, bottom: number, batch: Batch): void {
  const { vertices, edgeVertices, edgeKind, partEdgeStart } = scene;
  space.turn(part);
  const { u, v, w } = space;
  const foot = new Float64Array(6);
  const isCut = view.isCut && view.shown[part] === 1;
  for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
    if (edgeKind[e] !== EdgeKind.border) continue;
    const p = edgeVertices[e * 2]!,
      q = edgeVertices[e * 2 + 1]!;
    if (
      w[p] === BEHIND_EYE ||
      w[q] === BEHIND_EYE ||
      !inPicture(view, vertices, p, bottom, foot, 0) ||
      !inPicture(view, vertices, q, bottom, foot, 3)
    )
      continue;
    // a curtain that planes pass is cut off at them as a triangle is
    for (const half of [0, 1]) {
      _one.set(
        half
          ? [u[p]!, v[p]!, w[p]!, foot[3]!, foot[4]!, foot[5]!, foot[0]!, foot[1]!, foot[2]!]
          : [u[p]!, v[p]!, w[p]!, u[q]!, v[q]!, w[q]!, foot[3]!, foot[4]!, foot[5]!],
      );
      let [own, other, n] = [_one, _two, 3];
      if (isCut) {
        n = clipPolygon(own, n, 0, 0, -1, 0, other);
        [own, other] = [other, own];
      }
      for (let k = 0; k < clips.count && n > 2 && view.shown[part] === 1; k++) {
        if (k === clips.eye) continue;
        n = clipPolygon(own, n, clips.planes[k * 4]!, clips.planes[k * 4 + 1]!, clips.planes[k * 4 + 2]!, clips.planes[k * 4 + 3]!, other);
        [own, other] = [other, own];
      }
      for (let k = 2; k < n; k++) {
        const [b, c] = [k * 3 - 3, k * 3];
        add(batch, Source.curtain, own[0]!, own[1]!, own[2]!, own[b]!, own[b + 1]!, own[b + 2]!, own[c]!, own[c + 1]!, own[c + 2]!);
      }
    }
  }
}

/** The place in the picture of what lies at a height straight below a corner; false where that is behind the eye. */
function inPicture(
  { frame, distance }: View,
  vertices: Float64Array,
  corner: number,
  height: number,
  out: Float64Array,
  at: number,
): boolean {
  const { origin, right, up, look } = frame;
  const x = vertices[corner * 3]! - origin[0],
    y = vertices[corner * 3 + 1]! - origin[1],
    z = height - origin[2];
  const depth = x * look[0] + y * look[1] + z * look[2];
  if (depth + distance < NEAREST) return false;
  const k = foreshortening(depth, distance);
  out[at] = (x * right[0] + y * right[1] + z * right[2]) * k;
  out[at + 1] = (x * up[0] + y * up[1] + z * up[2]) * k;
  out[at + 2] = depth * k;
  return true;
}

/** The lowest height of all that is shown. */
function lowestShown({ scene, view }: Picture): number {
  let least = Infinity;
  for (let part = 0; part < view.shown.length; part++) if (view.shown[part]) least = Math.min(least, scene.partBounds[part * 6 + 2]!);
  return least;
}

/** The part of a triangle with w >= 0, three or four corners into `out`; returns how many. */
function clipFront(u: Float64Array, v: Float64Array, w: Float64Array, a: number, b: number, c: number, out: Float64Array): number {
  let n = 0;
  for (let k = 0; k < 3; k++) {
    const p = k === 0 ? a : k === 1 ? b : c;
    const q = k === 0 ? b : k === 1 ? c : a;
    const wp = w[p]!,
      wq = w[q]!;
    if (wp >= 0) {
      out[n * 3] = u[p]!;
      out[n * 3 + 1] = v[p]!;
      out[n * 3 + 2] = wp;
      n++;
    }
    if (wp >= 0 !== wq >= 0) {
      // always from the lower corner, so that both triangles of an edge get the same point
      const [lo, hi] = p < q ? [p, q] : [q, p];
      const t = w[lo]! / (w[lo]! - w[hi]!);
      out[n * 3] = u[lo]! + t * (u[hi]! - u[lo]!);
      out[n * 3 + 1] = v[lo]! + t * (v[hi]! - v[lo]!);
      out[n * 3 + 2] = 0;
      n++;
    }
  }
  return n;
}

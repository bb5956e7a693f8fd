import earcut from 'earcut';
import { ringBounds, type Face } from '../geometry/polygons';
import { EDGE } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { EdgeKind, type Scene } from '../scene/scene';
import type { Frame } from '../sights/frame';
import { Facing, type OpenViewSpace } from '../sights/view-space';
import type { ViewLimits } from './candidate-edges';
import type { Band } from './tile-index';
import type { WantedTiles } from './wanted-tiles';
import { TileStore, type Batch, type Grid } from './tile-store';
import type { ViewUnits } from './view-units';

/** A face that hides what lies behind it, and its depth at the picture's origin and by one unit of u and of v. */
export interface CutFace {
  readonly face: Face;
  readonly depth: readonly [at: number, byU: number, byV: number];
}

/** What one picture is made of, before anything is hidden. */
export interface Picture {
  readonly scene: Scene;
  readonly view: OpenViewSpace;
  readonly units: ViewUnits;
  readonly grid: Grid;
  /** Parts that the sight shows (1), or shows and leaves whole (2). */
  readonly shown: Uint8Array;
  readonly limits: ViewLimits;
  /** null for a perspective, in which no curtains are hung. */
  readonly frame: Frame | null;
  readonly cutFaces: readonly CutFace[];
  readonly earthFaces: readonly Face[];
  /** Whether lines that are hidden are wanted too: then nothing is passed over. */
  readonly keepHidden: boolean;
  /** Whether there are lines that belong to no part. */
  readonly hasTraces: boolean;
}

const _batch: Batch = { corners: new Growing((n) => new Float64Array(n)), source: new Growing((n) => new Int32Array(n)) };
const CAP = -1;
const _clipped = new Float64Array(12);

/** How deep a curtain hangs: below every footing. */
const BURIED = 60;

/**
 * Fills the tiles of some columns with what can hide: closed parts by their front faces, open ones by both sides; triangles are cut
 * off at the cutting plane, and cut faces are added. Units that lie behind what covers all their tiles are passed over, their
 * corners not even turned. Returns the tiles, and marks the parts of which something may be seen in `seen`.
 * Cost: the units, and one visit for each triangle and tile that is not covered yet.
 */
export function fillTiles(picture: Picture, wanted: WantedTiles, firstColumn: number, endColumn: number, seen: Uint8Array): Band {
  const { view, units, grid, shown, keepHidden } = picture;
  const store = new TileStore(grid, firstColumn, endColumn, wanted);
  const batch = _batch;
  batch.corners.length = batch.source.length = 0;
  addFaces(picture, batch);
  store.lay(batch);
  for (let k = 0; k < units.count; k++) {
    const unit = units.order[k]!;
    const part = units.part[unit]!;
    if (!store.isOpen(units.box, unit * 4, units.near[unit]!)) {
      if (!keepHidden) continue;
      // its lines are wanted, but it hides nothing that is not hidden already
      seen[part] = shown[part]!;
      continue;
    }
    view.turn(part);
    seen[part] = shown[part]!;
    addTriangles(picture, part, units.from[unit]!, units.to[unit]!, batch);
    store.lay(batch);
  }
  return store.done();
}

/** The triangles of a run that hide something, cut off at the plane. */
function addTriangles({ scene, view, shown, limits }: Picture, part: number, from: number, to: number, batch: Batch): void {
  const { triangles, partOneSided } = scene;
  const { u, v, w, facing } = view;
  const isClosed = partOneSided[part] === 1;
  const isCut = limits.cut && shown[part] === 1;
  for (let t = from; t < to; t++) {
    const f = facing[t]!;
    if (f === Facing.edgeOn || (isClosed && f === Facing.back)) continue;
    const a = triangles[t * 3]!,
      b = triangles[t * 3 + 1]!,
      c = triangles[t * 3 + 2]!;
    const wa = w[a]!,
      wb = w[b]!,
      wc = w[c]!;
    if (wa > limits.depth && wb > limits.depth && wc > limits.depth) continue;
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
function addFaces({ scene, view, shown, limits, frame, cutFaces, earthFaces }: Picture, batch: Batch): void {
  const { u, v, w } = view;
  for (const { face, depth } of cutFaces) {
    const [at, byU, byV] = depth;
    const deep = (i: number) => at + byU * flat[i]! + byV * flat[i + 1]!;
    const flat = face.flatMap((ring) => [...ring]);
    const holes: number[] = [];
    for (let r = 1, at = face[0]!.length / 2; r < face.length; at += face[r]!.length / 2, r++) holes.push(at);
    const ids = earcut(flat, holes.length ? holes : undefined);
    for (let i = 0; i < ids.length; i += 3) {
      const a = ids[i]! * 2,
        b = ids[i + 1]! * 2,
        c = ids[i + 2]! * 2;
      add(batch, CAP, flat[a]!, flat[a + 1]!, deep(a), flat[b]!, flat[b + 1]!, deep(b), flat[c]!, flat[c + 1]!, deep(c));
    }
  }
  if (!frame) return;
  const down = [-frame.right[2] * BURIED, -frame.up[2] * BURIED, -frame.look[2] * BURIED] as const;
  for (let part = 0; part < shown.length; part++) {
    if (!shown[part] || !scene.partGround[part]) continue;
    view.turn(part);
    for (let e = scene.partEdgeStart[part]!; e < scene.partEdgeStart[part + 1]!; e++) {
      if (scene.edgeKind[e] !== EdgeKind.border) continue;
      const p = scene.edgeVertices[e * 2]!,
        q = scene.edgeVertices[e * 2 + 1]!;
      if (limits.cut && (w[p]! < 0 || w[q]! < 0)) continue;
      const [a, b, c, d, f, g] = [u[p]!, v[p]!, w[p]!, u[q]!, v[q]!, w[q]!];
      add(batch, CAP, a, b, c, d, f, g, d + down[0], f + down[1], g + down[2]);
      add(batch, CAP, a, b, c, d + down[0], f + down[1], g + down[2], a + down[0], b + down[1], c + down[2]);
    }
  }
  if (Math.abs(down[2]) < 1e-6)
    for (const face of earthFaces) {
      const [u0, v0, u1] = ringBounds(face.slice(0, 1));
      add(batch, CAP, u0, v0, 0, u1, v0, 0, u1 + down[0], v0 + down[1], 0);
      add(batch, CAP, u0, v0, 0, u1 + down[0], v0 + down[1], 0, u0 + down[0], v0 + down[1], 0);
    }
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

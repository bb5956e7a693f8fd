import { BEHIND, DEPTH, EDGE, SNAP, SPECK } from '../geometry/numbers/tolerances';
import type { Scene } from '../scene/scene';
import { Candidate, type CandidateEdges } from './candidates';
import { Source } from './picture';
import { continues, hidesBeyond } from './flush-faces';
import { Stretches } from '../geometry/numbers/intervals';
import { EARLY, FROM, LATE, liesBeside, TO, type Stretch } from './line-in-triangle';
import { bandAt, recordOf, STRIDE, UNORDERED, marksOf, nextSearch, type Band, type Tiles } from './tiles/tile-index';
import { noEdge, type Edge } from './edge-under-way';
import { emitGaps, LEFTOVER, newSink, type Pieces, type Sink } from './pieces';
import type { OpenViewSpace } from './view-space';

const _hidden = new Stretches();
/** Where a face of another part continues the edge's own, and where something else hides it there. */
const _flush = new Stretches();
const _bare = new Stretches();
/** Where the edge lies in a cut face. */
const _inFace = new Stretches();
/** Where a triangle lies beside an edge. */
const _stretch: Stretch = new Float64Array(4);

/**
 * Removes what is hidden, exactly: each edge walks the tiles it crosses and subtracts, for every occluder in them (nearest
 * first, each once), the interval in which it runs inside the triangle and behind its plane. A line in the plane of a face
 * (within DEPTH) is not hidden by it; a line that goes behind a face is hidden from where it meets the plane.
 * `joints` names the parts (1) that keep their joints. An interval along which a face of another part of the same flush group continues the edge's only seen face is a joint that
 * is not drawn, unless something else hides that face there. Cost: edges times the few occluders of the tiles before the first that covers.
 * Method: quantitative invisibility by analytic clipping (after A. Appel 1967), arranged by tiles and depth; ours.
 */
export function hide(
  scene: Scene,
  view: OpenViewSpace,
  edges: CandidateEdges,
  tiles: Tiles,
  keepHidden: boolean,
  joints: Uint8Array,
): Pieces {
  const sink = newSink();
  const edge = noEdge();
  const on: Ground = { scene, view, tiles, joints, band: tiles.bands[0]! };
  for (let c = 0; c < edges.count; c++) {
    begin(edge, edges, c, on);
    walk(on, edge);
    leaveOutJoints(on, edge);
    emit(sink, edge, edges, c, keepHidden);
  }
  return { count: sink.owner.length, ends: sink.ends.view(), candidate: sink.owner.view(), hidden: sink.hidden.view() };
}

/** What edges are held against. */
interface Ground {
  readonly scene: Scene;
  readonly view: OpenViewSpace;
  readonly tiles: Tiles;
  readonly joints: Uint8Array;
  /** The one that was walked last. */
  band: Band;
}

function begin(edge: Edge, { ends, joinFaces }: CandidateEdges, c: number, { scene: { trianglePart, partFlush }, joints }: Ground): void {
  const e = c * 6;
  const u0 = ends[e]!,
    v0 = ends[e + 1]!,
    w0 = ends[e + 2]!;
  const du = ends[e + 3]! - u0,
    dv = ends[e + 4]! - v0,
    dw = ends[e + 5]! - w0;
  edge.u0 = u0;
  edge.v0 = v0;
  edge.w0 = w0;
  edge.du = du;
  edge.dv = dv;
  edge.dw = dw;
  edge.length = Math.sqrt(du * du + dv * dv);
  edge.gap = LEFTOVER / edge.length;
  const end = dw > 0 ? w0 + dw : w0;
  edge.deepest = end + DEPTH + Math.abs(end) * UNORDERED;
  edge.uMin = du < 0 ? u0 + du : u0;
  edge.uMax = du < 0 ? u0 : u0 + du;
  edge.vMin = dv < 0 ? v0 + dv : v0;
  edge.vMax = dv < 0 ? v0 : v0 + dv;
  const faceA = joinFaces[c * 2]!,
    faceB = joinFaces[c * 2 + 1]!;
  const part = faceA >= 0 ? trianglePart[faceA]! : faceB >= 0 ? trianglePart[faceB]! : -1;
  edge.faceA = faceA;
  edge.faceB = faceB;
  edge.part = part;
  edge.flush = part >= 0 && !joints[part] ? partFlush[part]! : -1;
  // a joint may be a hair wide: a face of the same flush group beside the edge goes on from it all the same
  edge.beside = edge.flush >= 0 ? SNAP : 0;
  edge.inPlane.length = 0;
  _hidden.count = _flush.count = _bare.count = _inFace.count = 0;
}

/** Tiles along the edge (after J. Amanatides, A. Woo, A Fast Voxel Traversal Algorithm, 1987), until all of it is hidden. */
function walk(on: Ground, edge: Edge): void {
  const { u0: tu, v0: tv, size, columns, rows } = on.tiles;
  const { u0, v0, du, dv } = edge;
  const search = nextSearch();
  let i = Math.floor((u0 - tu) / size),
    j = Math.floor((v0 - tv) / size);
  const iEnd = Math.floor((u0 + du - tu) / size),
    jEnd = Math.floor((v0 + dv - tv) / size);
  const si = du > 0 ? 1 : -1,
    sj = dv > 0 ? 1 : -1;
  let ti = du === 0 ? Infinity : (tu + (i + (du > 0 ? 1 : 0)) * size - u0) / du;
  let tj = dv === 0 ? Infinity : (tv + (j + (dv > 0 ? 1 : 0)) * size - v0) / dv;
  const stepI = du === 0 ? Infinity : size / Math.abs(du),
    stepJ = dv === 0 ? Infinity : size / Math.abs(dv);
  let steps = Math.abs(iEnd - i) + Math.abs(jEnd - j);
  let enter = 0;
  for (;;) {
    const leave = steps === 0 ? 1 : ti < tj ? ti : tj;
    if (i >= 0 && j >= 0 && i < columns && j < rows && !_hidden.covers(enter, leave)) lookIn(on, edge, i, j, enter, leave, search);
    if (steps-- === 0 || _hidden.covers(0, 1)) return;
    enter = leave;
    if (ti < tj) {
      ti += stepI;
      i += si;
    } else {
      tj += stepJ;
      j += sj;
    }
  }
}

/**
 * Holds an edge against what lies in a tile, nearest first, until what of it lies in the tile is hidden. The innermost loop of all: the
 * stretch inside a triangle is worked out here once more, in numbers alone (as `clipToSides` does it): a call for each costs a tenth.
 */
function lookIn(on: Ground, edge: Edge, i: number, j: number, enter: number, leave: number, search: number): void {
  if (i < on.band.first || i >= on.band.first + on.band.columns) on.band = bandAt(on.tiles, i);
  const { band } = on;
  const { records, made, near, triangle, start, items, cover } = band;
  const { trianglePart, partFlush } = on.scene;
  const marks = marksOf(band);
  const tile = j * band.columns + i - band.first;
  const { u0, v0, w0, du, dv, dw, deepest, beside, part, flush, gap } = edge;
  // behind a triangle that covers the tile nothing needs to be asked
  if (cover[tile]! < (dw > 0 ? w0 + dw * enter : w0 + dw * leave) - BEHIND) {
    _hidden.insert(enter, leave, enter, leave, gap);
    return;
  }
  const uMin = edge.uMin - beside,
    uMax = edge.uMax + beside,
    vMin = edge.vMin - beside,
    vMax = edge.vMax + beside;
  for (let k = start[tile]!, stop = start[tile + 1]!; k < stop; k++) {
    const o = items[k]!;
    if (near[o]! > deepest) return;
    if (marks[o] === search) continue;
    marks[o] = search;
    const at = made[o] ? o * STRIDE : recordOf(band, o);
    if (records[at + 13]! > uMax || records[at + 15]! < uMin || records[at + 14]! > vMax || records[at + 16]! < vMin) continue;
    let from = 0,
      to = 1;
    // how much of the stretch is owed to the widening
    let early = 0,
      late = 0;
    let isInside = true;
    for (let s = at; s < at + 9; s += 3) {
      const a = records[s]!,
        b = records[s + 1]!;
      const g0 = a * u0 + b * v0 + records[s + 2]! + EDGE;
      const slope = a * du + b * dv;
      const g1 = g0 + slope;
      if (g0 < 0) {
        if (g1 < 0) {
          isInside = false;
          break;
        }
        const t = -g0 / slope;
        if (t > from) {
          from = t;
          early = EDGE / slope;
        }
      } else if (g1 < 0) {
        const t = -g0 / slope;
        if (t < to) {
          to = t;
          late = -EDGE / slope;
        }
      }
    }
    if (!isInside) {
      const t = triangle[o]!;
      if (flush >= 0 && t >= 0 && trianglePart[t] !== part && partFlush[trianglePart[t]!] === flush) besideEdge(on, edge, t, at);
      continue;
    }
    // a widened triangle has spikes at its sharp corners, the longer the sharper: they end at its own box
    for (let axis = 0; axis < 2; axis++) {
      const way = axis ? dv : du;
      if (way === 0) continue;
      const length = Math.abs(way);
      const first = way > 0 ? records[at + 13 + axis]! - (axis ? v0 : u0) : (axis ? v0 : u0) - records[at + 15 + axis]!,
        last = way > 0 ? records[at + 15 + axis]! - (axis ? v0 : u0) : (axis ? v0 : u0) - records[at + 13 + axis]!;
      if (first > from * length) {
        from = first / length;
        early = EDGE / length;
      }
      if (last < to * length) {
        to = last / length;
        late = EDGE / length;
      }
    }
    if (to - from <= 1e-12) continue;
    const nu = records[at + 9]!,
      nv = records[at + 10]!,
      nw = records[at + 11]!;
    // metres behind the plane, where the edge begins and what comes to it along the edge
    const h = nu * u0 + nv * v0 + nw * w0 + records[at + 12]!;
    const rise = nu * du + nv * dv + nw * dw;
    const h0 = h + rise * from,
      h1 = h + rise * to;
    if (h0 <= DEPTH && h1 <= DEPTH) {
      if (h0 >= -DEPTH && h1 >= -DEPTH) inPlane(on, edge, triangle[o]!, from, to, from + early, to - late);
      continue;
    }
    if (h0 < 0) {
      from = -h / rise;
      early = 0;
    } else if (h1 < 0) {
      to = -h / rise;
      late = 0;
    }
    if (to <= from) continue;
    _hidden.insert(from, to, from + early, to - late, gap);
    if (_hidden.covers(0, 1) || _hidden.covers(enter, leave)) return;
  }
}

/** Keeps where an edge lies in the plane of a triangle of the scene, or of a cut face: it may be a joint there, or no line. */
function inPlane(on: Ground, edge: Edge, t: number, from: number, to: number, exactFrom: number, exactTo: number): void {
  // what lies in a cut face itself, of a body that runs through another, is no line: the face has its own outline
  if (t === Source.cutFace) _inFace.insert(from, to, exactFrom, exactTo, edge.gap);
  else if (edge.flush >= 0 && t >= 0 && on.scene.trianglePart[t] !== edge.part) {
    if (goesOn(on, edge, t)) _flush.insert(from, to, exactFrom, exactTo, edge.gap);
    else edge.inPlane.push(t, from, to, exactFrom, exactTo);
  }
}

/** A triangle of another part of its flush group that an edge does not run inside of goes on from it all the same, beyond a hair of a joint. */
function besideEdge(on: Ground, edge: Edge, t: number, at: number): void {
  if (!liesBeside(on.band.records, at, edge, _stretch) || !goesOn(on, edge, t)) return;
  const from = _stretch[FROM]!,
    to = _stretch[TO]!;
  _flush.insert(from, to, from + _stretch[EARLY]!, to - _stretch[LATE]!, edge.gap);
}

/** Whether a triangle of another part goes on from an edge's face: they are of one flush group, and neither keeps its joints. */
function goesOn({ scene, view, joints }: Ground, edge: Edge, t: number): boolean {
  const other = scene.trianglePart[t]!;
  if (scene.partFlush[other] !== edge.flush || joints[other]) return false;
  return continues(scene, view, t, edge.faceA, edge) || continues(scene, view, t, edge.faceB, edge);
}

/** Where something hides the face that would go on there is no joint, but a corner; where the edge lies in a cut face there is no line. */
function leaveOutJoints({ scene, view }: Ground, edge: Edge): void {
  const { inPlane: own, faceA, faceB, gap } = edge;
  if (_flush.count) {
    for (let k = 0; k < own.length; k += 5)
      if (hidesBeyond(scene, view, own[k]!, faceA, edge) || hidesBeyond(scene, view, own[k]!, faceB, edge))
        _bare.insert(own[k + 1]!, own[k + 2]!, own[k + 3]!, own[k + 4]!, gap);
    if (_bare.count) _flush.subtract(_bare);
  }
  for (let k = 0; k < _inFace.count; k++) _flush.insert(_inFace.from[k]!, _inFace.to[k]!, _inFace.exactFrom[k]!, _inFace.exactTo[k]!, gap);
}

/** Writes what is seen of an edge, and what is hidden where it is asked for. */
function emit(sink: Sink, { length, gap }: Edge, { ends, kind }: CandidateEdges, c: number, keepHidden: boolean): void {
  if (keepHidden)
    for (let k = 0; k < _hidden.count; k++)
      emitGaps(sink, ends, c, length, _flush, Math.max(0, _hidden.exactFrom[k]!), Math.min(1, _hidden.exactTo[k]!), 1);
  // where nothing lies before it (a body that only touches the cutting plane) a back edge is no line either
  if (kind[c] === Candidate.back) return;
  // stretches too short to be drawn as gaps, unless all of the edge is hidden: an edge that grazes what is before it (a circle its
  // tangent) is hidden by the widening alone
  _hidden.drop((from, to) => (to - from) * length < SPECK && (from > 0 || to < 1));
  for (let k = 0; k < _flush.count; k++) _hidden.insert(_flush.from[k]!, _flush.to[k]!, _flush.exactFrom[k]!, _flush.exactTo[k]!, gap);
  emitGaps(sink, ends, c, length, _hidden, 0, 1, 0);
}

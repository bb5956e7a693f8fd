import { BEHIND, DEPTH, EDGE, SNAP, SPECK } from '../geometry/tolerances';
import { Growing } from '../geometry/growing';
import type { Scene } from '../scene/scene';
import { Candidate, type CandidateEdges } from './candidate-edges';
import { Source } from './picture';
import { continues, hidesBeyond, type PictureLine } from './flush-faces';
import { Stretches } from '../geometry/intervals';
import { bandAt, recordOf, STRIDE, UNORDERED, marksOf, nextSearch, type Tiles } from './tile-index';
import type { OpenViewSpace } from './view-space';

/** Pieces of candidate edges: six numbers of place each (u0 v0 w0 u1 v1 w1), the candidate, and whether it is hidden. */
export interface Pieces {
  readonly count: number;
  readonly ends: Float64Array;
  readonly candidate: Uint32Array;
  readonly hidden: Uint8Array;
}

/** Pieces shorter than this, and gaps between hidden stretches, come from the widening of the occluders. */
const LEFTOVER = 5 * EDGE;

const _hidden = new Stretches();
/** Where a face of another part continues the edge's own, and where something else hides it there. */
const _flush = new Stretches();
const _bare = new Stretches();
/** Where the edge lies in a cut face. */
const _inFace = new Stretches();

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
  const { u0: tu, v0: tv, size, columns, rows, bands } = tiles;
  let band = bands[0]!;
  let { records, made, near, triangle, start, items, cover } = band;
  const { ends, joinFaces } = edges;
  const { trianglePart, partFlush } = scene;
  let marks = marksOf(band);
  const sink: Sink = {
    ends: new Growing((n) => new Float64Array(n), 6 * 4096),
    owner: new Growing((n) => new Uint32Array(n), 4096),
    hidden: new Growing((n) => new Uint8Array(n), 4096),
  };

  /** Triangles in whose plane the edge lies: the number of each and its stretch, widened and exact. */
  const inPlane: number[] = [];
  const line: PictureLine = { u0: 0, v0: 0, du: 0, dv: 0, length: 0 };

  for (let c = 0; c < edges.count; c++) {
    const e = c * 6;
    const u0 = ends[e]!,
      v0 = ends[e + 1]!,
      w0 = ends[e + 2]!;
    const du = ends[e + 3]! - u0,
      dv = ends[e + 4]! - v0,
      dw = ends[e + 5]! - w0;
    const length = Math.sqrt(du * du + dv * dv);
    line.u0 = u0;
    line.v0 = v0;
    line.du = du;
    line.dv = dv;
    line.length = length;
    const gap = LEFTOVER / length;
    const search = nextSearch();
    const end = dw > 0 ? w0 + dw : w0;
    const deepest = end + DEPTH + Math.abs(end) * UNORDERED;
    const uMin = du < 0 ? u0 + du : u0,
      uMax = du < 0 ? u0 : u0 + du;
    const vMin = dv < 0 ? v0 + dv : v0,
      vMax = dv < 0 ? v0 : v0 + dv;
    const faceA = joinFaces[c * 2]!,
      faceB = joinFaces[c * 2 + 1]!;
    const part = faceA >= 0 ? trianglePart[faceA]! : faceB >= 0 ? trianglePart[faceB]! : -1;
    const flush = part >= 0 && !joints[part] ? partFlush[part]! : -1;
    // a joint may be a hair wide: a face of the same flush group beside the edge goes on from it all the same
    const beside = flush >= 0 ? SNAP : 0;
    _hidden.count = _flush.count = _bare.count = _inFace.count = 0;

    inPlane.length = 0;
    // Tiles along the edge (after J. Amanatides, A. Woo, A Fast Voxel Traversal Algorithm, 1987).
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
      if (i >= 0 && j >= 0 && i < columns && j < rows && !_hidden.covers(enter, leave)) {
        if (i < band.first || i >= band.first + band.columns) {
          band = bandAt(tiles, i);
          ({ records, made, near, triangle, start, items, cover } = band);
          marks = marksOf(band);
        }
        const tile = j * band.columns + i - band.first;
        // behind a triangle that covers the tile nothing needs to be asked
        const shallowest = dw > 0 ? w0 + dw * enter : w0 + dw * leave;
        const isCovered = cover[tile]! < shallowest - BEHIND;
        if (isCovered) _hidden.insert(enter, leave, enter, leave, gap);
        for (let k = start[tile]!, stop = isCovered ? start[tile]! : start[tile + 1]!; k < stop; k++) {
          const o = items[k]!;
          if (near[o]! > deepest) break;
          if (marks[o] === search) continue;
          marks[o] = search;
          const at = made[o] ? o * STRIDE : recordOf(band, o);
          if (
            records[at + 13]! > uMax + beside ||
            records[at + 15]! < uMin - beside ||
            records[at + 14]! > vMax + beside ||
            records[at + 16]! < vMin - beside
          )
            continue;
          let from = 0,
            to = 1;
          // how much of the stretch is owed to the widening
          let early = 0,
            late = 0;
          let inside = true;
          for (let s = at; s < at + 9; s += 3) {
            const a = records[s]!,
              b = records[s + 1]!;
            const g0 = a * u0 + b * v0 + records[s + 2]! + EDGE;
            const slope = a * du + b * dv;
            const g1 = g0 + slope;
            if (g0 < 0) {
              if (g1 < 0) {
                inside = false;
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
          if (!inside) {
            const t = triangle[o]!;
            if (beside && t >= 0 && trianglePart[t] !== part && partFlush[trianglePart[t]!] === flush && !joints[trianglePart[t]!]) {
              const isFlush = liesBeside(records, at, line, w0, dw);
              if (isFlush && (continues(scene, view, t, faceA, line) || continues(scene, view, t, faceB, line)))
                _flush.insert(_beside[0]!, _beside[1]!, _beside[2]!, _beside[3]!, gap);
            }
            continue;
          }
          // a widened triangle has spikes at its sharp corners, the longer the sharper: they end at its own box
          for (let axis = 0; axis < 2; axis++) {
            const way = axis ? dv : du;
            if (way === 0) continue;
            const start = axis ? v0 : u0,
              low = records[at + 13 + axis]!,
              high = records[at + 15 + axis]!;
            const first = ((way > 0 ? low : high) - start) / way,
              last = ((way > 0 ? high : low) - start) / way;
            if (first > from) {
              from = first;
              early = EDGE / Math.abs(way);
            }
            if (last < to) {
              to = last;
              late = EDGE / Math.abs(way);
            }
          }
          if (to - from <= 1e-12) continue;
          const nu = records[at + 9]!,
            nv = records[at + 10]!,
            nw = records[at + 11]!;
          const h = nu * u0 + nv * v0 + nw * w0 + records[at + 12]!;
          const rise = nu * du + nv * dv + nw * dw;
          const h0 = h + rise * from,
            h1 = h + rise * to;
          if (h0 <= DEPTH && h1 <= DEPTH) {
            // what lies in a cut face itself, of a body that runs through another, is no line: the face has its own outline
            if (triangle[o] === Source.cutFace && h0 >= -DEPTH && h1 >= -DEPTH) _inFace.insert(from, to, from + early, to - late, gap);
            else if (flush >= 0 && triangle[o]! >= 0 && h0 >= -DEPTH && h1 >= -DEPTH) {
              const t = triangle[o]!;
              const other = trianglePart[t]!;
              if (other !== part) {
                const isFlush = partFlush[other] === flush && !joints[other];
                if (isFlush && (continues(scene, view, t, faceA, line) || continues(scene, view, t, faceB, line)))
                  _flush.insert(from, to, from + early, to - late, gap);
                else inPlane.push(t, from, to, from + early, to - late);
              }
            }
            continue;
          }
          if (h0 < 0) {
            from = -h / rise;
            early = 0;
          } else if (h1 < 0) {
            to = -h / rise;
            late = 0;
          }
          if (to > from) {
            _hidden.insert(from, to, from + early, to - late, gap);
            if (_hidden.covers(0, 1) || _hidden.covers(enter, leave)) break;
          }
        }
      }
      if (steps-- === 0 || _hidden.covers(0, 1)) break;
      enter = leave;
      if (ti < tj) {
        ti += stepI;
        i += si;
      } else {
        tj += stepJ;
        j += sj;
      }
    }

    // where something hides the face that would go on there is no joint, but a corner
    if (_flush.count) {
      for (let k = 0; k < inPlane.length; k += 5)
        if (hidesBeyond(scene, view, inPlane[k]!, faceA, line) || hidesBeyond(scene, view, inPlane[k]!, faceB, line))
          _bare.insert(inPlane[k + 1]!, inPlane[k + 2]!, inPlane[k + 3]!, inPlane[k + 4]!, gap);
      if (_bare.count) _flush.subtract(_bare);
    }
    for (let k = 0; k < _inFace.count; k++)
      _flush.insert(_inFace.from[k]!, _inFace.to[k]!, _inFace.exactFrom[k]!, _inFace.exactTo[k]!, gap);
    if (keepHidden)
      for (let k = 0; k < _hidden.count; k++)
        emitGaps(sink, ends, c, length, _flush, Math.max(0, _hidden.exactFrom[k]!), Math.min(1, _hidden.exactTo[k]!), 1);
    // where nothing lies before it (a body that only touches the cutting plane) a back edge is no line either
    if (edges.kind[c] === Candidate.back) continue;
    // stretches too short to be drawn as gaps, unless all of the edge is hidden: an edge that grazes what is before it (a circle its
    // tangent) is hidden by the widening alone
    _hidden.drop((from, to) => (to - from) * length < SPECK && (from > 0 || to < 1));
    for (let k = 0; k < _flush.count; k++) _hidden.insert(_flush.from[k]!, _flush.to[k]!, _flush.exactFrom[k]!, _flush.exactTo[k]!, gap);
    emitGaps(sink, ends, c, length, _hidden, 0, 1, 0);
  }
  return { count: sink.owner.length, ends: sink.ends.view(), candidate: sink.owner.view(), hidden: sink.hidden.view() };
}

/** Scratch of `liesBeside`: where the face lies beside the edge, widened and exact, as parts of the edge. */
const _beside = new Float64Array(4);

/**
 * Whether a face lies in the plane of an edge and no farther beside it than a joint may be wide; where that is comes into the scratch.
 * `at` is the face's record; w0 and dw are the depth at the edge's beginning, and what comes to it along the edge.
 */
function liesBeside(records: Float64Array, at: number, { u0, v0, du, dv }: PictureLine, w0: number, dw: number): boolean {
  let from = 0,
    to = 1,
    early = 0,
    late = 0;
  for (let s = at; s < at + 9; s += 3) {
    const g0 = records[s]! * u0 + records[s + 1]! * v0 + records[s + 2]! + SNAP;
    const slope = records[s]! * du + records[s + 1]! * dv;
    if (g0 < 0 && g0 + slope < 0) return false;
    if (g0 < 0 && -g0 / slope > from) {
      from = -g0 / slope;
      early = SNAP / slope;
    }
    if (g0 + slope < 0 && -g0 / slope < to) {
      to = -g0 / slope;
      late = -SNAP / slope;
    }
  }
  const nu = records[at + 9]!,
    nv = records[at + 10]!,
    nw = records[at + 11]!;
  const h = nu * u0 + nv * v0 + nw * w0 + records[at + 12]!;
  const rise = nu * du + nv * dv + nw * dw;
  if (to <= from || Math.abs(h + rise * from) > DEPTH || Math.abs(h + rise * to) > DEPTH) return false;
  _beside[0] = from;
  _beside[1] = to;
  _beside[2] = from + early;
  _beside[3] = to - late;
  return true;
}

interface Sink {
  readonly ends: Growing<Float64Array>;
  readonly owner: Growing<Uint32Array>;
  readonly hidden: Growing<Uint8Array>;
}

/** Writes the stretches of [lo, hi] between those of a list. */
function emitGaps(
  sink: Sink,
  ends: Float64Array,
  c: number,
  length: number,
  { exactFrom, exactTo, count }: Stretches,
  lo: number,
  hi: number,
  hiddenFlag: number,
): void {
  const e = c * 6;
  const u0 = ends[e]!,
    v0 = ends[e + 1]!,
    w0 = ends[e + 2]!;
  const u1 = ends[e + 3]!,
    v1 = ends[e + 4]!,
    w1 = ends[e + 5]!;
  let t = lo;
  for (let k = 0; k <= count; k++) {
    const until = k < count ? Math.min(exactFrom[k]!, hi) : hi;
    // a whole edge is no leftover of the widening, however short it is: fine round things are made of such
    if ((until - t) * length > LEFTOVER || (t === 0 && until === 1)) {
      const a = t * length < LEFTOVER ? 0 : t,
        b = (1 - until) * length < LEFTOVER ? 1 : until;
      const data = sink.ends.reserve(6),
        q = sink.ends.length;
      data[q] = u0 + a * (u1 - u0);
      data[q + 1] = v0 + a * (v1 - v0);
      data[q + 2] = w0 + a * (w1 - w0);
      data[q + 3] = b === 1 ? u1 : u0 + b * (u1 - u0);
      data[q + 4] = b === 1 ? v1 : v0 + b * (v1 - v0);
      data[q + 5] = b === 1 ? w1 : w0 + b * (w1 - w0);
      sink.ends.length = q + 6;
      sink.owner.push(c);
      sink.hidden.push(hiddenFlag);
    }
    if (k < count && exactTo[k]! > t) t = exactTo[k]!;
    if (t >= hi) break;
  }
}

import { EDGE } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { CAP, type Hiders } from './occluders';
import { TileRest } from './tile-rest';

/**
 * What can hide, nearest first, and the square tiles of the picture with what touches each.
 * A record has STRIDE doubles: three edge functions a u + b v + c (metres, positive inside, normalised), then the plane
 * nu u + nv v + nw w + nc (metres square to the face, positive behind it), then the box u0 v0 u1 v1.
 * Tile (i, j) has the list items[start[j * columns + i]] up to the next start; the ranks in it ascend.
 */
export interface Occluders {
  readonly count: number;
  /** Filled in when first asked for, by `recordOf`: of small triangles most never are. */
  readonly records: Float64Array;
  /** 1 for each record that is there. */
  readonly made: Uint8Array;
  /** Corners of the hiders (nine numbers each), and where those of each occluder begin; valid until the next picture is begun. */
  readonly corners: Float64Array;
  readonly cornerOf: Uint32Array;
  /** Smallest depth of each; ascending. */
  readonly near: Float64Array;
  /** Triangle of the scene, or -1 for a cut face. */
  readonly triangle: Int32Array;
  readonly u0: number;
  readonly v0: number;
  readonly size: number;
  readonly columns: number;
  readonly rows: number;
  readonly start: Uint32Array;
  readonly items: Uint32Array;
  /** All that lies deeper than this in a tile is hidden: a single triangle before it covers the whole tile. Infinity for none. */
  readonly cover: Float64Array;
}

export const STRIDE = 17;

/** Scratch: tile and rank of each entry. */
const _entries = new Growing((n) => new Uint32Array(n));
/** Records of the last picture: `made` tells which of them are of this one. */
const _records = new Growing((n) => new Float64Array(n));

/** How far behind a covering face something must lie to be dropped unseen: far above DEPTH, also for a slanted face. */
export const BEHIND = 1e-3;
/** Most tiles of a picture, and most along one of its sides. */
const MOST_TILES = 230_000;
const LONGEST = 2048;
/** A face more slanted than this (cosine to the look) covers nothing for certain. */
const SLANTED = 0.05;

/**
 * Sorts the hiders by depth and lays them into tiles, about four to a tile along each side of the picture. They come nearest
 * first, so whatever lies behind a triangle that covers its tile is dropped before any work is spent on it: in a deep model
 * most are. Cost: one sort, and one visit for each triangle and tile that is not covered yet.
 */
export function arrange({ corners, source }: Hiders): Occluders {
  const total = source.length;
  const depth = new Float64Array(total);
  let u0 = Infinity,
    v0 = Infinity,
    u1 = -Infinity,
    v1 = -Infinity;
  for (let i = 0, c = 0; i < total; i++, c += 9) {
    const a = corners[c]!,
      b = corners[c + 3]!,
      d = corners[c + 6]!;
    const e = corners[c + 1]!,
      f = corners[c + 4]!,
      g = corners[c + 7]!;
    const lowU = a < b ? (a < d ? a : d) : b < d ? b : d,
      highU = a > b ? (a > d ? a : d) : b > d ? b : d;
    const lowV = e < f ? (e < g ? e : g) : f < g ? f : g,
      highV = e > f ? (e > g ? e : g) : f > g ? f : g;
    if (lowU < u0) u0 = lowU;
    if (highU > u1) u1 = highU;
    if (lowV < v0) v0 = lowV;
    if (highV > v1) v1 = highV;
    const p = corners[c + 2]!,
      q = corners[c + 5]!,
      r = corners[c + 8]!;
    depth[i] = p < q ? (p < r ? p : r) : q < r ? q : r;
  }
  if (!total) [u0, v0, u1, v1] = [0, 0, 1, 1];
  u0 -= EDGE;
  v0 -= EDGE;
  const [wide, high] = [u1 + EDGE - u0, v1 + EDGE - v0];
  const wanted = Math.min(MOST_TILES, Math.max(64, total / 6));
  const size = Math.max(Math.sqrt((wide * high) / wanted), Math.max(wide, high) / LONGEST, 1e-6);
  const columns = Math.max(1, Math.ceil((u1 + EDGE - u0) / size + 1e-9));
  const rows = Math.max(1, Math.ceil((v1 + EDGE - v0) / size + 1e-9));
  const tiles = columns * rows;
  const cover = new Float64Array(tiles).fill(Infinity);
  // what is left of each tile, and the deepest of the triangles that were taken from it
  const rest = new TileRest(tiles);
  const together = new Float64Array(tiles).fill(-Infinity);
  const data = _records.reserve(total * STRIDE);
  const made = new Uint8Array(total);
  const cornerOf = new Uint32Array(total);
  const near = new Float64Array(total);
  const triangle = new Int32Array(total);
  const entries = _entries;
  entries.length = 0;
  const half = size / 2 + EDGE;
  const order = sortByDepth(depth);
  let rank = 0;

  const place = smallPlaces(corners, total, u0, v0, size, columns, rows);

  for (let k = 0; k < total; k++) {
    const o = order[k]!;
    const c = o * 9;
    const hiddenBelow = depth[o]! - BEHIND;
    let laid = false;
    const code = place[o]!;
    if (code !== LARGE) {
      const tile = code >>> 2;
      const step = code & 3;
      const next = step === 1 ? tile + 1 : tile + columns;
      if (cover[tile]! >= hiddenBelow) {
        const pair = entries.reserve(2);
        pair[entries.length] = tile;
        pair[entries.length + 1] = rank;
        entries.length += 2;
        laid = true;
      }
      if (step > 0 && cover[next]! >= hiddenBelow) {
        const pair = entries.reserve(2);
        pair[entries.length] = next;
        pair[entries.length + 1] = rank;
        entries.length += 2;
        laid = true;
      }
      if (!laid) continue;
      cornerOf[rank] = c;
      near[rank] = depth[o]!;
      triangle[rank] = source[o] === CAP ? -1 : source[o]!;
      rank++;
      continue;
    }
    const a = corners[c]!,
      b = corners[c + 3]!,
      d = corners[c + 6]!;
    const e = corners[c + 1]!,
      f = corners[c + 4]!,
      g = corners[c + 7]!;
    const boxU0 = (a < b ? (a < d ? a : d) : b < d ? b : d) - EDGE,
      boxU1 = (a > b ? (a > d ? a : d) : b > d ? b : d) + EDGE;
    const boxV0 = (e < f ? (e < g ? e : g) : f < g ? f : g) - EDGE,
      boxV1 = (e > f ? (e > g ? e : g) : f > g ? f : g) + EDGE;
    const i0 = Math.max(0, Math.floor((boxU0 - u0) / size)),
      i1 = Math.min(columns - 1, Math.floor((boxU1 - u0) / size));
    const j0 = Math.max(0, Math.floor((boxV0 - v0) / size)),
      j1 = Math.min(rows - 1, Math.floor((boxV1 - v0) / size));
    const isBroad = boxU1 - boxU0 > half && boxV1 - boxV0 > half;
    if (isOpen(cover, columns, i0, i1, j0, j1, hiddenBelow)) {
      const at = rank * STRIDE;
      write(data, at, corners, c);
      const r0 = (Math.abs(data[at]!) + Math.abs(data[at + 1]!)) * half;
      const r1 = (Math.abs(data[at + 3]!) + Math.abs(data[at + 4]!)) * half;
      const r2 = (Math.abs(data[at + 6]!) + Math.abs(data[at + 7]!)) * half;
      const nw = data[at + 11]!;
      const isFlat = Math.abs(nw) > SLANTED;
      const farthest = Math.max(corners[c + 2]!, corners[c + 5]!, corners[c + 8]!);
      const slope = isFlat ? ((Math.abs(data[at + 9]!) + Math.abs(data[at + 10]!)) * half) / Math.abs(nw) : 0;
      for (let j = j0; j <= j1; j++) {
        const cv = v0 + (j + 0.5) * size;
        for (let i = i0; i <= i1; i++) {
          const tile = j * columns + i;
          if (cover[tile]! < hiddenBelow) continue;
          const cu = u0 + (i + 0.5) * size;
          const s0 = data[at]! * cu + data[at + 1]! * cv + data[at + 2]!;
          if (s0 + r0 < 0) continue;
          const s1 = data[at + 3]! * cu + data[at + 4]! * cv + data[at + 5]!;
          if (s1 + r1 < 0) continue;
          const s2 = data[at + 6]! * cu + data[at + 7]! * cv + data[at + 8]!;
          if (s2 + r2 < 0) continue;
          if (isFlat) {
            const here = -(data[at + 9]! * cu + data[at + 10]! * cv + data[at + 12]!) / nw + slope;
            const deepest = here < farthest ? here : farthest;
            if (s0 >= r0 && s1 >= r1 && s2 >= r2) {
              if (deepest < cover[tile]!) cover[tile] = deepest;
            } else if (isBroad && cover[tile]! === Infinity) {
              if (deepest > together[tile]!) together[tile] = deepest;
              if (rest.subtract(tile, cu, cv, half, data, at, EDGE)) cover[tile] = together[tile]!;
            }
          }
          const pair = entries.reserve(2);
          pair[entries.length] = tile;
          pair[entries.length + 1] = rank;
          entries.length += 2;
          laid = true;
        }
      }
      if (laid) made[rank] = 1;
    }
    if (!laid) continue;
    cornerOf[rank] = c;
    near[rank] = depth[o]!;
    triangle[rank] = source[o] === CAP ? -1 : source[o]!;
    rank++;
  }

  const start = new Uint32Array(tiles + 1);
  const pairs = entries.view();
  for (let k = 0; k < pairs.length; k += 2) start[pairs[k]! + 1]!++;
  for (let k = 0; k < tiles; k++) start[k + 1]! += start[k]!;
  const items = new Uint32Array(pairs.length / 2);
  const cursor = start.slice();
  for (let k = 0; k < pairs.length; k += 2) items[cursor[pairs[k]!]!++] = pairs[k + 1]!;
  return {
    count: rank,
    records: data,
    made,
    corners,
    cornerOf,
    near,
    triangle,
    u0,
    v0,
    size,
    columns,
    rows,
    start,
    items,
    cover,
  };
}

/** What is not in one tile or two. */
const LARGE = 0xffffffff;

/**
 * Of each hider that lies in one tile or two: its tile * 4, and 1 or 2 where it lies in the next tile along u or v too; else
 * LARGE. Taken in the order of the corners, so that the walk by depth need not touch those of small triangles at all.
 */
function smallPlaces(
  corners: Float64Array,
  total: number,
  u0: number,
  v0: number,
  size: number,
  columns: number,
  rows: number,
): Uint32Array {
  const out = new Uint32Array(total);
  for (let o = 0, c = 0; o < total; o++, c += 9) {
    const a = corners[c]!,
      b = corners[c + 3]!,
      d = corners[c + 6]!;
    const e = corners[c + 1]!,
      f = corners[c + 4]!,
      g = corners[c + 7]!;
    let i0 = Math.floor(((a < b ? (a < d ? a : d) : b < d ? b : d) - EDGE - u0) / size),
      i1 = Math.floor(((a > b ? (a > d ? a : d) : b > d ? b : d) + EDGE - u0) / size);
    let j0 = Math.floor(((e < f ? (e < g ? e : g) : f < g ? f : g) - EDGE - v0) / size),
      j1 = Math.floor(((e > f ? (e > g ? e : g) : f > g ? f : g) + EDGE - v0) / size);
    if (i0 < 0) i0 = 0;
    if (j0 < 0) j0 = 0;
    if (i1 > columns - 1) i1 = columns - 1;
    if (j1 > rows - 1) j1 = rows - 1;
    out[o] = i1 - i0 + j1 - j0 > 1 ? LARGE : (j0 * columns + i0) * 4 + (i1 > i0 ? 1 : j1 > j0 ? 2 : 0);
  }
  return out;
}

/** Whether a tile of a range is not covered before a depth. */
function isOpen(cover: Float64Array, columns: number, i0: number, i1: number, j0: number, j1: number, depth: number): boolean {
  for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) if (cover[j * columns + i]! >= depth) return true;
  return false;
}

/** Where the record of occluder o begins; it is made now where it was not asked for before. */
export function recordOf({ records, made, corners, cornerOf }: Occluders, o: number): number {
  if (made[o] === 0) {
    write(records, o * STRIDE, corners, cornerOf[o]!);
    made[o] = 1;
  }
  return o * STRIDE;
}

/** Edge functions, plane and box of one hider. */
function write(out: Float64Array, at: number, corners: Float64Array, c: number): void {
  const u0 = corners[c]!,
    v0 = corners[c + 1]!,
    w0 = corners[c + 2]!;
  const u1 = corners[c + 3]!,
    v1 = corners[c + 4]!,
    w1 = corners[c + 5]!;
  const u2 = corners[c + 6]!,
    v2 = corners[c + 7]!,
    w2 = corners[c + 8]!;
  side(out, at, u0, v0, u1, v1);
  side(out, at + 3, u1, v1, u2, v2);
  side(out, at + 6, u2, v2, u0, v0);
  const au = u1 - u0,
    av = v1 - v0,
    aw = w1 - w0,
    bu = u2 - u0,
    bv = v2 - v0,
    bw = w2 - w0;
  let nu = av * bw - aw * bv,
    nv = aw * bu - au * bw,
    nw = au * bv - av * bu;
  const l = 1 / Math.sqrt(nu * nu + nv * nv + nw * nw);
  nu *= l;
  nv *= l;
  nw *= l;
  out[at + 9] = nu;
  out[at + 10] = nv;
  out[at + 11] = nw;
  out[at + 12] = -(nu * u0 + nv * v0 + nw * w0);
  out[at + 13] = (u0 < u1 ? (u0 < u2 ? u0 : u2) : u1 < u2 ? u1 : u2) - EDGE;
  out[at + 14] = (v0 < v1 ? (v0 < v2 ? v0 : v2) : v1 < v2 ? v1 : v2) - EDGE;
  out[at + 15] = (u0 > u1 ? (u0 > u2 ? u0 : u2) : u1 > u2 ? u1 : u2) + EDGE;
  out[at + 16] = (v0 > v1 ? (v0 > v2 ? v0 : v2) : v1 > v2 ? v1 : v2) + EDGE;
}

function side(out: Float64Array, at: number, u0: number, v0: number, u1: number, v1: number): void {
  const du = u1 - u0,
    dv = v1 - v0;
  const l = 1 / Math.sqrt(du * du + dv * dv);
  const a = -dv * l,
    b = du * l;
  out[at] = a;
  out[at + 1] = b;
  out[at + 2] = -(a * u0 + b * v0);
}

/** Indices in ascending order of depth: radix sort over the bits of single-precision keys, three passes of 11 bits. */
function sortByDepth(depth: Float64Array): Uint32Array {
  const count = depth.length;
  const single = new Float32Array(depth);
  const bits = new Uint32Array(single.buffer);
  for (let i = 0; i < count; i++) bits[i] = (bits[i]! & 0x80000000 ? ~bits[i]! : bits[i]! | 0x80000000) >>> 0;
  let from = new Uint32Array(count),
    to = new Uint32Array(count);
  for (let i = 0; i < count; i++) from[i] = i;
  const counts = new Uint32Array(2049);
  for (let shift = 0; shift < 33; shift += 11) {
    counts.fill(0);
    for (let i = 0; i < count; i++) counts[((bits[i]! >>> shift) & 2047) + 1]!++;
    for (let k = 0; k < 2048; k++) counts[k + 1]! += counts[k]!;
    for (let i = 0; i < count; i++) {
      const id = from[i]!;
      to[counts[(bits[id]! >>> shift) & 2047]!++] = id;
    }
    [from, to] = [to, from];
  }
  return from;
}

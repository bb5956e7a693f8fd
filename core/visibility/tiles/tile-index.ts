import { EDGE } from '../../geometry/numbers/tolerances';
import type { Rest } from './tile-coverage';

/** The square tiles of a picture and what can hide something in each of them. */
export interface Tiles {
  readonly u0: number;
  readonly v0: number;
  readonly size: number;
  readonly columns: number;
  readonly rows: number;
  /** From left to right; together they have all columns. */
  readonly bands: readonly Band[];
}

/**
 * Some columns of tiles, with the occluders in them.
 * A record has STRIDE doubles: three edge functions a u + b v + c (metres, positive inside, normalised), then the plane
 * nu u + nv v + nw w + nc (metres square to the face, positive behind it), then the box u0 v0 u1 v1.
 * Tile (i, j) has the list items[start[j * columns + i - first]] up to the next start, nearest first.
 */
export interface Band {
  readonly first: number;
  readonly columns: number;
  readonly count: number;
  /** Filled in when first asked for, by `recordOf`: of small triangles most never are. */
  readonly records: Float64Array;
  /** 1 for each record that is there. */
  readonly made: Uint8Array;
  /** Corners of the occluders, nine numbers each, counter-clockwise in the picture. */
  readonly corners: Float64Array;
  /** Smallest depth of each. */
  readonly near: Float64Array;
  /** Triangle of the scene, or -1 for a cut face or a curtain. */
  readonly triangle: Int32Array;
  readonly start: Uint32Array;
  readonly items: Uint32Array;
  /** All that lies deeper than this in a tile is hidden: what lies before it covers the whole tile. Infinity for none. */
  readonly cover: Float64Array;
  /** What of partly covered tiles is open. */
  readonly rest: Rest;
}

export const STRIDE = 17;

/** Lists are ordered by depth to single precision: by how much a nearer one may come later, as a part of its depth. */
export const UNORDERED = 2.4e-7;

/** The tiles of a picture. Written out: the engine makes its code anew for every object that is spread into another. */
export const tilesOf = ({ u0, v0, size, columns, rows }: Omit<Tiles, 'bands'>, bands: readonly Band[]): Tiles => ({
  u0,
  v0,
  size,
  columns,
  rows,
  bands,
});

/** The band of a column of tiles that is in the picture. */
export function bandAt({ bands }: Tiles, column: number): Band {
  for (let b = 0; b < bands.length - 1; b++) if (column < bands[b + 1]!.first) return bands[b]!;
  return bands[bands.length - 1]!;
}

/** Where the record of occluder o begins; it is made now where it was not asked for before. */
export function recordOf({ records, made, corners }: Pick<Band, 'records' | 'made' | 'corners'>, o: number): number {
  if (made[o] === 0) {
    writeRecord(records, o * STRIDE, corners, o * 9);
    made[o] = 1;
  }
  return o * STRIDE;
}

/** Edge functions, plane and box of one hider. */
export function writeRecord(out: Float64Array, at: number, corners: Float64Array, c: number): void {
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

/** The edge function of a line of the picture: metres to its left, as a u + b v + c. */
export function side(out: Float64Array, at: number, u0: number, v0: number, u1: number, v1: number): void {
  const du = u1 - u0,
    dv = v1 - v0;
  const l = 1 / Math.sqrt(du * du + dv * dv);
  const a = -dv * l,
    b = du * l;
  out[at] = a;
  out[at + 1] = b;
  out[at + 2] = -(a * u0 + b * v0);
}

/** Which occluders of a band were asked in a search, by its number: each is asked once. */
const _marks = new WeakMap<Band, Int32Array>();
let [_band, _bandMarks]: [Band | null, Int32Array] = [null, new Int32Array(0)];
let _search = 0;

export function marksOf(band: Band): Int32Array {
  if (band === _band) return _bandMarks;
  let marks = _marks.get(band);
  if (!marks) _marks.set(band, (marks = new Int32Array(band.count)));
  [_band, _bandMarks] = [band, marks];
  return marks;
}

/** The number of a new search. It may come round: a picture has far fewer searches than there are numbers. */
export function nextSearch(): number {
  _search = (_search + 1) | 0 || 1;
  return _search;
}

import { DEPTH } from '../../geometry/numbers/tolerances';
import { insert, LIST } from '../../geometry/numbers/intervals';
import { bandAt, recordOf, STRIDE, UNORDERED, marksOf, nextSearch, type Tiles } from '../tiles/tile-index';

const _from = new Float64Array(LIST),
  _to = new Float64Array(LIST);
/** Intervals that nearly touch are one, as parts of the line. */
const TOUCHING = 1e-9;

/** The answer where nothing backs a line, and where all of it is backed. */
const NONE: readonly number[] = [];
export const ALL: readonly number[] = [0, 1];

/**
 * The stretches of a line of the picture (u, v, w of both ends) behind which, or just before which, a face lies not farther than
 * `step` away along the look: `step0` at its beginning, `step1` at its end. Returns [from, to] pairs in parts of the line,
 * ascending. Exact: the line is clipped by each face in the tiles it passes, as it is for hiding.
 */
export function backing(
  tiles: Tiles,
  u0: number,
  v0: number,
  w0: number,
  u1: number,
  v1: number,
  w1: number,
  step0: number,
  step1: number,
): readonly number[] {
  const { u0: tu, v0: tv, size, columns, rows } = tiles;
  const du = u1 - u0,
    dv = v1 - v0;
  const uMin = u0 < u1 ? u0 : u1,
    uMax = u0 < u1 ? u1 : u0,
    vMin = v0 < v1 ? v0 : v1,
    vMax = v0 < v1 ? v1 : v0;
  const end = Math.max(w0 + step0, w1 + step1);
  const deepest = end + Math.abs(end) * UNORDERED;
  const search = nextSearch();
  let count = 0;
  // column by column along the longer axis
  const level = Math.abs(du) >= Math.abs(dv);
  const isTurned = level ? u0 > u1 : v0 > v1;
  const p0 = level ? (isTurned ? u1 : u0) - tu : (isTurned ? v1 : v0) - tv,
    q0 = level ? (isTurned ? v1 : v0) - tv : (isTurned ? u1 : u0) - tu,
    p1 = level ? (isTurned ? u0 : u1) - tu : (isTurned ? v0 : v1) - tv,
    q1 = level ? (isTurned ? v0 : v1) - tv : (isTurned ? u0 : u1) - tu;
  const slope = p1 > p0 ? (q1 - q0) / (p1 - p0) : 0;
  const iMax = (level ? columns : rows) - 1,
    jMax = (level ? rows : columns) - 1;
  for (let i = Math.max(0, Math.floor(p0 / size)), iEnd = Math.min(iMax, Math.floor(p1 / size)); i <= iEnd; i++) {
    const lo = Math.min(Math.max(i * size, p0), p1),
      hi = Math.min(Math.max((i + 1) * size, p0), p1);
    const x = q0 + (lo - p0) * slope,
      y = q0 + (hi - p0) * slope;
    for (let j = Math.max(0, Math.floor(Math.min(x, y) / size)), jEnd = Math.min(jMax, Math.floor(Math.max(x, y) / size)); j <= jEnd; j++) {
      const column = level ? i : j;
      const band = bandAt(tiles, column);
      const { records, made, near, start, items } = band;
      const marks = marksOf(band);
      const tile = (level ? j : i) * band.columns + column - band.first;
      for (let k = start[tile]!; k < start[tile + 1]!; k++) {
        const o = items[k]!;
        if (near[o]! > deepest) break;
        if (marks[o] === search) continue;
        marks[o] = search;
        const at = made[o] ? o * STRIDE : recordOf(band, o);
        if (records[at + 13]! > uMax || records[at + 15]! < uMin || records[at + 14]! > vMax || records[at + 16]! < vMin) continue;
        let from = 0,
          to = 1;
        for (let s = at; s < at + 9; s += 3) {
          const g0 = records[s]! * u0 + records[s + 1]! * v0 + records[s + 2]!;
          const g1 = records[s]! * u1 + records[s + 1]! * v1 + records[s + 2]!;
          if (g0 < 0 && g1 < 0) {
            to = -1;
            break;
          }
          if (g0 < 0) {
            const t = g0 / (g0 - g1);
            if (t > from) from = t;
          } else if (g1 < 0) {
            const t = g0 / (g0 - g1);
            if (t < to) to = t;
          }
        }
        if (to <= from) continue;
        // how far the face lies beyond what is allowed, linear along the line
        const a = records[at + 9]!,
          b = records[at + 10]!,
          c = records[at + 11]!,
          d = records[at + 12]!;
        const e0 = -(a * u0 + b * v0 + d) / c - w0 - step0 - DEPTH,
          e1 = -(a * u1 + b * v1 + d) / c - w1 - step1 - DEPTH;
        if (e0 > 0 && e1 > 0) continue;
        if (e0 > 0) from = Math.max(from, e0 / (e0 - e1));
        else if (e1 > 0) to = Math.min(to, e0 / (e0 - e1));
        if (to <= from) continue;
        count = insert(_from, _to, count, from, to, TOUCHING);
        if (_from[0] === 0 && _to[0] === 1) return ALL;
      }
    }
  }
  return stretches(count);
}

function stretches(count: number): readonly number[] {
  if (count === 0) return NONE;
  const out: number[] = [];
  for (let k = 0; k < count; k++) out.push(_from[k]!, _to[k]!);
  return out;
}

/** The stretches that two lists of stretches share. */
export function shared(a: readonly number[], b: readonly number[]): readonly number[] {
  if (a === ALL) return b;
  if (b === ALL) return a;
  const out: number[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const from = Math.max(a[i]!, b[j]!),
      to = Math.min(a[i + 1]!, b[j + 1]!);
    if (to > from) out.push(from, to);
    if (a[i + 1]! < b[j + 1]!) i += 2;
    else j += 2;
  }
  return out;
}

import { BEHIND, EDGE } from '../../geometry/numbers/tolerances';
import type { Growing } from '../../geometry/growing';
import { orderByDepth } from './order-by-depth';
import { BOX, PLANE, QUAD, quadOf } from './quad';
import type { Workspace } from '../workspace';
import { STRIDE, writeRecord, type Band } from './tile-index';
import type { TileCoverage } from './tile-coverage';
import type { TriangleBatches } from './triangle-batches';

/** Where the tiles of a picture lie. */
export interface Grid {
  readonly u0: number;
  readonly v0: number;
  readonly size: number;
  readonly columns: number;
  readonly rows: number;
}

/** Most tiles of a picture, and most along one of its sides. */
const MOST_TILES = 230_000;
const LONGEST = 2048;
/** A face more slanted than this (cosine to the look) covers nothing for certain. */
const SLANTED = 0.05;

/** About four triangles to a tile along each side of the picture. */
export function gridOf({ u0, v0, u1, v1, hiders }: TriangleBatches): Grid {
  const left = u0 - EDGE,
    low = v0 - EDGE;
  const [wide, high] = [u1 + EDGE - left, v1 + EDGE - low];
  const wanted = Math.min(MOST_TILES, Math.max(64, hiders / 6));
  const size = Math.max(Math.sqrt((wide * high) / wanted), Math.max(wide, high) / LONGEST, 1e-6);
  const columns = Math.max(1, Math.ceil(wide / size + 1e-9)),
    rows = Math.max(1, Math.ceil(high / size + 1e-9));
  return { u0: left, v0: low, size, columns, rows };
}

/** Triangles on their way into the tiles: nine numbers each, counter-clockwise in the picture, and what they are of. */
export interface Batch {
  readonly corners: Growing<Float64Array>;
  /** Triangle of the scene, or -1. */
  readonly source: Growing<Int32Array>;
}

/**
 * Takes triangles into some columns of tiles, roughly nearest first. What lies behind what covers a tile is dropped before any work
 * is spent on it: in a deep model most is. What is dropped, and so the lists of each tile, does not depend on the other columns.
 */
export class TileStore {
  private readonly grid: Grid;
  private readonly first: number;
  private readonly last: number;
  private readonly columns: number;
  private readonly cover: Float64Array;
  private readonly rest: TileCoverage;
  private readonly store: Workspace['store'];

  /** One store of a workspace is filled at a time: its storage is that of the last. Tiles that are not wanted count as covered from the beginning. */
  constructor(grid: Grid, first: number, end: number, wanted: Uint8Array | null, workspace: Workspace) {
    this.grid = grid;
    this.first = first;
    this.last = end - 1;
    this.columns = end - first;
    const tiles = this.columns * grid.rows;
    this.store = workspace.store;
    for (const list of Object.values(this.store) as Growing<Float64Array>[]) list.length = 0;
    this.rest = workspace.coverage;
    this.rest.begin(tiles);
    this.cover = this.store.cover.reserve(tiles).subarray(0, tiles).fill(Infinity);
    if (wanted)
      for (let tile = 0; tile < tiles; tile++)
        if (!wanted[Math.floor(tile / this.columns) * grid.columns + first + (tile % this.columns)]) this.cover[tile] = -Infinity;
  }

  /** Whether something at this depth could still be seen in a tile that a box of the picture touches. */
  isOpen(box: Float64Array, b: number, near: number): boolean {
    const { u0, v0, size, rows } = this.grid;
    const { first, last, columns, cover, rest } = this;
    const i0 = Math.max(first, Math.floor((box[b]! - EDGE - u0) / size)),
      i1 = Math.min(last, Math.floor((box[b + 2]! + EDGE - u0) / size));
    const j0 = Math.max(0, Math.floor((box[b + 1]! - EDGE - v0) / size)),
      j1 = Math.min(rows - 1, Math.floor((box[b + 3]! + EDGE - v0) / size));
    const depth = near - BEHIND;
    for (let j = j0; j <= j1; j++)
      for (let tile = j * columns + i0 - first, end = tile + i1 - i0; tile <= end; tile++)
        if (cover[tile]! >= depth && !rest.hides(tile, box[b]!, box[b + 1]!, box[b + 2]!, box[b + 3]!, depth)) return true;
    return false;
  }

  /** Takes a batch in and empties it. */
  lay(batch: Batch): void {
    const { u0, v0, size, rows } = this.grid;
    const { first, last, columns, cover, rest } = this;
    const { corners: kept, near, triangle, ends, entries, records, made } = this.store;
    const total = batch.source.length;
    const from = batch.corners.view();
    const source = batch.source.view();
    const data = records.reserve(total * STRIDE);
    const half = size / 2 + EDGE;
    // the triangle up to which all is covered already by a quadrilateral
    let covered = 0;
    for (let o = 0, c = 0; o < total; o++, c += 9) {
      const a = from[c]!,
        b = from[c + 3]!,
        d = from[c + 6]!;
      const e = from[c + 1]!,
        f = from[c + 4]!,
        g = from[c + 7]!;
      const p = from[c + 2]!,
        q = from[c + 5]!,
        r = from[c + 8]!;
      const boxU0 = (a < b ? (a < d ? a : d) : b < d ? b : d) - EDGE,
        boxU1 = (a > b ? (a > d ? a : d) : b > d ? b : d) + EDGE;
      const boxV0 = (e < f ? (e < g ? e : g) : f < g ? f : g) - EDGE,
        boxV1 = (e > f ? (e > g ? e : g) : f > g ? f : g) + EDGE;
      const depth = p < q ? (p < r ? p : r) : q < r ? q : r;
      let i0 = Math.floor((boxU0 - u0) / size),
        i1 = Math.floor((boxU1 - u0) / size),
        j0 = Math.floor((boxV0 - v0) / size),
        j1 = Math.floor((boxV1 - v0) / size);
      // asked before the columns are cut off: what a tile gets must not hang on them
      const isSmall = i1 - i0 + j1 - j0 <= 1;
      const at = records.length;
      if (!isSmall) {
        writeRecord(data, at, from, c);
        if (covered <= o && o + 1 < total && quadOf(from, c, data, at)) {
          this.coverByQuad();
          covered = o + 2;
        }
      }
      if (i0 < first) i0 = first;
      if (i1 > last) i1 = last;
      if (j0 < 0) j0 = 0;
      if (j1 > rows - 1) j1 = rows - 1;
      if (i0 > i1 || j0 > j1) continue;
      const hiddenBelow = depth - BEHIND;
      const begin = entries.length;
      let hasRecord = false;
      if (isSmall) {
        const tile = j0 * columns + i0 - first;
        const next = i1 > i0 ? tile + 1 : j1 > j0 ? tile + columns : tile;
        if (cover[tile]! >= hiddenBelow && !rest.hides(tile, boxU0, boxV0, boxU1, boxV1, hiddenBelow)) entries.push(tile);
        if (next !== tile && cover[next]! >= hiddenBelow && !rest.hides(next, boxU0, boxV0, boxU1, boxV1, hiddenBelow)) entries.push(next);
      } else if (isOpen(cover, columns, i0 - first, i1 - first, j0, j1, hiddenBelow)) {
        hasRecord = true;
        const isBroad = boxU1 - boxU0 > half && boxV1 - boxV0 > half;
        const list = entries.reserve((i1 - i0 + 1) * (j1 - j0 + 1));
        let length = begin;
        const r0 = (Math.abs(data[at]!) + Math.abs(data[at + 1]!)) * half;
        const r1 = (Math.abs(data[at + 3]!) + Math.abs(data[at + 4]!)) * half;
        const r2 = (Math.abs(data[at + 6]!) + Math.abs(data[at + 7]!)) * half;
        const nw = data[at + 11]!;
        const isFlat = covered <= o && Math.abs(nw) > SLANTED;
        const farthest = p > q ? (p > r ? p : r) : q > r ? q : r;
        const slope = isFlat ? ((Math.abs(data[at + 9]!) + Math.abs(data[at + 10]!)) * half) / Math.abs(nw) : 0;
        for (let j = j0; j <= j1; j++) {
          const cv = v0 + (j + 0.5) * size;
          for (let i = i0; i <= i1; i++) {
            const tile = j * columns + i - first;
            if (cover[tile]! < hiddenBelow) continue;
            const cu = u0 + (i + 0.5) * size;
            const s0 = data[at]! * cu + data[at + 1]! * cv + data[at + 2]!;
            if (s0 + r0 < 0) continue;
            const s1 = data[at + 3]! * cu + data[at + 4]! * cv + data[at + 5]!;
            if (s1 + r1 < 0) continue;
            const s2 = data[at + 6]! * cu + data[at + 7]! * cv + data[at + 8]!;
            if (s2 + r2 < 0) continue;
            if (rest.hides(tile, boxU0, boxV0, boxU1, boxV1, hiddenBelow)) continue;
            if (isFlat) {
              const here = -(data[at + 9]! * cu + data[at + 10]! * cv + data[at + 12]!) / nw + slope;
              const deepest = here < farthest ? here : farthest;
              if (s0 >= r0 && s1 >= r1 && s2 >= r2) {
                if (deepest < cover[tile]!) cover[tile] = deepest;
              } else if (isBroad && cover[tile]! === Infinity) {
                if (rest.subtract(tile, cu, cv, half, data, at, at + 9, EDGE, deepest)) cover[tile] = rest.deepestOf(tile);
              }
            }
            list[length++] = tile;
          }
        }
        entries.length = length;
      }
      if (entries.length === begin) continue;
      const to = kept.reserve(9);
      for (let k = 0, n = kept.length; k < 9; k++) to[n + k] = from[c + k]!;
      kept.length += 9;
      near.push(depth);
      triangle.push(source[o]!);
      ends.push(entries.length);
      made.push(hasRecord ? 1 : 0);
      records.length += STRIDE;
    }
    batch.corners.length = batch.source.length = 0;
  }

  /** Covers the tiles behind the quadrilateral in the scratch. */
  private coverByQuad(): void {
    const { u0, v0, size, rows } = this.grid;
    const { first, last, columns, cover, rest } = this;
    const q = QUAD;
    const nw = q[PLANE + 2]!;
    if (Math.abs(nw) <= SLANTED) return;
    const half = size / 2 + EDGE;
    const boxU0 = q[BOX]! - EDGE,
      boxV0 = q[BOX + 1]! - EDGE,
      boxU1 = q[BOX + 2]! + EDGE,
      boxV1 = q[BOX + 3]! + EDGE;
    if (boxU1 - boxU0 <= half || boxV1 - boxV0 <= half) return;
    const i0 = Math.max(first, Math.floor((boxU0 - u0) / size)),
      i1 = Math.min(last, Math.floor((boxU1 - u0) / size));
    const j0 = Math.max(0, Math.floor((boxV0 - v0) / size)),
      j1 = Math.min(rows - 1, Math.floor((boxV1 - v0) / size));
    const near = q[BOX + 4]! - BEHIND,
      farthest = q[BOX + 5]!;
    const slope = ((Math.abs(q[PLANE]!) + Math.abs(q[PLANE + 1]!)) * half) / Math.abs(nw);
    for (let j = j0; j <= j1; j++) {
      const cv = v0 + (j + 0.5) * size;
      for (let i = i0; i <= i1; i++) {
        const tile = j * columns + i - first;
        if (cover[tile]! < near) continue;
        const cu = u0 + (i + 0.5) * size;
        let isIn = true,
          isOut = false;
        for (let e = 0; e < PLANE; e += 3) {
          const s = q[e]! * cu + q[e + 1]! * cv + q[e + 2]!;
          const r = (Math.abs(q[e]!) + Math.abs(q[e + 1]!)) * half;
          if (s + r < 0) isOut = true;
          if (s < r) isIn = false;
        }
        if (isOut) continue;
        const here = -(q[PLANE]! * cu + q[PLANE + 1]! * cv + q[PLANE + 3]!) / nw + slope;
        const deepest = here < farthest ? here : farthest;
        if (isIn) {
          if (deepest < cover[tile]!) cover[tile] = deepest;
        } else if (
          cover[tile]! === Infinity &&
          !rest.hides(tile, boxU0, boxV0, boxU1, boxV1, near) &&
          rest.subtract(tile, cu, cv, half, q, 0, PLANE, EDGE, deepest)
        )
          cover[tile] = rest.deepestOf(tile);
      }
    }
  }

  /** The lists of the tiles, each nearest first. */
  done(): Band {
    const { corners, near, triangle, ends, entries, records, made, ...lists } = this.store;
    const count = near.length;
    const tiles = this.columns * this.grid.rows;
    const start = lists.start
      .reserve(tiles + 1)
      .subarray(0, tiles + 1)
      .fill(0);
    const list = entries.view();
    for (let k = 0; k < list.length; k++) start[list[k]! + 1]!++;
    for (let k = 0; k < tiles; k++) start[k + 1]! += start[k]!;
    const items = lists.items.reserve(list.length).subarray(0, list.length);
    const cursor = lists.cursor.reserve(tiles);
    for (let k = 0; k < tiles; k++) cursor[k] = start[k]!;
    const order = orderByDepth(near.view());
    const end = ends.view();
    for (let k = 0; k < count; k++) {
      const o = order[k]!;
      for (let n = o > 0 ? end[o - 1]! : 0; n < end[o]!; n++) items[cursor[list[n]!]!++] = o;
    }
    return {
      first: this.first,
      columns: this.columns,
      count,
      records: records.view(),
      made: made.view(),
      corners: corners.view(),
      near: near.view(),
      triangle: triangle.view(),
      start,
      items,
      cover: this.cover,
      rest: this.rest.done(),
    };
  }
}

/** Whether a tile of a range is not covered before a depth. */
function isOpen(cover: Float64Array, columns: number, i0: number, i1: number, j0: number, j1: number, depth: number): boolean {
  for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) if (cover[j * columns + i]! >= depth) return true;
  return false;
}

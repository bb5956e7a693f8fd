import { append } from '../geometry/append';
import { difference, faceArea, ringArea, ringBounds, union, type Face, type Ring } from '../geometry/polygons';
import { DEPTH } from '../geometry/tolerances';
import type { Scene } from '../scene/scene';
import { clipPolygon } from './clip-polygon';
import { fillTiles } from './fill-tiles';
import type { Picture } from './picture';
import { openPicture, type VisibilityQuery } from './see';
import { recordOf, type Band } from './tile-index';
import { giveBack, takeWorkspace } from './workspace';

/** What is seen of one flat face: polygons of the picture with their holes, its plane there, and what it is of. */
export interface VisibleFace {
  /** Number of the flat face: `Scene.triangleFace`. */
  readonly face: number;
  readonly polygons: readonly Face[];
  /** nu u + nv v + nw w + c is nought on the plane, with a normal of length 1, in the picture. */
  readonly plane: readonly [nu: number, nv: number, nw: number, c: number];
  readonly element: number;
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
}

/** Smaller pieces are the grid of the polygon kernel, square metres. */
const NOTHING = 1e-9;

/**
 * What a View shows of each flat face, for patterns and shadows: its triangles as the clips leave them, without what lies before them.
 * Of faces that lie on one another that of the first part is seen. In the order of the faces. Together with the cut faces the polygons
 * cover the picture once. Method: tile by tile what is before a face is taken from it, and the pieces are put together again; what
 * the tiles know to be hidden is never asked. Polygons are those of the kernel's grid. Cost: for each face and tile of it the
 * triangles there.
 */
export function visibleFaces(scene: Scene, query: VisibilityQuery): VisibleFace[] {
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const band = fillTiles(picture, null, 0, picture.grid.columns, new Uint8Array(query.view.shown.length));
    const tiles = facesByTile(scene, band);
    return [...tiles].sort((a, b) => a[0] - b[0]).flatMap(([face, at]) => seenOf(picture, band, face, at) ?? []);
  } finally {
    giveBack(workspace);
  }
}

/** The tiles in which triangles of each face lie, ascending. */
function facesByTile({ triangleFace }: Scene, { start, items, triangle }: Band): Map<number, number[]> {
  const out = new Map<number, number[]>();
  for (let tile = 0; tile + 1 < start.length; tile++)
    for (let k = start[tile]!; k < start[tile + 1]!; k++) {
      const t = triangle[items[k]!]!;
      if (t < 0) continue;
      const own = out.get(triangleFace[t]!);
      if (!own) out.set(triangleFace[t]!, [tile]);
      else if (own.at(-1) !== tile) own.push(tile);
    }
  return out;
}

function seenOf({ scene, grid }: Picture, band: Band, face: number, tiles: readonly number[]): VisibleFace | null {
  const { trianglePart, partElement, partMaterial } = scene;
  const part = trianglePart[face]!;
  const pieces: Ring[] = [];
  const borders = new Set<number>();
  let plane: VisibleFace['plane'] | null = null;
  for (const tile of tiles) {
    const rect = rectOf(grid, tile);
    const { own, before, isHidden, at } = inTile(scene, band, tile, face, rect, plane);
    plane ??= at;
    if (isHidden || !own.length) continue;
    for (const border of rect) borders.add(border);
    append(pieces, without(own, before));
  }
  if (!plane || !pieces.length) return null;
  const polygons = union(pieces)
    .map((polygon) => polygon.map((ring) => withoutBorders(ring, borders)))
    .filter((polygon) => faceArea(polygon) > NOTHING);
  return polygons.length ? { face, polygons, plane, element: partElement[part]!, material: partMaterial[part]! } : null;
}

/** By how many triangles at first a face is made smaller at a time. */
const SOME = 4;

/** Rings without others. The largest are taken first, a few and then more: where they leave nothing the rest need not be asked. */
function without(own: readonly Ring[], before: readonly Ring[]): readonly Ring[] {
  const areas = before.map((ring) => Math.abs(ringArea(ring)));
  const order = areas.map((_, k) => k).sort((a, b) => areas[b]! - areas[a]!);
  let left = own;
  for (let from = 0, some = SOME; from < order.length && left.length; from += some, some *= 2)
    left = difference(
      left,
      order.slice(from, from + some).map((k) => before[k]!),
    ).flat();
  return left;
}

/** The corners of a tile, u0 v0 u1 v1, on the kernel's grid: what is cut off at them meets exactly. */
function rectOf({ u0, v0, size, columns }: Picture['grid'], tile: number): readonly [number, number, number, number] {
  const on = (x: number) => Math.round(x * 1e6) / 1e6;
  const [i, j] = [tile % columns, Math.floor(tile / columns)];
  return [on(u0 + i * size), on(v0 + j * size), on(u0 + (i + 1) * size), on(v0 + (j + 1) * size)];
}

interface InTile {
  /** What the face has in the tile, and what lies before it there. */
  readonly own: readonly Ring[];
  readonly before: readonly Ring[];
  /** Whether one triangle before it covers the tile. */
  readonly isHidden: boolean;
  readonly at: VisibleFace['plane'] | null;
}

function inTile(
  { triangleFace, trianglePart }: Scene,
  band: Band,
  tile: number,
  face: number,
  rect: readonly [number, number, number, number],
  known: VisibleFace['plane'] | null,
): InTile {
  const { start, items, triangle } = band;
  const [own, others]: [Ring[], number[]] = [[], []];
  let at = known;
  for (let k = start[tile]!; k < start[tile + 1]!; k++) {
    const o = items[k]!;
    if (triangle[o]! < 0 || triangleFace[triangle[o]!] !== face) {
      others.push(o);
      continue;
    }
    const r = recordOf(band, o) + 9;
    at ??= [band.records[r]!, band.records[r + 1]!, band.records[r + 2]!, band.records[r + 3]!];
    const ring = clipped(cornersOf(band, o), rect);
    if (ring) own.push(ring);
  }
  const before: Ring[] = [];
  if (!own.length) return { own, before, isHidden: false, at };
  const box = ringBounds(own);
  for (const o of others) {
    const t = triangle[o]!;
    if (isBeside(band, o, box)) continue;
    const ring = beforePlane(band, o, at!, t < 0 || trianglePart[t]! < trianglePart[face]!);
    const inside = ring && clipped(ring, box);
    if (!inside) continue;
    if (Math.abs(ringArea(inside)) > (box[2] - box[0]) * (box[3] - box[1]) * COVERED) return { own, before, isHidden: true, at };
    before.push(inside);
  }
  return { own, before, isHidden: false, at };
}

/** Whether a triangle lies beside a box. */
function isBeside({ corners }: Band, o: number, [u0, v0, u1, v1]: readonly number[]): boolean {
  const c = o * 9;
  const [a, b, d, e, f, g] = [corners[c]!, corners[c + 1]!, corners[c + 3]!, corners[c + 4]!, corners[c + 6]!, corners[c + 7]!];
  return Math.max(a, d, f) <= u0! || Math.min(a, d, f) >= u1! || Math.max(b, e, g) <= v0! || Math.min(b, e, g) >= v1!;
}

/** The part of a box that is the whole of it. */
const COVERED = 1 - 1e-9;

const [_ring, _next] = [new Float64Array(32), new Float64Array(32)];

/** What of a convex ring lies in a rectangle; null for nothing. Each corner on a side has that side's coordinate, to the last bit. */
function clipped(ring: Ring, [u0, v0, u1, v1]: readonly [number, number, number, number]): Ring | null {
  let [from, to] = [_ring, _next];
  from.set(ring);
  let n = ring.length;
  for (let side = 0; side < 4; side++) {
    const k = side >> 1;
    const limit = side === 0 ? u0 : side === 1 ? u1 : side === 2 ? v0 : v1;
    const sign = side & 1 ? -1 : 1;
    let m = 0;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const a = (from[j + k]! - limit) * sign;
      const b = (from[i + k]! - limit) * sign;
      if ((a < 0 && b > 0) || (a > 0 && b < 0)) {
        const [p, q] = [from[j + 1 - k]!, from[i + 1 - k]!];
        to[m + k] = limit;
        to[m + 1 - k] = p + (q - p) * (a / (a - b));
        m += 2;
      }
      if (b >= 0) {
        to[m] = from[i]!;
        to[m + 1] = from[i + 1]!;
        m += 2;
      }
    }
    if (m < 6) return null;
    n = m;
    [from, to] = [to, from];
  }
  return from.slice(0, n);
}

/** A step of the kernel's grid, and a little more. */
const STEP = 2e-6;

/** A ring without the corners that it has only because a tile ended there. */
function withoutBorders(ring: Ring, borders: ReadonlySet<number>): Ring {
  const out: number[] = [];
  const n = ring.length;
  for (let i = 0; i < n; i += 2) {
    const [u, v] = [ring[i]!, ring[i + 1]!];
    if (borders.has(u) || borders.has(v)) {
      const [pu, pv] = out.length ? [out.at(-2)!, out.at(-1)!] : [ring[n - 2]!, ring[n - 1]!];
      const [qu, qv] = [ring[(i + 2) % n]!, ring[(i + 3) % n]!];
      const long = Math.hypot(qu - pu, qv - pv);
      const isBetween = (u - pu) * (qu - u) + (v - pv) * (qv - v) >= 0;
      if (isBetween && Math.abs((qu - pu) * (v - pv) - (qv - pv) * (u - pu)) <= STEP * long) continue;
    }
    out.push(u, v);
  }
  return out.length >= 6 ? Float64Array.from(out) : ring;
}

/** The corners of a triangle of the picture, counter-clockwise. */
function cornersOf({ corners }: Band, o: number): Ring {
  const c = o * 9;
  return Float64Array.of(corners[c]!, corners[c + 1]!, corners[c + 3]!, corners[c + 4]!, corners[c + 6]!, corners[c + 7]!);
}

const [_from, _to] = [new Float64Array(9), new Float64Array(12)];

/** What of a triangle lies before a plane, as a ring; what lies in it counts where `isFirst`. null for nothing. */
function beforePlane(band: Band, o: number, [nu, nv, nw, c]: VisibleFace['plane'], isFirst: boolean): Ring | null {
  const sign = nw < 0 ? -1 : 1;
  // metres behind the plane, square to it
  const [a, b, d, e] = [nu * sign, nv * sign, nw * sign, c * sign];
  let nearest = Infinity;
  for (let k = 0; k < 9; k++) _from[k] = band.corners[o * 9 + k]!;
  for (let k = 0; k < 9; k += 3) nearest = Math.min(nearest, a * _from[k]! + b * _from[k + 1]! + d * _from[k + 2]! + e);
  const limit = isFirst ? -DEPTH : DEPTH;
  if (nearest + limit >= 0 && !(isFirst && nearest < DEPTH)) return null;
  const n = clipPolygon(_from, 3, a, b, d, e + limit, _to);
  if (n < 3) return null;
  const ring = new Float64Array(n * 2);
  for (let k = 0; k < n; k++) {
    ring[k * 2] = _to[k * 3]!;
    ring[k * 2 + 1] = _to[k * 3 + 1]!;
  }
  return Math.abs(ringArea(ring)) > 0 ? ring : null;
}

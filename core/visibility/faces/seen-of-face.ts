import { SEEN_AREA } from '../../geometry/numbers/tolerances';
import { difference, faceArea, ringArea, ringBounds, union, type Box, type Face, type Ring } from '../../geometry/polygons';
import { isBefore, ringsBefore, type Asked } from './before-face';
import { joinedRings } from './joined-rings';
import { cornersOf, outlineOf } from './outline-of';
import type { Picture } from '../picture';
import { boxOfTiles, clippedTo, withoutBorders } from '../tiles/tile-borders';
import { marksOf, nextSearch, type Band } from '../tiles/tile-index';

/** A flat face in the tiles: its triangles, and where some of them may be seen, ascending. */
export interface ListedFace extends Pick<Asked, 'face' | 'plane'> {
  readonly items: readonly number[];
  readonly tiles: readonly number[];
}

/** From so many occluders on a face is looked at in halves. */
const MANY = 60;

/**
 * What is seen of a face, given faces of which nothing is. Where few things are before it their outlines are taken from its own at once, else in halves of the tiles in
 * which it lies, which are joined again. Corners keep their places; where sides cross they are on the kernel's grid.
 */
export function seenOfFace(picture: Picture, band: Band, listed: ListedFace, hidden: ReadonlySet<number>): Face[] {
  const borders = new Set<number>();
  const outline = outlineOf(band, listed.items);
  const own = outline ? [outline] : listed.items.map((o) => cornersOf(band.corners, o));
  const parts: Face[][] = [];
  look({ picture, band, listed, hidden, own, box: ringBounds(own), borders, parts }, listed.tiles);
  const whole = parts.length > 1 ? union(parts.flat(2)) : (parts[0] ?? []);
  const polygons = borders.size ? whole.map((polygon) => polygon.map((ring) => withoutBorders(ring, borders))) : whole;
  return polygons.filter((polygon) => faceArea(polygon) > SEEN_AREA);
}

interface Search {
  readonly picture: Picture;
  readonly band: Band;
  readonly listed: ListedFace;
  /** Faces of which nothing is seen: what hides them is before this one too. */
  readonly hidden: ReadonlySet<number>;
  /** All of the face, and its box. */
  readonly own: readonly Ring[];
  readonly box: Box;
  /** Coordinates of tile borders at which something was cut off. */
  readonly borders: Set<number>;
  readonly parts: Face[][];
}

/** Adds what is seen of the face in some of its tiles to `parts`. */
function look(search: Search, tiles: readonly number[]): void {
  const { picture, band, listed, borders, parts } = search;
  const { face, plane } = listed;
  const { columns } = picture.grid;
  let [i0, i1] = [columns, 0];
  for (const tile of tiles) {
    i0 = Math.min(i0, tile % columns);
    i1 = Math.max(i1, tile % columns);
  }
  const [j0, j1] = [Math.floor(tiles[0]! / columns), Math.floor(tiles.at(-1)! / columns)];
  const area = boxOfTiles(picture.grid, j0 * columns + i0, j1 * columns + i1);
  const isAll = isIn(search.box, area);
  const own = isAll ? search.own : listed.items.flatMap((o) => clippedTo(area, cornersOf(band.corners, o)) ?? []);
  if (!own.length) return;
  const asked: Asked = { face, plane, own, box: isAll ? search.box : ringBounds(own) };
  const hidden = (i1 - i0 + 1) * (j1 - j0 + 1) - tiles.length;
  const occluders = hidden > tiles.length && tiles.length > 1 ? null : occludersIn(search, asked, tiles);
  if (!occluders) {
    const isWide = i1 - i0 > j1 - j0;
    const half = Math.floor((isWide ? i0 + i1 : j0 + j1) / 2);
    for (const isLow of [true, false])
      look(
        search,
        tiles.filter((tile) => (isWide ? tile % columns : Math.floor(tile / columns)) <= half === isLow),
      );
    return;
  }
  const before = occluders.length ? ringsBefore(picture.scene, band, asked, occluders) : [];
  if (!before) return;
  if (!isAll) for (const border of area) borders.add(border);
  if (hidden) addHidden(search, asked, { i0, i1, j0, j1 }, tiles, before);
  const left = before.length || own.length > 1 ? without(asked, before) : [own];
  if (left.length) parts.push(left);
}

/** Adds the tiles of a block that do not have the face: where it reaches into them it is hidden. */
function addHidden(
  { picture: { grid }, borders }: Search,
  { box }: Asked,
  { i0, i1, j0, j1 }: { readonly i0: number; readonly i1: number; readonly j0: number; readonly j1: number },
  tiles: readonly number[],
  before: Ring[],
): void {
  for (let j = j0, k = 0; j <= j1; j++)
    for (let i = i0; i <= i1; i++) {
      const tile = j * grid.columns + i;
      if (tile === tiles[k]) {
        k++;
        continue;
      }
      const own = boxOfTiles(grid, tile, tile);
      if (overlap(own, box) <= 0) continue;
      const [u0, v0, u1, v1] = own;
      before.push(Float64Array.of(u0, v0, u1, v0, u1, v1, u0, v1));
      for (const border of own) borders.add(border);
    }
}

const isIn = ([u0, v0, u1, v1]: Box, [s0, t0, s1, t1]: Box) => u0 >= s0 && v0 >= t0 && u1 <= s1 && v1 <= t1;

/** The area that two boxes share; nought or less for none. */
function overlap(a: Box, b: Box): number {
  const [wide, high] = [Math.min(a[2], b[2]) - Math.max(a[0], b[0]), Math.min(a[3], b[3]) - Math.max(a[1], b[1])];
  return Math.min(wide, high) <= 0 ? 0 : wide * high;
}

/** What lies before the face in some tiles; null where that is too much for one look and there is more than one tile. */
function occludersIn({ picture, band, hidden }: Search, asked: Asked, tiles: readonly number[]): number[] | null {
  const out: number[] = [];
  const marks = marksOf(band);
  const search = nextSearch();
  for (const tile of tiles)
    for (let k = band.start[tile]!; k < band.start[tile + 1]!; k++) {
      const o = band.items[k]!;
      if (marks[o] === search) continue;
      marks[o] = search;
      const t = band.triangle[o]!;
      if (t >= 0 && hidden.has(picture.scene.triangleFace[t]!)) continue;
      if (isBefore(picture.scene, band, asked, o) && out.push(o) > MANY && tiles.length > 1) return null;
    }
  return out;
}

/** By how many rings at first a face is made smaller at a time, where they might leave nothing. */
const SOME = 4;

/** A face without rings. Where these might leave nothing the largest are taken first, a few and then more: the rest need not be asked then. */
function without({ own, box }: Asked, before: readonly Ring[]): Face[] {
  const areas = before.map((ring) => Math.min(Math.abs(ringArea(ring)), overlap(ringBounds([ring]), box)));
  if (sum(areas) < sum(own.map(ringArea))) return difference(own, joinedRings(before));
  const order = areas.map((_, k) => k).sort((a, b) => areas[b]! - areas[a]!);
  let left: Face[] = own.map((ring) => [ring]);
  for (let from = 0, some = SOME; from < order.length && left.length; from += some, some *= 2)
    left = difference(left.flat(), joinedRings(order.slice(from, from + some).map((k) => before[k]!)));
  return left;
}

const sum = (areas: readonly number[]) => areas.reduce((total, area) => total + area, 0);

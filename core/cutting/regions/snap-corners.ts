import { cellHash } from '../../geometry/numbers/cell-hash';
import Flatbush from 'flatbush';
import { SNAP } from '../../geometry/numbers/tolerances';
import { ringBounds, type Ring } from '../../geometry/rings';
import { CornerGrid } from './corner-grid';

/** Cells of the hash of places; a place is looked for in a neighbour only near its wall. */
const CELL = SNAP * 8;
const WALL = 1 / 8;
/**
 * Models are drawn in whole micrometres, and readers add noise: a coordinate within a quarter of one is that one. Others, of slanted and
 * round things, are rounded to 10 nm: that takes the noise of computing them from another end and leaves small areas right.
 */
const WHOLE = 1e6;
const FINE = 1e8;

function rounded(x: number): number {
  const whole = Math.round(x * WHOLE);
  return Math.abs(x * WHOLE - whole) < 0.25 ? whole / WHOLE : Math.round(x * FINE) / FINE;
}

/**
 * Makes the corners of neighbouring outlines one: corners within SNAP of each other become the first of them, and a corner
 * that lies on another outline's side is put into it. Then outlines that touch share their corners exactly, and the polygon
 * kernel finds no hair gaps or slivers between them.
 * Cost: linear in the corners.
 */
export function snapCorners(rings: readonly Ring[], closed: readonly boolean[]): Ring[] {
  const places = new Places(rings.reduce((n, r) => n + r.length / 2, 0));
  const snapped = rings.map((ring) => snapRing(ring, places));
  if (!places.count || rings.length < 2) return snapped;
  const all = places.points.subarray(0, places.count * 2);
  const corners = new CornerGrid(all, SNAP);
  const hasNeighbour = neighbours(snapped);
  return snapped.map((ring, r) => (hasNeighbour[r] ? withCornersOnSides(ring, closed[r]!, corners, all) : ring));
}

/** Of each ring whether another comes near its box: only then a corner of another can lie on its sides. */
function neighbours(rings: readonly Ring[]): boolean[] {
  const index = new Flatbush(rings.length, 16, Float64Array);
  const boxes = rings.map((ring) => ringBounds([ring]));
  for (const box of boxes) index.add(...box);
  index.finish();
  return boxes.map(([u0, v0, u1, v1]) => index.search(u0 - SNAP, v0 - SNAP, u1 + SNAP, v1 + SNAP).length > 1);
}

function snapRing(ring: Ring, places: Places): Ring {
  const out = new Float64Array(ring.length);
  let n = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const k = places.of(ring[i]!, ring[i + 1]!) * 2;
    const u = places.points[k]!,
      v = places.points[k + 1]!;
    if (n && out[n - 2] === u && out[n - 1] === v) continue;
    out[n++] = u;
    out[n++] = v;
  }
  if (n > 2 && out[0] === out[n - 2] && out[1] === out[n - 1]) n -= 2;
  return out.slice(0, n);
}

/** Places that are told apart by more than SNAP, in an open hash of cells with chains. */
class Places {
  readonly points: Float64Array;
  count = 0;
  private readonly head: Int32Array;
  private readonly next: Int32Array;

  constructor(most: number) {
    this.points = new Float64Array(most * 2);
    this.next = new Int32Array(most);
    this.head = new Int32Array(2 ** Math.ceil(Math.log2(most + 8))).fill(-1);
  }

  /** The place of a point: the first one within SNAP of it, or a new one. */
  of(u: number, v: number): number {
    const i = Math.floor(u / CELL),
      j = Math.floor(v / CELL);
    const fu = u / CELL - i,
      fv = v / CELL - j;
    for (let a = fu < WALL ? -1 : 0; a <= (fu > 1 - WALL ? 1 : 0); a++)
      for (let b = fv < WALL ? -1 : 0; b <= (fv > 1 - WALL ? 1 : 0); b++)
        for (let k = this.head[this.hash(i + a, j + b)]!; k >= 0; k = this.next[k]!)
          if (Math.abs(this.points[k * 2]! - u) <= SNAP && Math.abs(this.points[k * 2 + 1]! - v) <= SNAP) return k;
    const k = this.count++;
    this.points[k * 2] = rounded(u);
    this.points[k * 2 + 1] = rounded(v);
    const h = this.hash(i, j);
    this.next[k] = this.head[h]!;
    this.head[h] = k;
    return k;
  }

  private hash(i: number, j: number): number {
    return cellHash(i, j) & (this.head.length - 1);
  }
}

function withCornersOnSides(ring: Ring, closed: boolean, corners: CornerGrid, all: Float64Array): Ring {
  const out: number[] = [];
  const n = ring.length;
  for (let i = 0; i < n; i += 2) {
    const u0 = ring[i]!,
      v0 = ring[i + 1]!;
    out.push(u0, v0);
    if (!closed && i + 2 >= n) break;
    const u1 = ring[(i + 2) % n]!,
      v1 = ring[(i + 3) % n]!;
    const du = u1 - u0,
      dv = v1 - v0,
      length = Math.sqrt(du * du + dv * dv);
    if (length < SNAP * 4) continue;
    const on: [number, number, number][] = [];
    corners.along(u0, v0, u1, v1, (k) => {
      const pu = all[k * 2]! - u0,
        pv = all[k * 2 + 1]! - v0;
      if (Math.abs(pu * dv - pv * du) > SNAP * length) return;
      const along = (pu * du + pv * dv) / length;
      if (along < SNAP || along > length - SNAP) return;
      on.push([along, all[k * 2]!, all[k * 2 + 1]!]);
    });
    if (on.length > 1) on.sort((a, b) => a[0] - b[0]);
    for (const [, pu, pv] of on) if (out.at(-2) !== pu || out.at(-1) !== pv) out.push(pu, pv);
  }
  return out.length === n ? ring : Float64Array.from(out);
}

/** Most convex pieces of a tile's rest, and most corners of a piece; what is in more pieces is not followed any farther. */
const PIECES = 4;
const CORNERS = 8;
const PIECE = CORNERS * 2;
const SLOT = PIECES * PIECE;
/** How many triangles a tile is followed through: what they have left open will stay so. */
const TRIES = 24;
/** A tile whose rest is not followed. */
const LOST = 255;
/** Thinner pieces than this are none, metres: far below the widening of the occluders. */
const THIN = 1e-9;

const _a = new Float64Array(PIECE * 2),
  _b = new Float64Array(PIECE * 2);

/**
 * What of each tile of the picture no triangle covers yet: a few convex pieces. Triangles and quadrilaterals are taken from them one by one; a tile
 * is covered when nothing is left. So the two triangles of a wall, and walls side by side, cover together what neither covers
 * alone. A rest in too many pieces is given up (the tile counts as open then), so an answer "covered" is always right.
 * Storage is made for tiles that are partly covered, when they are, and kept for the next picture. Method: clipping of convex polygons by the edges of the
 * triangle (after I. Sutherland, G. Hodgman, Reentrant Polygon Clipping, 1974). Ours.
 */
export class TileCoverage {
  private slot = new Int32Array(0);
  /** Number of pieces of each slot, and corners of each piece. */
  private counts = new Uint8Array(1024);
  /** The boxes of the pieces, as they were when the rest was known last, how many they are, and the deepest of what was taken. */
  private boxes = new Float64Array(1024 * PIECES * 4);
  private boxCounts = new Uint8Array(1024);
  private deepest = new Float64Array(1024);
  private tries = new Uint8Array(1024);
  private corners = new Uint8Array(1024 * PIECES);
  private data = new Float64Array(1024 * SLOT);
  private used = 0;

  /** Begins anew with some tiles; the storage of the last picture is used again. */
  begin(tiles: number): void {
    if (this.slot.length < tiles) this.slot = new Int32Array(tiles);
    this.slot.fill(-1, 0, tiles);
    this.used = 0;
  }

  /** What is left of the tiles, for questions. */
  done(): Rest {
    const { slot, used } = this;
    return {
      slot,
      boxes: this.boxes.subarray(0, used * PIECES * 4),
      counts: this.boxCounts.subarray(0, used),
      deepest: this.deepest.subarray(0, used),
    };
  }

  /** Whether what lies in a box of the picture and deeper than `depth` is hidden in this tile, because the box does not touch the rest. */
  hides(tile: number, u0: number, v0: number, u1: number, v1: number, depth: number): boolean {
    const s = this.slot[tile]!;
    return s >= 0 && isHidden(this.boxes, s, this.boxCounts[s]!, this.deepest[s]!, u0, v0, u1, v1, depth);
  }

  /** Depth of the deepest point of all that was taken from a tile. */
  deepestOf(tile: number): number {
    return this.deepest[this.slot[tile]!]!;
  }

  /**
   * Takes a convex polygon, given by edge functions (three numbers each) in `edges` from `at` up to `end` and no deeper than `depth`
   * here, from the tile of half-width `half` round (cu, cv). Returns whether nothing is left of the tile.
   */
  subtract(
    tile: number,
    cu: number,
    cv: number,
    half: number,
    edges: Float64Array,
    at: number,
    end: number,
    widen: number,
    depth: number,
  ): boolean {
    let s = this.slot[tile]!;
    if (s < 0) s = this.open(tile, cu, cv, half);
    const count = this.counts[s]!;
    if (count === LOST) return false;
    if (++this.tries[s]! > TRIES) return this.lose(s);
    const base = s * SLOT;
    let left = 0;
    // pieces that are left whole stay in place; those that are cut are written behind, from the scratch
    let fresh = 0;
    const { data, corners } = this;
    for (let k = 0; k < count; k++) {
      let n = corners[s * PIECES + k]!;
      let piece = data;
      let from = base + k * PIECE;
      let isWhole = false;
      for (let e = at; e < end; e += 3) {
        const a = edges[e]!,
          b = edges[e + 1]!,
          c = edges[e + 2]! + widen;
        let outside = 0,
          most = 0;
        for (let i = 0; i < n; i++) {
          const h = a * piece[from + i * 2]! + b * piece[from + i * 2 + 1]! + c;
          if (h < 0) {
            outside++;
            if (-h > most) most = -h;
          }
        }
        if (outside === 0 || most < THIN) continue;
        if (outside === n) {
          // the triangle does not touch what is left of this piece
          isWhole = true;
          break;
        }
        if (left + fresh >= PIECES || n + 1 > CORNERS) return this.lose(s);
        // what lies outside of this edge stays; the rest goes on to the next edge
        const out = clip(piece, from, n, -a, -b, -c, _fresh, fresh * PIECE);
        if (out > CORNERS) return this.lose(s);
        if (out > 2) _freshCorners[fresh++] = out;
        const target = piece === _a ? _b : _a;
        n = clip(piece, from, n, a, b, c, target, 0);
        if (n > CORNERS) return this.lose(s);
        piece = target;
        from = 0;
        if (n < 3) break;
      }
      if (!isWhole) continue;
      // the untouched remainder of a piece that an earlier edge may have cut
      if (left + fresh >= PIECES) return this.lose(s);
      if (piece === data) {
        if (left !== k) data.copyWithin(base + left * PIECE, from, from + n * 2);
        corners[s * PIECES + left++] = n;
      } else {
        for (let i = 0; i < n * 2; i++) _fresh[fresh * PIECE + i] = piece[from + i]!;
        _freshCorners[fresh++] = n;
      }
    }
    for (let k = 0; k < fresh; k++) {
      for (let i = 0; i < _freshCorners[k]! * 2; i++) data[base + left * PIECE + i] = _fresh[k * PIECE + i]!;
      corners[s * PIECES + left++] = _freshCorners[k]!;
    }
    this.counts[s] = left;
    if (depth > this.deepest[s]!) this.deepest[s] = depth;
    this.boxCounts[s] = left;
    for (let k = 0; k < left; k++) this.box(s, k);
    return left === 0;
  }

  private box(s: number, k: number): void {
    const { data, boxes } = this;
    const from = s * SLOT + k * PIECE;
    let u0 = Infinity,
      v0 = Infinity,
      u1 = -Infinity,
      v1 = -Infinity;
    for (let i = from, end = from + this.corners[s * PIECES + k]! * 2; i < end; i += 2) {
      const u = data[i]!,
        v = data[i + 1]!;
      if (u < u0) u0 = u;
      if (u > u1) u1 = u;
      if (v < v0) v0 = v;
      if (v > v1) v1 = v;
    }
    const b = (s * PIECES + k) * 4;
    boxes[b] = u0;
    boxes[b + 1] = v0;
    boxes[b + 2] = u1;
    boxes[b + 3] = v1;
  }

  private lose(s: number): false {
    this.counts[s] = LOST;
    return false;
  }

  private open(tile: number, cu: number, cv: number, half: number): number {
    const s = this.used++;
    this.slot[tile] = s;
    if (s >= this.counts.length) this.grow();
    this.tries[s] = 0;
    this.counts[s] = this.boxCounts[s] = 1;
    this.corners[s * PIECES] = 4;
    this.deepest[s] = -Infinity;
    const b = s * PIECES * 4;
    this.boxes[b] = cu - half;
    this.boxes[b + 1] = cv - half;
    this.boxes[b + 2] = cu + half;
    this.boxes[b + 3] = cv + half;
    const base = s * SLOT;
    const { data } = this;
    data[base] = cu - half;
    data[base + 1] = cv - half;
    data[base + 2] = cu + half;
    data[base + 3] = cv - half;
    data[base + 4] = cu + half;
    data[base + 5] = cv + half;
    data[base + 6] = cu - half;
    data[base + 7] = cv + half;
    return s;
  }

  private grow(): void {
    const room = this.counts.length * 2;
    const counts = new Uint8Array(room);
    counts.set(this.counts);
    this.counts = counts;
    const tries = new Uint8Array(room);
    tries.set(this.tries);
    this.tries = tries;
    const corners = new Uint8Array(room * PIECES);
    corners.set(this.corners);
    this.corners = corners;
    const data = new Float64Array(room * SLOT);
    data.set(this.data);
    this.data = data;
    const boxes = new Float64Array(room * PIECES * 4);
    boxes.set(this.boxes);
    this.boxes = boxes;
    const boxCounts = new Uint8Array(room);
    boxCounts.set(this.boxCounts);
    this.boxCounts = boxCounts;
    const deepest = new Float64Array(room);
    deepest.set(this.deepest);
    this.deepest = deepest;
  }
}

/** What is left of some tiles: of each tile a slot or -1, of each slot the boxes (u0 v0 u1 v1) of its pieces and a depth. */
export interface Rest {
  readonly slot: Int32Array;
  readonly boxes: Float64Array;
  readonly counts: Uint8Array;
  /** What was taken from the tile is no deeper than this. */
  readonly deepest: Float64Array;
}

/** Whether what lies in a box of the picture and deeper than `depth` is hidden in a tile, because the box does not touch its rest. */
export function coverageHides(rest: Rest, tile: number, u0: number, v0: number, u1: number, v1: number, depth: number): boolean {
  const s = rest.slot[tile]!;
  return s >= 0 && isHidden(rest.boxes, s, rest.counts[s]!, rest.deepest[s]!, u0, v0, u1, v1, depth);
}

function isHidden(
  boxes: Float64Array,
  s: number,
  count: number,
  deepest: number,
  u0: number,
  v0: number,
  u1: number,
  v1: number,
  depth: number,
): boolean {
  if (!(depth > deepest)) return false;
  for (let b = s * PIECES * 4, end = b + count * 4; b < end; b += 4)
    if (u0 <= boxes[b + 2]! && u1 >= boxes[b]! && v0 <= boxes[b + 3]! && v1 >= boxes[b + 1]!) return false;
  return true;
}

const _fresh = new Float64Array((PIECES + 1) * PIECE * 2);
const _freshCorners = new Uint8Array(PIECES + 1);

/** The part of a convex polygon with a u + b v + c >= 0, into `out`; returns its number of corners. */
function clip(p: Float64Array, from: number, n: number, a: number, b: number, c: number, out: Float64Array, to: number): number {
  let m = 0;
  let pu = p[from + n * 2 - 2]!,
    pv = p[from + n * 2 - 1]!;
  let ph = a * pu + b * pv + c;
  for (let i = 0; i < n; i++) {
    const qu = p[from + i * 2]!,
      qv = p[from + i * 2 + 1]!;
    const qh = a * qu + b * qv + c;
    if (ph >= 0 !== qh >= 0) {
      const t = ph / (ph - qh);
      out[to + m * 2] = pu + t * (qu - pu);
      out[to + m * 2 + 1] = pv + t * (qv - pv);
      m++;
    }
    if (qh >= 0) {
      out[to + m * 2] = qu;
      out[to + m * 2 + 1] = qv;
      m++;
    }
    pu = qu;
    pv = qv;
    ph = qh;
  }
  return m;
}

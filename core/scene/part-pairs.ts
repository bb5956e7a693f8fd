import Flatbush from 'flatbush';
import { WELD } from '../geometry/numbers/tolerances';

/** A part over more cells than this is large: it is tested against all others. */
const CELLS = 64;
/** With more large parts than this the cells do not pay. */
const LARGE = 300;

/**
 * Finds the pairs of boxes that share some thickness along every axis; boxes that only touch are no pair, flat ones may be
 * pierced. Boxes are laid into a grid of cells about twice as wide as a usual box; where many are large an index over two
 * axes does the work (flatbush). Pairs are told in ascending order of the first, then of the second.
 * @param bounds x0 y0 z0 x1 y1 z1 of each, metres
 * @param wanted 1 for those that take part
 */
export function partPairs(bounds: Float64Array, wanted: Uint8Array, tell: (p: number, q: number) => void): void {
  const parts = wanted.length;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  let [sum, taken] = [0, 0];
  for (let p = 0; p < parts; p++) {
    if (!wanted[p] || !(bounds[p * 6]! <= bounds[p * 6 + 3]!)) continue;
    let widest = 0;
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k]!, bounds[p * 6 + k]!);
      high[k] = Math.max(high[k]!, bounds[p * 6 + 3 + k]!);
      widest = Math.max(widest, bounds[p * 6 + 3 + k]! - bounds[p * 6 + k]!);
    }
    sum += Math.log(Math.max(widest, 1e-3));
    taken++;
  }
  if (taken < 2) return;
  // the geometric mean: a few very large parts do not make the cells large
  const cell = Math.max(Math.exp(sum / taken), Math.max(high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!) / 1000);
  const counts = [0, 1, 2].map((k) => Math.floor((high[k]! - low[k]!) / cell) + 1) as [number, number, number];
  const [nx, ny, nz] = counts;
  if (nx * ny * nz > 2e7) return byIndex(bounds, wanted, tell);

  const start = new Uint32Array(nx * ny * nz + 1);
  const large: number[] = [];
  const isLarge = new Uint8Array(parts);
  const range = new Int32Array(6);
  for (let p = 0; p < parts; p++) {
    if (!cellsOf(p)) continue;
    if ((range[3]! - range[0]! + 1) * (range[4]! - range[1]! + 1) * (range[5]! - range[2]! + 1) > CELLS) {
      large.push(p);
      isLarge[p] = 1;
    } else visit((c) => start[c + 1]!++);
  }
  if (large.length > LARGE) return byIndex(bounds, wanted, tell);
  for (let c = 0; c < nx * ny * nz; c++) start[c + 1]! += start[c]!;
  const items = new Uint32Array(start[nx * ny * nz]!);
  const cursor = start.slice();
  for (let p = 0; p < parts; p++) if (!isLarge[p] && cellsOf(p)) visit((c) => (items[cursor[c]!++] = p));

  const stamp = new Int32Array(parts).fill(-1);
  const found: number[] = [];
  for (let p = 0; p < parts; p++) {
    if (!cellsOf(p)) continue;
    found.length = 0;
    if (isLarge[p]) {
      for (let q = p + 1; q < parts; q++) if (wanted[q] && shareThickness(bounds, p, q)) found.push(q);
    } else {
      visit((c) => {
        for (let k = start[c]!; k < start[c + 1]!; k++) {
          const q = items[k]!;
          if (q <= p || stamp[q] === p) continue;
          stamp[q] = p;
          if (shareThickness(bounds, p, q)) found.push(q);
        }
      });
      for (const q of large) if (q > p && shareThickness(bounds, p, q)) found.push(q);
    }
    if (found.length > 1) found.sort((a, b) => a - b);
    for (const q of found) tell(p, q);
  }

  function cellsOf(p: number): boolean {
    if (!wanted[p] || !(bounds[p * 6]! <= bounds[p * 6 + 3]!)) return false;
    for (let k = 0; k < 3; k++) {
      range[k] = Math.floor((bounds[p * 6 + k]! - low[k]!) / cell);
      range[k + 3] = Math.floor((bounds[p * 6 + 3 + k]! - low[k]!) / cell);
    }
    return true;
  }
  function visit(at: (cell: number) => void): void {
    const [i0, j0, k0, i1, j1, k1] = [range[0]!, range[1]!, range[2]!, range[3]!, range[4]!, range[5]!];
    for (let k = k0; k <= k1; k++) for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) at((k * ny + j) * nx + i);
  }
}

function byIndex(bounds: Float64Array, wanted: Uint8Array, tell: (p: number, q: number) => void): void {
  const boxes = new Flatbush(wanted.length, 16, Float64Array);
  for (let p = 0; p < wanted.length; p++) boxes.add(bounds[p * 6]!, bounds[p * 6 + 1]!, bounds[p * 6 + 3]!, bounds[p * 6 + 4]!);
  boxes.finish();
  for (let p = 0; p < wanted.length; p++) {
    if (!wanted[p]) continue;
    const b = p * 6;
    const near = boxes.search(
      bounds[b]!,
      bounds[b + 1]!,
      bounds[b + 3]!,
      bounds[b + 4]!,
      (q) => q > p && wanted[q] === 1 && shareThickness(bounds, p, q),
    );
    for (const q of near.sort((m, n) => m - n)) tell(p, q);
  }
}

/** Whether two boxes share more than a touch along each axis; a flat box shares no thickness with anything and may still be pierced. */
function shareThickness(bounds: Float64Array, p: number, q: number): boolean {
  const [a, b] = [p * 6, q * 6];
  for (let k = 0; k < 3; k++) {
    const p0 = bounds[a + k]!,
      p1 = bounds[a + k + 3]!,
      q0 = bounds[b + k]!,
      q1 = bounds[b + k + 3]!;
    const shared = (p1 < q1 ? p1 : q1) - (p0 > q0 ? p0 : q0);
    if (shared >= 2 * WELD) continue;
    if (shared < 0 || (p1 - p0 >= 2 * WELD && q1 - q0 >= 2 * WELD)) return false;
  }
  return true;
}

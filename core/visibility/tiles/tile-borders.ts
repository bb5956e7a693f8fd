import type { Box, Ring } from '../../geometry/rings';
import { GRID_STEP, POLYGON_DECIMALS } from '../../geometry/numbers/tolerances';
import type { Grid } from './tile-store';

const CELL = 10 ** POLYGON_DECIMALS;

/** The box of tiles from one to another, u0 v0 u1 v1, on the kernel's grid: what is cut off at them meets exactly. */
export function boxOfTiles({ u0, v0, size, columns }: Grid, from: number, to: number): Box {
  const at = (tile: number) => [tile % columns, Math.floor(tile / columns)] as const;
  const [[i0, j0], [i1, j1]] = [at(from), at(to)];
  const on = (x: number) => Math.round(x * CELL) / CELL;
  return [on(u0 + i0 * size), on(v0 + j0 * size), on(u0 + (i1 + 1) * size), on(v0 + (j1 + 1) * size)];
}

const [_ring, _next] = [new Float64Array(32), new Float64Array(32)];

/** What of a convex ring lies in a box; null for nothing. Each corner on a side has that side's coordinate, to the last bit. */
export function clippedTo([u0, v0, u1, v1]: Box, ring: Ring): Ring | null {
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

/** A ring without the corners that it has only because a tile ended there. */
export function withoutBorders(ring: Ring, borders: ReadonlySet<number>): Ring {
  const out: number[] = [];
  const n = ring.length;
  for (let i = 0; i < n; i += 2) {
    const [u, v] = [ring[i]!, ring[i + 1]!];
    if (borders.has(u) || borders.has(v)) {
      const [pu, pv] = out.length ? [out.at(-2)!, out.at(-1)!] : [ring[n - 2]!, ring[n - 1]!];
      const [qu, qv] = [ring[(i + 2) % n]!, ring[(i + 3) % n]!];
      const long = Math.hypot(qu - pu, qv - pv);
      const isBetween = (u - pu) * (qu - u) + (v - pv) * (qv - v) >= 0;
      if (isBetween && Math.abs((qu - pu) * (v - pv) - (qv - pv) * (u - pu)) <= GRID_STEP * long) continue;
    }
    out.push(u, v);
  }
  return out.length >= 6 ? Float64Array.from(out) : ring;
}

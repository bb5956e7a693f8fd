import Flatbush from 'flatbush';
import { SNAP } from '../geometry/tolerances';
import type { Ring } from '../geometry/polygons';

/**
 * Makes the corners of neighbouring outlines one: corners within SNAP of each other become the first of them, and a corner
 * that lies on another outline's side is put into it. Then outlines that touch share their corners exactly, and the polygon
 * kernel finds no hair gaps or slivers between them. Points lie on the kernel's grid afterwards.
 * Cost: n log n in the corners.
 */
export function snapCorners(rings: readonly Ring[], closed: readonly boolean[], grid = 1e-6): Ring[] {
  const snapped = cluster(rings, grid);
  const total = snapped.reduce((n, r) => n + r.length / 2, 0);
  if (!total) return snapped;
  const index = new Flatbush(total, 16, Float64Array);
  const all = new Float64Array(total * 2);
  let at = 0;
  for (const ring of snapped)
    for (let i = 0; i < ring.length; i += 2, at++) {
      index.add(ring[i]!, ring[i + 1]!);
      all[at * 2] = ring[i]!;
      all[at * 2 + 1] = ring[i + 1]!;
    }
  index.finish();
  return snapped.map((ring, r) => withCornersOnSides(ring, closed[r]!, index, all));
}

function cluster(rings: readonly Ring[], grid: number): Ring[] {
  const cells = new Map<string, number[]>();
  const cell = SNAP * 8;
  return rings.map((ring) => {
    const out: number[] = [];
    for (let i = 0; i < ring.length; i += 2) {
      const [u, v] = nearest(ring[i]!, ring[i + 1]!);
      const n = out.length;
      if (n && out[n - 2] === u && out[n - 1] === v) continue;
      out.push(u, v);
    }
    if (out.length > 2 && out[0] === out.at(-2) && out[1] === out.at(-1)) out.length -= 2;
    return Float64Array.from(out);
  });

  function nearest(u: number, v: number): [number, number] {
    const i = Math.floor(u / cell),
      j = Math.floor(v / cell);
    const fu = u / cell - i,
      fv = v / cell - j,
      wall = 1 / 8;
    for (let a = fu < wall ? -1 : 0; a <= (fu > 1 - wall ? 1 : 0); a++)
      for (let b = fv < wall ? -1 : 0; b <= (fv > 1 - wall ? 1 : 0); b++) {
        const found = cells.get(`${i + a},${j + b}`);
        if (!found) continue;
        for (let k = 0; k < found.length; k += 2)
          if (Math.abs(found[k]! - u) <= SNAP && Math.abs(found[k + 1]! - v) <= SNAP) return [found[k]!, found[k + 1]!];
      }
    const p: [number, number] = [Math.round(u / grid) * grid, Math.round(v / grid) * grid];
    const key = `${i},${j}`;
    const list = cells.get(key);
    if (list) list.push(...p);
    else cells.set(key, [...p]);
    return p;
  }
}

function withCornersOnSides(ring: Ring, closed: boolean, index: Flatbush, all: Float64Array): Ring {
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
      length = Math.hypot(du, dv);
    if (length < SNAP * 4) continue;
    const on: [number, number, number][] = [];
    for (const k of index.search(Math.min(u0, u1) - SNAP, Math.min(v0, v1) - SNAP, Math.max(u0, u1) + SNAP, Math.max(v0, v1) + SNAP)) {
      const pu = all[k * 2]! - u0,
        pv = all[k * 2 + 1]! - v0;
      const along = (pu * du + pv * dv) / length;
      if (along < SNAP || along > length - SNAP || Math.abs(pu * dv - pv * du) / length > SNAP) continue;
      on.push([along, all[k * 2]!, all[k * 2 + 1]!]);
    }
    on.sort((a, b) => a[0] - b[0]);
    for (const [, pu, pv] of on) if (out.at(-2) !== pu || out.at(-1) !== pv) out.push(pu, pv);
  }
  return Float64Array.from(out);
}

import { describe, expect, it } from 'vitest';
import { nearestAt } from './depth-probe';
import { STRIDE, type Band, type Tiles } from '../tiles/tile-index';

/** One tile of 10 × 10 with triangles over all of it at given depths, in this order. */
function tileOf(depths: readonly number[]): Tiles {
  const count = depths.length;
  const band: Band = {
    first: 0,
    columns: 1,
    count,
    records: new Float64Array(count * STRIDE),
    made: new Uint8Array(count),
    corners: Float64Array.from(depths.flatMap((w) => [-20, -20, w, 40, -20, w, -20, 40, w])),
    near: Float64Array.from(depths),
    triangle: Int32Array.from(depths, (_, o) => o),
    start: Uint32Array.of(0, count),
    items: Uint32Array.from(depths, (_, o) => o),
    cover: Float64Array.of(Infinity),
    rest: { slot: Int32Array.of(-1), boxes: new Float64Array(0), counts: new Uint8Array(0), deepest: new Float64Array(0) },
  };
  return { u0: 0, v0: 0, size: 10, columns: 1, rows: 1, bands: [band] };
}

describe('the nearest face at a point', () => {
  it.each([-25, -1e-3, 0, 25])('of two that lie flush is the one of the lower rank, whichever comes first, at a depth of %d', (w) => {
    const byRank = (ranks: readonly number[]) => nearestAt(tileOf([w, w, w + 1]), 3, 3, (t) => ranks[t]!)?.occluder;
    expect(byRank([0, 1, 2])).toBe(0);
    expect(byRank([1, 0, 2])).toBe(1);
    expect(byRank([2, 1, 0])).toBe(1);
  });
});

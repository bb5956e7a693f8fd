import fc from 'fast-check';
import { expect, it } from 'vitest';
import { clipToSides, EARLY, FROM, LATE, TO } from './line-in-triangle';
import { STRIDE, writeRecord } from './tiles/tile-index';

const coordinate = fc.integer({ min: -40, max: 40 }).map((n) => n / 8 + 1 / 37);
const place = fc.tuple(coordinate, coordinate);
const BY = 0.25;

/** Distance of a place to the side of a counter-clockwise triangle that it lies farthest outside of; positive within. */
function inside(corners: readonly (readonly [number, number])[], [u, v]: readonly [number, number]): number {
  return Math.min(
    ...corners.map(([au, av], k) => {
      const [bu, bv] = corners[(k + 1) % 3]!;
      return ((bu - au) * (v - av) - (bv - av) * (u - au)) / Math.hypot(bu - au, bv - av);
    }),
  );
}

it('a line is inside a triangle, widened, just where each place of it is; without the widening it enters later and leaves earlier', () => {
  fc.assert(
    fc.property(fc.tuple(place, place, place), place, place, (found, [u0, v0], [u1, v1]) => {
      const [a, b, c] = found;
      const twice = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
      fc.pre(Math.abs(twice) > 0.1 && Math.hypot(u1 - u0, v1 - v0) > 0.1);
      const corners = twice > 0 ? [a, b, c] : [a, c, b];
      const record = new Float64Array(STRIDE);
      writeRecord(record, 0, Float64Array.from(corners.flatMap(([u, v]) => [u, v, 1])), 0);
      const out = new Float64Array(4);
      const isInside = clipToSides(record, 0, u0, v0, u1 - u0, v1 - v0, BY, out) && out[FROM]! <= out[TO]!;
      const at = (t: number): [number, number] => [u0 + t * (u1 - u0), v0 + t * (v1 - v0)];
      for (let k = 0; k <= 64; k++) {
        const t = k / 64;
        const depth = inside(corners, at(t)) + BY;
        if (Math.abs(depth) < 1e-9) continue;
        expect(isInside && t >= out[FROM]! && t <= out[TO]!).toBe(depth > 0);
      }
      if (!isInside) return;
      // where a side ends the stretch its true end lies on the side itself
      for (const t of [out[EARLY]! && out[FROM]! + out[EARLY]!, out[LATE]! && out[TO]! - out[LATE]!])
        if (t) {
          const sides = corners.map(([au, av], k) => {
            const [bu, bv] = corners[(k + 1) % 3]!;
            const [u, v] = at(t);
            return Math.abs((bu - au) * (v - av) - (bv - av) * (u - au)) / Math.hypot(bu - au, bv - av);
          });
          expect(Math.min(...sides)).toBeLessThan(1e-9 * Math.max(1, Math.abs(t)) * 10);
        }
    }),
    { numRuns: 300 },
  );
});

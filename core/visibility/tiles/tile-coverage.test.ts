import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { side } from './tile-index';
import { TileCoverage } from './tile-coverage';

/** A triangle of the picture, counter-clockwise, on a grid of quarters so that edges and corners coincide; and its depth. */
const place = fc.integer({ min: -6, max: 10 }).map((n) => n / 4);
const triangle = fc
  .record({ p: fc.array(place, { minLength: 6, maxLength: 6 }), depth: fc.integer({ min: -5, max: 5 }) })
  .map(({ p: [a, b, c, d, e, f], depth }) => {
    const turn = (c! - a!) * (f! - b!) - (d! - b!) * (e! - a!);
    return { corners: turn > 0 ? [a!, b!, c!, d!, e!, f!] : [a!, b!, e!, f!, c!, d!], turn, depth };
  })
  .filter(({ turn }) => turn !== 0);

describe('what is left of a tile', () => {
  it('is never called covered, nor a box in it hidden, where a point of it is not', () => {
    let [covered, hidden] = [0, 0];
    fc.assert(
      fc.property(fc.array(triangle, { minLength: 1, maxLength: 8 }), fc.tuple(place, place), (triangles, [u, v]) => {
        const rest = new TileCoverage();
        rest.begin(1);
        const edges = new Float64Array(9);
        let isCovered = false;
        for (const { corners: p, depth } of triangles) {
          for (let k = 0; k < 3; k++) side(edges, k * 3, p[k * 2]!, p[k * 2 + 1]!, p[(k * 2 + 2) % 6]!, p[(k * 2 + 3) % 6]!);
          // the tile from (0, 0) to (1, 1)
          isCovered ||= rest.subtract(0, 0.5, 0.5, 0.5, edges, 0, 9, 1e-9, depth);
        }
        const isUnder = (x: number, y: number) =>
          triangles.some(({ corners: p }) =>
            [0, 2, 4].every((k) => {
              const [a, b, c, d] = [p[k]!, p[k + 1]!, p[(k + 2) % 6]!, p[(k + 3) % 6]!];
              return (c - a) * (y - b) - (d - b) * (x - a) >= -1e-6;
            }),
          );
        const deepest = Math.max(...triangles.map(({ depth }) => depth));
        const isHidden = rest.hides(0, u, v, u + 0.25, v + 0.25, deepest + 1);
        // nothing that lies before the deepest of them is hidden for certain
        expect(rest.hides(0, u, v, u + 0.25, v + 0.25, Math.min(...triangles.map(({ depth }) => depth)) - 1)).toBe(false);
        for (let i = 1; i < 16; i++)
          for (let j = 1; j < 16; j++) {
            const [x, y] = [i / 16 + 0.001, j / 16 + 0.002];
            const isInBox = x > u && x < u + 0.25 && y > v && y < v + 0.25;
            if (isCovered || (isHidden && isInBox)) expect(isUnder(x, y), `${x} ${y}`).toBe(true);
          }
        if (isCovered) covered++;
        if (isHidden) hidden++;
      }),
      { numRuns: 2000, seed: 11 },
    );
    // the check has seen enough of both
    expect(Math.min(covered, hidden)).toBeGreaterThan(50);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { intersection } from 'polyclip-ts';
import { Growing } from './growing';
import { patternLines, type PatternLine } from './pattern-line';
import type { Ring } from './rings';

const ring = (...at: readonly (readonly [number, number])[]): Ring => Float64Array.from(at.flat());
const square = (x: number, y: number, a: number, b = a): Ring => ring([x, y], [x + a, y], [x + a, y + b], [x, y + b]);
const hole = (x: number, y: number, a: number, b = a): Ring => ring([x, y], [x, y + b], [x + a, y + b], [x + a, y]);
const linesOf = (families: readonly PatternLine[], rings: readonly Ring[]): number[] => {
  const out = new Growing((n) => new Float64Array(n));
  for (const family of families) patternLines(family, rings, out);
  return [...out.view()];
};
const lengthOf = (flat: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < flat.length; i += 4) sum += Math.hypot(flat[i + 2]! - flat[i]!, flat[i + 3]! - flat[i + 1]!);
  return sum;
};
const BOND: readonly PatternLine[] = [
  { angle: 0, origin: [0, 0], offset: [0, 0.075], dashes: [] },
  { angle: 90, origin: [0, 0], offset: [0.125, 0.075], dashes: [0.075, -0.075] },
];

describe('lines of a pattern in polygons', () => {
  it('a wall of 3 by 1.5 m in stretcher bond of 75 mm courses and bricks of 250 mm (closed form): nothing along its sides', () => {
    const flat = linesOf(BOND, [square(0, 0, 3, 1.5)]);
    // 19 beds between 20 courses; a perpend each 250 mm, in even courses at its sides too, where none is drawn
    const upright = flat.filter((_, i) => i % 4 === 0 && Math.abs(flat[i]! - flat[i + 2]!) < 1e-9).length;
    expect([flat.length / 4 - upright, upright]).toEqual([19, 10 * 11 + 10 * 12]);
    expect(lengthOf(flat)).toBeCloseTo(19 * 3 + 230 * 0.075, 9);
  });

  it('a hole is left out, and what lies along its sides too', () => {
    const level: PatternLine = { angle: 0, origin: [0, 0], offset: [0, 0.1], dashes: [] };
    const flat = linesOf([level], [square(0, 0, 2, 1), hole(0.5, 0.3, 0.7, 0.4)]);
    // of 9 lines those at 0.4, 0.5 and 0.6 go round the hole, those at 0.3 and 0.7 run along it
    expect(flat.length / 4).toBe(4 + 5 * 2);
    expect(lengthOf(flat)).toBeCloseTo(4 * 2 + 5 * 1.3, 9);
  });

  it('at any angle the length is the area over the distance of the lines, to within a line', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 179 }), fc.double({ min: 0.01, max: 0.05, noNaN: true }), (angle, apart) => {
        const turn = (angle * Math.PI) / 180;
        const family: PatternLine = {
          angle,
          origin: [0.013, 0.007],
          offset: [-Math.sin(turn) * apart, Math.cos(turn) * apart],
          dashes: [],
        };
        const flat = linesOf([family], [square(0, 0, 1), hole(0.25, 0.25, 0.5)]);
        expect(Math.abs(lengthOf(flat) - 0.75 / apart)).toBeLessThan(2.2);
      }),
      { seed: 5, numRuns: 200 },
    );
  });

  it('each piece is inside, by an independent polygon package', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 }));
    fc.assert(
      fc.property(
        fc.uniqueArray(point, { minLength: 3, maxLength: 3, selector: String }),
        fc.integer({ min: 0, max: 89 }),
        ([a, b, c], angle) => {
          const area = ((b![0] - a![0]) * (c![1] - a![1]) - (b![1] - a![1]) * (c![0] - a![0])) / 2;
          if (Math.abs(area) < 1) return;
          const flat = linesOf([{ angle, origin: [0.1, 0.2], offset: [0.3, 1.1], dashes: [0.7, -0.4] }], [ring(a!, b!, c!)]);
          for (let i = 0; i < flat.length; i += 4) {
            const [x0, y0, x1, y1] = flat.slice(i, i + 4) as [number, number, number, number];
            // a hair's breadth about the piece has its whole area in common with the triangle, but for its ends
            const [nx, ny] = [(-(y1 - y0) / Math.hypot(x1 - x0, y1 - y0)) * 1e-3, ((x1 - x0) / Math.hypot(x1 - x0, y1 - y0)) * 1e-3];
            const strip = [[[x0 + nx, y0 + ny], [x1 + nx, y1 + ny], [x1 - nx, y1 - ny], [x0 - nx, y0 - ny]]] as [number, number][][]; // prettier-ignore
            const common = intersection(strip, [[a!, b!, c!]] as [number, number][][]);
            const own = common.flat().reduce((sum, r) => sum + Math.abs(r.reduce((s, [x, y], k) => s + x * r[(k + 1) % r.length]![1] - r[(k + 1) % r.length]![0] * y, 0)) / 2, 0); // prettier-ignore
            expect(own).toBeGreaterThan(Math.hypot(x1 - x0, y1 - y0) * 2e-3 - 2e-4);
          }
        },
      ),
      { seed: 9, numRuns: 5 },
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitArcs } from './fit-arcs';
import { fitEllipse } from './fit-ellipse';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Corners at equal steps of an ellipse with half-diameters a and b, turned. */
const corners = (u: number, v: number, a: number, b: number, turn: number, from: number, step: number, n: number): Float64Array =>
  Float64Array.from(
    Array.from({ length: n + 1 }, (_, k) => {
      const [x, y] = [a * Math.cos(from + k * step), b * Math.sin(from + k * step)];
      return [u + x * Math.cos(turn) - y * Math.sin(turn), v + x * Math.sin(turn) + y * Math.cos(turn)];
    }).flat(),
  );

describe('a chain of chords of one length', () => {
  it('is the arc of the circle that its corners lie on, from its first to its last', () => {
    fc.assert(
      fc.property(real(-50, 50), real(-50, 50), real(0.05, 40), real(0, 6.28), fc.integer({ min: 5, max: 40 }), (u, v, r, from, n) => {
        // coarser ones are round up to some size only
        const step = Math.min(r < 1.4 ? 0.3 : 0.2, 5.5 / n);
        const stretches = fitArcs(corners(u, v, r, r, 0, from, step, n));
        expect(stretches).toHaveLength(1);
        const arc = stretches[0]!.arc!;
        expect([arc[0], arc[1], Math.hypot(arc[2], arc[3]), arc[6] - arc[5]].map((x, k) => x - [u, v, r, n * step][k]!)).toEqual([0, 0, 0, 0].map(() => expect.closeTo(0, 5))); // prettier-ignore
      }),
      { seed: 2, numRuns: 300 },
    );
  });

  it('between straight sides is an arc between straight stretches, and unequal chords are none', () => {
    const round = corners(0, 0, 1, 1, 0, 0, 0.2, 8);
    const tip = [...round.subarray(-2)] as [number, number];
    const chain = Float64Array.from([5, -3, 1, -3, ...round, tip[0] - 3, tip[1] + 0.1]);
    expect(fitArcs(chain).map(({ arc }) => arc !== null)).toEqual([false, true, false]);
    const uneven = Float64Array.from([0, 0, 1, 0.1, 1.4, 0.3, 3, 0.4, 3.2, 1, 3.3, 2.6]);
    expect(fitArcs(uneven).every(({ arc }) => arc === null)).toBe(true);
  });
});

it('corners at equal steps of an ellipse seen aslant give its axes back', () => {
  fc.assert(
    fc.property(real(-9, 9), real(0.3, 5), real(0.2, 0.9), real(0, 3), fc.integer({ min: 6, max: 30 }), (u, long, ratio, turn, n) => {
      const step = Math.min(0.3, 5 / n);
      const arc = fitEllipse(corners(u, 2, long, long * ratio, turn, 0.4, step, n), 0, n);
      expect(arc).not.toBeNull();
      expect([arc![0] - u, arc![1] - 2, Math.hypot(arc![2], arc![3]) - long, arc![4] - ratio]).toEqual([0, 0, 0, 0].map(() => expect.closeTo(0, 4))); // prettier-ignore
    }),
    { seed: 3, numRuns: 300 },
  );
});

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { byWhatLiesBehind } from './beyond';
import type { Sides } from '../sides';

/** Sides of a line along u, with elements on its left from place to place, and nothing nearer than them on its right. */
function standIn(ends: readonly number[]): Sides {
  const elementSeen = (u: number) => ends.findIndex((end) => u < end);
  return { leftDepth: 2, rightDepth: 1, probe: () => undefined, elementSeen } as unknown as Sides;
}

it('a stretch of an outline is divided where what lies behind it changes, to a centimetre, and covers itself', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.3, max: 1.5, noNaN: true }), { minLength: 1, maxLength: 5 }),
      fc.double({ min: 0, max: 0.2, noNaN: true }),
      (lengths, from) => {
        const ends = lengths.map((_, k) => lengths.slice(0, k + 1).reduce((sum, x) => sum + x, 0));
        const length = ends.at(-1)!;
        ends[ends.length - 1] = Infinity;
        const piece = { u0: 0, v0: 0, w0: 0, u1: length, v1: 0, w1: 0, length };
        const found = byWhatLiesBehind(standIn(ends), piece, from, 1);
        expect(found[0]![0]).toBe(from);
        expect(found.at(-1)![1]).toBe(1);
        found.slice(1).forEach(([start], k) => expect(start).toBe(found[k]![1]));
        const first = ends.findIndex((end) => from * length < end);
        // a change right at the beginning may be missed
        if (ends[first]! - from * length < 0.02) return;
        expect(found.map(([, , element]) => element)).toEqual(ends.slice(first).map((_, k) => first + k));
        found.slice(0, -1).forEach(([, end], k) => expect(Math.abs(end * length - ends[first + k]!)).toBeLessThan(0.011));
      },
    ),
  );
});

import fc from 'fast-check';
import { expect, test } from 'vitest';
import { overlap, SegmentGrid } from './segment-grid';

const TOLERANCE = 1e-5;

/** Pieces beside one line: from three tolerances to a hundred thousand long, ends a few tolerances aside. */
const part = fc.record({
  from: fc.double({ min: 0, max: 3000, noNaN: true }),
  long: fc.double({ min: 0.5, max: 5, noNaN: true }),
  asides: fc.tuple(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true })),
});

test('every two segments of which one runs on the other are met, however short, aslant or near the tolerance, and few besides', () => {
  let met = 0,
    found = 0;
  const strand = fc.tuple(fc.double({ min: 0, max: Math.PI, noNaN: true }), fc.array(part, { minLength: 30, maxLength: 60 }));
  fc.assert(
    fc.property(strand, ([turn, parts]) => {
      const [du, dv] = [Math.cos(turn), Math.sin(turn)];
      const ends = parts.flatMap(({ from, long, asides: [a, b] }) =>
        [from, a, from + 10 ** long, b].map((_, k, all) => {
          const [along, aside] = k < 2 ? [all[0]!, all[1]!] : [all[2]!, all[3]!];
          return TOLERANCE * (k % 2 ? along * dv + aside * du : along * du - aside * dv);
        }),
      );
      const flat = Float64Array.from(ends);
      const grid = new SegmentGrid(flat, TOLERANCE);
      for (let s = 0; s < parts.length; s++) {
        const near = new Set(grid.laterOn(s, []));
        met += near.size;
        for (let o = s + 1; o < parts.length; o++)
          if (overlap(flat, s, o, TOLERANCE) || overlap(flat, o, s, TOLERANCE)) {
            found++;
            if (!near.has(o)) throw new Error(`${o} runs on ${s} and is not met`);
          }
      }
    }),
    { seed: 7, numRuns: 200 },
  );
  expect(found).toBeGreaterThan(10_000);
  expect(met).toBeLessThan(found * 2);
});

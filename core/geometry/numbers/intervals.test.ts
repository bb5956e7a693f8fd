import fc from 'fast-check';
import { expect, it } from 'vitest';
import { insert, LIST, Stretches } from './intervals';

const whole = fc.integer({ min: 0, max: 40 });
const interval = fc.tuple(whole, whole).map(([a, b]): [number, number] => [Math.min(a, b), Math.max(a, b) + 1]);
/** The cells of a ruler that some intervals cover. */
const cells = (list: readonly (readonly [number, number])[]) =>
  Array.from({ length: 42 }, (_, k) => list.some(([a, b]) => a <= k && b >= k + 1));

it('a list of intervals covers what they cover together, sorted and apart', () => {
  fc.assert(
    fc.property(fc.array(interval, { maxLength: 14 }), (all) => {
      const [from, to] = [new Float64Array(LIST), new Float64Array(LIST)];
      let count = 0;
      for (const [a, b] of all) count = insert(from, to, count, a, b, 1e-9);
      const list = Array.from({ length: count }, (_, k): [number, number] => [from[k]!, to[k]!]);
      expect(cells(list)).toEqual(cells(all));
      for (let k = 1; k < count; k++) expect(from[k]!).toBeGreaterThan(to[k - 1]!);
    }),
    { seed: 3, numRuns: 400 },
  );
});

it('stretches cover the same, and what is taken away is gone', () => {
  fc.assert(
    fc.property(fc.array(interval, { maxLength: 10 }), fc.array(interval, { maxLength: 6 }), (all, gone) => {
      const [own, other] = [new Stretches(), new Stretches()];
      for (const [a, b] of all) own.insert(a, b, a, b, 1e-9);
      for (const [a, b] of gone) other.insert(a, b, a, b, 1e-9);
      own.subtract(other);
      const list = Array.from({ length: own.count }, (_, k): [number, number] => [own.from[k]!, own.to[k]!]);
      const taken = cells(gone);
      expect(cells(list)).toEqual(cells(all).map((is, k) => is && !taken[k]));
    }),
    { seed: 4, numRuns: 400 },
  );
});

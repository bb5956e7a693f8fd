import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lengthOfSpans, rest, united, type Span } from './spans';

it('spans united and what is left of a line are the line, whatever lies on whatever (counted place by place)', () => {
  const span = fc.tuple(fc.integer({ min: -5, max: 25 }), fc.integer({ min: 1, max: 9 })).map(([from, long]): Span => [from, from + long]);
  fc.assert(
    fc.property(fc.array(span, { maxLength: 8 }), (spans) => {
      const isIn = (list: readonly Span[], x: number) => list.some(([from, to]) => x > from && x < to);
      const whole = united(spans);
      const left = rest(spans, 0, 20);
      for (let x = 0.5; x < 20; x++) {
        expect(isIn(whole, x)).toBe(isIn(spans, x));
        expect(isIn(left, x)).toBe(!isIn(spans, x));
      }
      whole.slice(1).forEach(([from], k) => expect(from).toBeGreaterThan(whole[k]![1]));
      let places = 0;
      for (let x = -4.5; x < 40; x++) places += isIn(spans, x) ? 1 : 0;
      expect(lengthOfSpans(spans)).toBe(places);
    }),
  );
});

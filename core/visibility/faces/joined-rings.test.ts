import fc from 'fast-check';
import { expect, it } from 'vitest';
import { faceArea, union, type Ring } from '../../geometry/polygons';
import { joinedRings } from './joined-rings';

const areaOf = (rings: readonly Ring[]) => union(rings).reduce((sum, face) => sum + faceArea(face), 0);
const cell = (x: number, y: number, w = 1, h = 1): Ring => Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h);

it('what rings cover together is the same without the sides that two of them share, and these are gone', () => {
  // a board of nine cells without its middle: twelve sides without, four within
  const board = [0, 1, 2].flatMap((x) => [0, 1, 2].flatMap((y) => (x === 1 && y === 1 ? [] : [cell(x, y)])));
  const joined = joinedRings(board);
  expect(joined.reduce((n, ring) => n + ring.length / 2, 0)).toBe(16);
  expect(areaOf(joined)).toBeCloseTo(8, 9);
  const place = fc.integer({ min: 0, max: 4 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(place, place, fc.integer({ min: 1, max: 2 }), fc.integer({ min: 1, max: 2 })), { minLength: 1, maxLength: 9 }),
      (own) => {
        const rings = own.map(([x, y, w, h]) => cell(x, y, w, h));
        const whole = joinedRings(rings);
        expect(areaOf(whole)).toBeCloseTo(areaOf(rings), 9);
        expect(whole.reduce((n, ring) => n + ring.length, 0)).toBeLessThanOrEqual(rings.length * 8);
      },
    ),
  );
});

import fc from 'fast-check';
import * as polyclip from 'polyclip-ts';
import { describe, expect, it } from 'vitest';
import { difference, faceArea, intersection, reversed, ringArea, ringContains, union, type Face } from './polygons';

/* polyclip-ts, an independent package for polygon booleans, is the reference. */
const coordinate = fc.integer({ min: 0, max: 12 });
const triangle = fc
  .tuple(coordinate, coordinate, coordinate, coordinate, coordinate, coordinate)
  .map((t) => Float64Array.from(t))
  .filter((t) => Math.abs(ringArea(t)) > 0.5)
  // kernels of the two packages read direction differently; counter-clockwise is a solid in both
  .map((t) => (ringArea(t) > 0 ? t : Float64Array.of(t[0]!, t[1]!, t[4]!, t[5]!, t[2]!, t[3]!)));

const pairs = (ring: ArrayLike<number>) =>
  Array.from({ length: ring.length / 2 }, (_, i): [number, number] => [ring[i * 2]!, ring[i * 2 + 1]!]);
const areaOf = (faces: readonly Face[]) => faces.reduce((sum, face) => sum + faceArea(face), 0);
const areaOfPolyclip = (polygons: [number, number][][][]) =>
  polygons.reduce(
    (sum, rings) =>
      sum + rings.reduce((s, ring, i) => s + (i ? -1 : 1) * Math.abs(ringArea(Float64Array.from(ring.slice(0, -1).flat()))), 0),
    0,
  );

describe('polygon kernel', () => {
  it('agrees with an independent package on areas of union, intersection and difference', () => {
    fc.assert(
      fc.property(triangle, triangle, triangle, (a, b, c) => {
        const [A, B, C] = [[pairs(a)], [pairs(b)], [pairs(c)]] as [[number, number][]][] as [never, never, never];
        expect(areaOf(union([a, b, c]))).toBeCloseTo(areaOfPolyclip(polyclip.union(A, B, C) as never), 4);
        expect(areaOf(intersection([a], [b]))).toBeCloseTo(areaOfPolyclip(polyclip.intersection(A, B) as never), 4);
        expect(areaOf(difference([a], [b]))).toBeCloseTo(areaOfPolyclip(polyclip.difference(A, B) as never), 4);
      }),
      { seed: 3, numRuns: 300 },
    );
  });

  it('takes a slot out whose corners lie on the sides to within the grid', () => {
    // found in a drawing: a sheet of 2 mm through a layer of a wall; its end came out as an outline of its own
    const layer = Float64Array.of(0.1498183, -0.0660577, -1.0887634, 1.81235, -1.1555512, 1.7683115, 0.0830304, -0.1100961);
    const sheet = Float64Array.of(0.002, 0.158119, 0, 0.161153, 0, 0.015825, 0.002, 0.012792);
    expect(areaOf(difference([layer], [sheet]))).toBeCloseTo(ringArea(layer) - ringArea(sheet), 7);
    const place = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1.5, noNaN: true }),
        fc.double({ min: 0.002, max: 0.3, noNaN: true }),
        place,
        (turn, width, at) => {
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          const put = (x: number, y: number) => [c * x - s * y, s * x + c * y] as const;
          const band = Float64Array.from([...put(-3, -0.1), ...put(3, -0.1), ...put(3, 0.1), ...put(-3, 0.1)]);
          // a vertical strip through the slanted band, cut off at its sides: corners on the grid of the kernel
          const side = (u: number, y: number) => Math.round(((y + s * u) / c) * 1e6) / 1e6;
          const strip = [at, at + width * c].map((u) => Math.round(u * 1e6) / 1e6) as [number, number];
          fc.pre(Math.abs(strip[0]) < 2 * c && Math.abs(strip[1]) < 2 * c);
          const slot = Float64Array.of(
            strip[0],
            side(strip[0], -0.1),
            strip[1],
            side(strip[1], -0.1),
            strip[1],
            side(strip[1], 0.1),
            strip[0],
            side(strip[0], 0.1),
          );
          expect(areaOf(difference([band], [slot]))).toBeCloseTo(ringArea(band) - ringArea(slot), 4);
        },
      ),
      { seed: 8, numRuns: 2000 },
    );
  });

  it('gives the same of a long row whichever way it lies: areas, corners to the last bit, holes clockwise', () => {
    const [many, third] = [90, 1 / 3];
    const row = (isUpright: boolean) => {
      const ring = (...at: number[]) => {
        const own = Float64Array.from(at.flatMap((_, k) => (k % 2 ? [] : isUpright ? [at[k + 1]!, at[k]!] : [at[k]!, at[k + 1]!])));
        return isUpright ? reversed(own) : own;
      };
      const walls = Array.from({ length: many }, (_, k) => ring(k * third, 0, (k + 1) * third, 0, (k + 1) * third, 2, k * third, 2));
      const holes = Array.from({ length: many }, (_, k) => ring((k + 0.25) * third, 0.5, (k + 0.75) * third, 0.5, (k + 0.75) * third, 1, (k + 0.25) * third, 1)); // prettier-ignore
      return { whole: union(walls), left: difference(walls, holes) };
    };
    for (const { whole, left } of [row(false), row(true)]) {
      expect(whole).toHaveLength(1);
      expect(faceArea(whole[0]!)).toBeCloseTo(many * third * 2, 6);
      expect(left).toHaveLength(1);
      expect(left[0]).toHaveLength(1 + many);
      expect(faceArea(left[0]!)).toBeCloseTo(many * third * (2 - 0.25), 6);
      expect(ringArea(left[0]![0]!)).toBeGreaterThan(0);
      for (const hole of left[0]!.slice(1)) expect(ringArea(hole)).toBeLessThan(0);
      const corners = new Set(left[0]!.flatMap((ring) => [...ring]));
      for (let k = 0; k < many; k++) expect(corners.has((k + 0.25) * third)).toBe(true);
    }
  });

  it('tells inside from outside and turns outer rings counter-clockwise', () => {
    const square = Float64Array.of(0, 0, 2, 0, 2, 2, 0, 2);
    expect(ringContains(square, 1, 1)).toBe(true);
    expect(ringContains(square, 3, 1)).toBe(false);
    const hole = Float64Array.of(0.5, 0.5, 0.5, 1.5, 1.5, 1.5, 1.5, 0.5);
    const [face] = union([square, hole]);
    expect(face!.map((ring) => Math.sign(ringArea(ring)))).toEqual([1, -1]);
    expect(faceArea(face!)).toBeCloseTo(3, 9);
  });

  it('gives corners back to the last bit; only where sides cross there are new ones', () => {
    const odd = fc.double({ min: -20, max: 20, noNaN: true });
    const any = fc
      .tuple(odd, odd, odd, odd, odd, odd)
      .map((t) => Float64Array.from(t))
      .filter((t) => Math.abs(ringArea(t)) > 0.5);
    fc.assert(
      fc.property(any, any, (a, b) => {
        const given = new Set([...pairs(a), ...pairs(b)].map(String));
        for (const face of [...union([a, b]), ...intersection([a], [b]), ...difference([a], [b])])
          for (const corner of face.flatMap(pairs)) {
            const isOn = (ring: Float64Array) =>
              pairs(ring).some(([u, v], i, own) => {
                const [p, q] = own[(i + 1) % own.length]!;
                const along = Math.hypot(p - u, q - v);
                return Math.abs((p - u) * (corner[1] - v) - (q - v) * (corner[0] - u)) < 2e-6 * along + 1e-9;
              });
            expect(given.has(String(corner)) || (isOn(a) && isOn(b))).toBe(true);
          }
      }),
      { seed: 6, numRuns: 300 },
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../geometry/vec3';
import { judge } from '../testing/sampler';
import { box, modelOf, moved, polygon, prism, turned } from '../testing/solids';
import { drawModel, lengthOf, piecesOf } from '../testing/views';
import { checkSight } from './sight-schema';
import type { Sight } from './sight';

const view = (eye: Vec3, target: Vec3, more: Partial<Sight> = {}): Sight =>
  checkSight({ kind: 'perspective', number: 'V-01', name: '', eye, target, ...more });

describe('a perspective', () => {
  it('is true to size in the picture plane, and shrinks by the intercept theorem behind it', () => {
    const model = modelOf([box([-1, 5, -1], [2, 5, 2])]);
    const pieces = piecesOf(drawModel(model, view([0, 0, 0], [0, 5, 0])));
    expect(lengthOf(pieces)).toBeCloseTo(8, 6);
    const above = piecesOf(drawModel(model, view([0, 0, 3], [0, 5, 3])));
    const us = above.flatMap(([u0, v0, u1, v1]) => [
      [u0!, v0!],
      [u1!, v1!],
    ]);
    // the front top edge lies 2 below the eye at distance 5, the back one at distance 10: at v = -2 and v = -1, half as wide
    for (const [u, v] of [
      [-1, -2],
      [1, -2],
      [-0.5, -1],
      [0.5, -1],
    ] as const)
      expect(us.some(([a, b]) => Math.hypot(a! - u, b! - v) < 1e-6)).toBe(true);
  });

  it('agrees with the brute-force sampler on random scenes', () => {
    const body = fc
      .tuple(
        fc.constantFrom(
          box([0, 0, 0], [1, 1, 1]),
          prism(polygon(0.5, 0.5, 0.5, 24), 0, 1),
          prism(polygon(0.5, 0.5, 0.5, 8), 0, 1, [0.5, 0.5]),
        ),
        fc.constantFrom(0 as const, 1 as const, 2 as const),
        fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: 0, max: 4 }), fc.integer({ min: -2, max: 3 })),
      )
      .map(([solid, t, [x, y, z]]) => moved(turned(solid, t), [x / 2, y / 2, z / 2]));
    fc.assert(
      fc.property(fc.array(body, { minLength: 1, maxLength: 5 }), (bodies) => {
        const model = modelOf(bodies);
        const [eye, target] = [
          [0.3, -4, 2.7],
          [0, 1, 0.5],
        ] as const;
        const distance = Math.hypot(0.3, 5, 2.2);
        const { missing, extra } = judge(model, drawModel(model, view([...eye], [...target])), false, distance);
        expect({ missing, extra }).toEqual({ missing: [], extra: [] });
      }),
      { seed: 21, numRuns: 200 },
    );
  });

  it('draws nothing of what lies behind the eye, and ends at its angle of view', () => {
    const room = modelOf([box([-3, -3, 0], [6, 20, 0.2]), box([-1, 8, 0.2], [2, 1, 1])]);
    const inside = drawModel(room, view([0, 0, 1.6], [0, 5, 1.6], { fov: 60 }));
    expect(inside.points.every(Number.isFinite)).toBe(true);
    expect(Math.max(...inside.points.filter((_, i) => i % 2 === 0))).toBeLessThanOrEqual(5 * Math.tan(Math.PI / 6) + 1e-6);
    expect(lengthOf(piecesOf(drawModel(room, view([0, 40, 1.6], [0, 50, 1.6]))))).toBe(0);
  });

  it('cuts off at the eye what is left whole, too', () => {
    const room = modelOf([box([-3, -3, 0], [6, 20, 0.2]), box([-1, 8, 0.2], [2, 1, 1])]);
    const lines = (more: Partial<Sight>) => piecesOf(drawModel(room, view([0, 0, 1.6], [0, 5, 1.6], { fov: 60, ...more })));
    expect(lines({ leaveWhole: [{ name: 'e0' }] })).toEqual(lines({}));
    expect(lines({})).not.toHaveLength(0);
  });

  it('is refused without its eye or with the target in it', () => {
    const refused = (sight: object, field: string) =>
      expect(() => checkSight({ kind: 'perspective', number: '', name: '', ...sight })).toThrowError(
        expect.objectContaining({ facts: expect.objectContaining({ field }) as object }),
      );
    refused({ target: [0, 0, 0] }, 'eye');
    refused({ eye: [0, 0, 0] }, 'target');
    refused({ eye: [0, 0, 0], target: [0, 0, 0.01] }, 'target');
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { unit, type Vec3 } from '../geometry/vec3';
import type { Drawing } from '../linework/drawing';
import { ROLES } from './role';
import { judge } from '../testing/sampler';
import { box, modelOf, moved, polygon, prism, turned } from '../testing/solids';
import { drawModel, lengthOf, piecesOf } from '../testing/views';
import { checkSight } from './sight-schema';
import type { Sight } from './sight';
import { often } from '../testing/often';

const view = (eye: Vec3, target: Vec3, more: Partial<Sight> = {}): Sight =>
  checkSight({ kind: 'perspective', number: 'V-01', name: '', eye, target, ...more });

/** The line that a point of a drawing belongs to. */
const lineOf = ({ lineStart }: Drawing, point: number) => lineStart.findLastIndex((start) => start <= point);

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
      { seed: 21, numRuns: often(200) },
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

  it('fills what its trims cut, where the eye sees the face: a wall and the beam built into it, of any rank', () => {
    // at these depths before the eye, whose picture plane is 5 away
    for (const at of [5.5, 7]) {
      const model = modelOf([
        { solid: box([-2, 5, 0], [0.4, 4, 3]), material: 'Concrete', name: 'wall' },
        { solid: box([-2.2, 5, 2], [4.2, 4, 0.3]), material: 'Oak', name: 'beam' },
        { solid: box([1, 4, 0], [1, 0.5, 1]), material: 'Oak', name: 'before the plane' },
      ]);
      const sight = view([0, 0, 1.5], [0, 5, 1.5], { trims: [{ origin: [0, at, 0], normal: [0, -1, 0] }] });
      const drawing = drawModel(model, sight);
      const k = 5 / at;
      const area = (material: string) =>
        drawing.regions.filter((r) => model.materials[r.material]?.name === material).reduce((sum, r) => sum + faceArea(r.face), 0);
      expect(area('Concrete')).toBeCloseTo(0.4 * 3 * k * k, 6);
      // the beam gives way in the wall
      expect(area('Oak')).toBeCloseTo(0.3 * (4.2 - 0.4) * k * k, 6);
      expect(drawing.regions.every((r) => r.trim === 1)).toBe(true);
      const cut = drawing.lineRole.reduce((n, role, l) => n + (ROLES[role] === 'cut' && drawing.lineJoint[l] === 0 ? 1 : 0), 0);
      expect(cut).toBeGreaterThan(0);
      // no edge of the beam across the face of the wall
      const across = piecesOf(drawing).filter(([u0, v0, u1, v1]) => {
        const [u, v] = [(u0! + u1!) / 2 / k, (v0! + v1!) / 2 / k + 1.5];
        return u > -1.99 && u < -1.61 && v > 0.01 && v < 2.99;
      });
      expect(across).toEqual([]);
      const depths = drawing.depths.filter((_, p) => drawing.lineRole[lineOf(drawing, p)] === ROLES.indexOf('cut'));
      for (const depth of depths) expect(depth).toBeCloseTo(at - 5, 9);
    }
  });

  it('shows no cut face that looks away from the eye, though it lies before the picture plane aslant', () => {
    const model = modelOf([box([-1, 4, 0], [2, 4, 3])]);
    const cutAt = (normal: Vec3, more: Partial<Sight> = {}) =>
      drawModel(model, view([0, 0, 1.5], [0, 5, 1.5], { trims: [{ origin: [0.2, 5, 0], normal: unit(normal) }], ...more }));
    // both planes run along the look: a parallel would see neither; the eye at 0 is on the outer side of the one that takes the left
    expect(cutAt([-1, 0, 0]).regions).toHaveLength(1);
    expect(cutAt([1, 0, 0]).regions).toHaveLength(0);
    expect(cutAt([0, 1, 0]).regions).toHaveLength(0);
    // of the face from depth 4 to 8, as deep as the sight reaches: a trapezium between its near and its far side
    const { regions } = cutAt([-1, 0, 0], { depth: 1 });
    const [near, far] = [4, 6].map((depth) => ({ u: (0.2 * 5) / depth, tall: (3 * 5) / depth }));
    expect(faceArea(regions[0]!.face)).toBeCloseTo(((near!.u - far!.u) * (near!.tall + far!.tall)) / 2, 6);
  });

  it('is refused without its eye or with the target in it', () => {
    const refused = (sight: object, field: string) =>
      expect(() => checkSight({ kind: 'perspective', number: '', name: '', ...sight })).toThrowError(
        expect.objectContaining({ facts: expect.objectContaining({ field }) as object }),
      );
    refused({ target: [0, 0, 0] }, 'eye');
    refused({ eye: [0, 0, 0] }, 'target');
    refused({ eye: [0, 0, 0], target: [0, 0, 0.0005] }, 'target');
  });
});

import { describe, expect, it } from 'vitest';
import { modelOf, prism, station, swept, type Solid } from '../../testing/solids';
import { FRONT, ISO, PLAN, drawModel, frameSight, piecesOf } from '../../testing/views';
import { faceArea } from '../../geometry/rings';
import type { Vec3 } from '../../geometry/vec3';
import type { Sight } from '../../sights/sight';
import { checkModel } from '../../checks/check-model';
import { summarise } from '../../checks/summary';
import { prepare } from '../prepare';

/** A bar that runs along x, turns twice and comes back through itself along y, there lower than before. */
const LOOP = [
  station([0, 0], [1, 0], [0, 1]),
  station([5, 6], [1, 0], [0, 1]),
  station([5, 6], [3, 4], [0, 1]),
  station([3, 2], [3, 4], [0.25, 0.75]),
  station([3, 2], [-2, -2], [0.25, 0.75]),
] as const;

/** The lines of a drawing of bodies of one material, whichever way they run and in whichever order they come. */
function linesOf(solids: readonly Solid[], sight: Sight): string[] {
  const model = modelOf(solids.map((solid) => ({ solid, material: 'oak' })));
  const place = (u: number, v: number) => `${u.toFixed(5)} ${v.toFixed(5)}`.replaceAll('-0.00000', '0.00000');
  return piecesOf(drawModel(model, sight))
    .map(([a, b, c, d]) => [place(a!, b!), place(c!, d!)].sort().join(' to '))
    .sort();
}

describe('a shell that runs through itself', () => {
  it('has the line in which it does: twice the outline of a bar where that comes back through its beginning', () => {
    const model = modelOf([swept(LOOP)]);
    const scene = prepare(model);
    const length = 2 * 2 * (1 + 0.5);
    expect(checkModel(model, scene).filter(({ kind }) => kind === 'self-crossing')).toEqual([
      { kind: 'self-crossing', elements: [0], figure: expect.closeTo(length, 9) },
    ]);
    expect(summarise(model, scene).doubts).toContainEqual(
      expect.stringMatching(/"e0" .* runs through itself, first near [23].000, [01].000, 0.[2-7]/),
    );
  });

  it('is drawn as two bodies of one material that run through each other', () => {
    const [whole, halves] = [[swept(LOOP)], [swept(LOOP.slice(0, 3)), swept(LOOP.slice(2))]];
    for (const sight of [
      FRONT,
      PLAN,
      ISO,
      frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.6]),
      frameSight([-1, 2, -1], [0, 0, 1], [2.5, 0.3, 0]),
    ]) {
      expect(linesOf(whole, sight)).toEqual(linesOf(halves, sight));
    }
  });

  it('may have a lobe that is inside out: a footprint like an eight is cut and seen as the two prisms that it makes', () => {
    const [low, high] = [0, 1].map(
      (z) =>
        [
          [0, 0, z],
          [2, 2, z],
          [2, 0, z],
          [0, 2, z],
          [1, 1, z],
        ] as const satisfies readonly Vec3[],
    );
    const walls = [0, 1, 2, 3].flatMap((i) => {
      const j = (i + 1) % 4;
      return [[i, j, j + 5] as const, [i, j + 5, i + 5] as const];
    });
    const eight: Solid = { corners: [...low!, ...high!], triangles: [...walls, [0, 3, 4], [1, 4, 2], [5, 9, 8], [6, 7, 9]] };
    const wedge = (points: readonly (readonly [number, number])[]) => prism(points, 0, 1);
    const two = [
      wedge([
        [0, 0],
        [1, 1],
        [0, 2],
      ]),
      wedge([
        [2, 0],
        [2, 2],
        [1, 1],
      ]),
    ];
    const odd = frameSight([0.37, 0.81, -0.29], [0, 0, 1]);
    expect(linesOf([eight], odd)).toEqual(linesOf(two, odd));
    const cut = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5]);
    const { regions } = drawModel(modelOf([{ solid: eight, material: 'oak' }]), cut);
    expect(regions.map(({ face }) => faceArea(face))).toEqual([1, 1]);
  });
});

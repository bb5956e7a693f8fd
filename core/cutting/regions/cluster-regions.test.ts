import fc from 'fast-check';
import { expect, it } from 'vitest';
import { frameFrom } from '../../geometry/frame';
import { faceContains, type Ring } from '../../geometry/rings';
import { box, modelOf } from '../../testing/solids';
import type { Outline } from '../close-loops';
import { regionsOfCluster } from './cluster-regions';
import { rankOf } from './material-rank';

/* What the outlines of one heap become, against each place of the picture asked by itself. */

const MATERIALS = ['Steel', 'Concrete', 'Brick', 'Insulation', undefined] as const;
const FRAME = frameFrom([0, 0, 0], [0, 0, -1], [0, 1, 0]);

/** A rectangle, turned by some eighths of a right angle. */
const rectangle = fc
  .tuple(
    fc.integer({ min: -8, max: 8 }),
    fc.integer({ min: -8, max: 8 }),
    fc.integer({ min: 1, max: 8 }),
    fc.integer({ min: 1, max: 8 }),
    fc.integer({ min: 0, max: 3 }),
  )
  .map(([x, y, a, b, turn]): Ring => {
    const [c, s] = [Math.cos((turn * Math.PI) / 16), Math.sin((turn * Math.PI) / 16)];
    return Float64Array.from(
      [
        [-a, -b],
        [a, -b],
        [a, b],
        [-a, b],
      ].flatMap(([p, q]) => [x / 4 + (p! * c - q! * s) / 4, y / 4 + (p! * s + q! * c) / 4]),
    );
  });

const isIn = (ring: Ring, u: number, v: number) => faceContains([ring], u, v);
const nearSide = (ring: Ring, u: number, v: number) =>
  [0, 2, 4, 6].some((k) => {
    const [a, b, c, d] = [ring[k]!, ring[k + 1]!, ring[(k + 2) % 8]!, ring[(k + 3) % 8]!];
    const t = Math.max(0, Math.min(1, ((u - a) * (c - a) + (v - b) * (d - b)) / ((c - a) ** 2 + (d - b) ** 2)));
    return Math.hypot(a + t * (c - a) - u, b + t * (d - b) - v) < 1e-3;
  });

it('each place is of the strongest material that has it, once, and of an element that is there', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(rectangle, fc.constantFrom(...MATERIALS)), { minLength: 1, maxLength: 7 }), (given) => {
      const model = modelOf(
        given.map(([, material]) => (material ? { solid: box([0, 0, 0], [1, 1, 1]), material } : { solid: box([0, 0, 0], [1, 1, 1]) })),
      );
      const outlines = given.map(([points], part): Outline => ({ part, points, isClosed: true, gap: 0, at: [0, 0] }));
      const { regions } = regionsOfCluster(model, outlines, FRAME, {});
      for (let k = 0; k < 200; k++) {
        const [u, v] = [-4 + ((k * 0.618034) % 1) * 8, -4 + ((k * 0.754878 + 0.1) % 1) * 8];
        if (given.some(([ring]) => nearSide(ring, u, v))) continue;
        const here = given.flatMap(([ring, material], part) => (isIn(ring, u, v) ? [{ part, material }] : []));
        const found = regions.filter(({ face }) => faceContains(face, u, v));
        expect(found).toHaveLength(here.length ? 1 : 0);
        if (!here.length) continue;
        const strongest = Math.max(...here.map(({ material }) => rankOf(material)));
        const winners = here.filter(({ material }) => rankOf(material) === strongest);
        const own = found[0]!;
        expect(winners.map(({ material }) => material)).toContain(model.materials[own.material]?.name);
        expect(winners.some(({ part }) => own.elements.includes(model.partElement[part]!))).toBe(true);
      }
    }),
    { seed: 5, numRuns: 60 },
  );
});

it('elements of one material that meet are one region, and two where one of them keeps its joints', () => {
  const model = modelOf([0, 1].map(() => ({ solid: box([0, 0, 0], [1, 1, 1]), material: 'Brick' })));
  const square = (x: number): Ring => Float64Array.of(x, 0, x + 1, 0, x + 1, 1, x, 1);
  const outlines = [0, 1].map((part): Outline => ({ part, points: square(part), isClosed: true, gap: 0, at: [0, 0] }));
  expect(regionsOfCluster(model, outlines, FRAME, {}).regions.map(({ elements }) => elements)).toEqual([[0, 1]]);
  const apart = regionsOfCluster(model, outlines, FRAME, { joints: Uint8Array.of(0, 1) }).regions;
  expect(apart.map(({ elements }) => elements).sort()).toEqual([[0], [1]]);
});

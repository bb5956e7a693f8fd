import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Vec3 } from '../geometry/vec3';
import type { Sight } from '../sights/sight';
import { box, modelOf, moved, polygon, prism, turned, type Piece } from '../testing/solids';
import { drawModel, frameSight, FRONT, ISO, PLAN } from '../testing/views';
import { lineFaults } from './line-faults';
import { regionOverlaps } from './region-overlaps';

/** Bodies of two materials and of none that run through one another, on a grid of 1/4; some are left whole. */
const quarter = (min: number, max: number) => fc.integer({ min, max }).map((n) => n / 4);
const solid = fc.oneof(
  fc.tuple(quarter(2, 8), quarter(2, 8), quarter(2, 8)).map((size) => box([0, 0, 0], size)),
  fc.constantFrom(8, 24).map((sides) => prism(polygon(0.5, 0.5, 0.5, sides), -0.5, 1.5)),
  fc.constant(prism(polygon(0.5, 0.5, 0.75, 12), 0, 1.5, [0.5, 0.5])),
);
const piece = fc
  .tuple(
    solid,
    fc.constantFrom(0 as const, 1 as const, 2 as const),
    fc.tuple(quarter(-4, 4), quarter(-4, 4), quarter(-4, 4)),
    fc.constantFrom('Oak', 'Brick', undefined),
    fc.constantFrom('Wall', 'Guest'),
  )
  .map(([own, turn, by, material, kind]): Piece => ({ solid: moved(turned(own, turn), by), class: kind, ...(material && { material }) }));

const front = (y: number) => frameSight([0, 1, 0], [0, 0, 1], [0, y, 0]);
const level = (z: number) => frameSight([0, 0, -1], [0, 1, 0], [0, 0, z]);
const jogged = (path: Sight['path'], more: Partial<Sight> = {}): Sight => ({
  kind: 'section',
  number: 'T',
  name: 'test',
  path,
  look: 'left',
  ...more,
});
const VIEWS: readonly Sight[] = [
  FRONT,
  PLAN,
  ISO,
  frameSight([0.37, 0.81, -0.29], [0, 0, 1]),
  front(0.37),
  front(0.25),
  frameSight([0.37, 0.81, -0.29], [0, 0, 1], [0.31, 0.42, 0.17]),
  jogged([[-2, 0.3], [0.2, 0.3], [0.2, 0.8], [3, 0.8]]),
  jogged([[-2, 0.25], [0.25, 0.25], [0.25, -0.5], [3, -0.5]], { legDepths: [1, 2] }),
  { ...level(0.6), kind: 'plan', overhead: 2 },
  { ...level(0.5), kind: 'ceiling plan' },
  { ...level(0.5), profile: true },
  { kind: 'perspective', number: 'T', name: 'test', eye: [-4, -5, 3], target: [0.5, 0.5, 0.5], fov: 60 },
  { ...front(0.3), trims: [{ origin: [0.4, 0, 0.6], normal: [0.5, 0.2, 0.8] }] },
  { ...ISO, trims: [{ origin: [0.4, 0.25, 0.5], normal: [0, -1, 0] }, { origin: [0.4, 0.3, 0.6], normal: [0, 0, 1] }] },
  { ...ISO, kind: 'axonometric', pullApart: [{ class: 'Guest', by: [0, 0, 3] }] },
  { ...front(0.3), limits: { left: -0.4, right: 0.7, top: 0.9, bottom: -0.1 } },
  { ...front(-0.6), depth: 0.7, far: 1, jumps: [0.1, 0.5] },
]; // prettier-ignore
const leaveWhole = [{ class: 'Guest' }];
const keepBox = { centre: [0.3, 0.2, 0.4] as Vec3, size: [1.3, 1.7, 1.1] as Vec3, turn: 20 };
const MORE: readonly Partial<Sight>[] = [
  {},
  { leaveWhole },
  { keepBox },
  { keepBox, leaveWhole },
  { hidden: true },
  { joints: leaveWhole },
];

it('a drawing has nothing to clean up: no double line, no speck, no gap, no face over another', () => {
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 2, maxLength: 5 }),
      fc.constantFrom(...VIEWS),
      fc.constantFrom(...MORE),
      (pieces, view, more) => {
        const model = modelOf(pieces);
        const drawing = drawModel(model, { ...view, ...more });
        expect([...lineFaults(drawing), ...regionOverlaps(model, drawing)]).toEqual([]);
      },
    ),
    { seed: 47, numRuns: 2500 },
  );
});

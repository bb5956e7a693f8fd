import fc from 'fast-check';
import type { Vec3 } from '../geometry/vec3';
import type { Sight } from '../sights/sight';
import { box, moved, polygon, prism, turned, type Piece, type Solid } from './solids';
import { frameSight, FRONT, ISO, PLAN } from './views';

/* Random models and the sights to look at them: what may come together in a drawing, in all its coincidences. */

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
/** A sight of every kind. */
export const EVERY_SIGHT: readonly Sight[] = [
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
export const leaveWhole = [{ class: 'Guest' }];
const keepBox = { centre: [0.3, 0.2, 0.4] as Vec3, size: [1.3, 1.7, 1.1] as Vec3, turn: 20 };
/** What any of them may be asked besides. */
export const MORE: readonly Partial<Sight>[] = [
  {},
  { leaveWhole },
  { keepBox },
  { keepBox, leaveWhole },
  { hidden: true },
  { joints: leaveWhole },
];

/** Some of them. */
export const gridScene: fc.Arbitrary<readonly Piece[]> = fc.array(piece, { minLength: 2, maxLength: 5 });

/** The same aslant by odd angles, with sheets of some millimetres, walls of three layers and open terrains. */
const odd = fc.constantFrom(0, 0, 90, 45, 17.3, 0.7, 123.4);
const aslant = ({ corners, triangles }: Solid, degrees: number): Solid => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return { triangles, corners: corners.map(([x, y, z]): Vec3 => [c * x - s * y, s * x + c * y, z]) };
};
const place = fc.tuple(quarter(-4, 4), quarter(-4, 4), quarter(-4, 4));
const material = fc.constantFrom('Oak', 'Brick', undefined);
const steps = fc.constantFrom(0 as const, 1 as const, 2 as const);
const body = (own: fc.Arbitrary<Solid>, kind: fc.Arbitrary<string>) =>
  fc.tuple(own, steps, odd, place, material, kind).map(([solid, turn, by, at, of, name]): Piece => ({
    solid: moved(aslant(turned(solid, turn), by), at),
    class: name,
    ...(of && { material: of }),
  }));
const sheet = fc
  .tuple(fc.constantFrom(0.002, 0.005, 0.0125, 0.03), quarter(2, 8), quarter(2, 8))
  .map(([thin, x, y]) => box([0, 0, 0], [x, y, thin]));
const block = fc.tuple(quarter(1, 8), quarter(1, 8), quarter(1, 8)).map((size) => box([0, 0, 0], size));
const round = fc
  .tuple(fc.constantFrom(12, 16, 24, 37, 64), quarter(1, 4))
  .map(([sides, r]) => prism(polygon(0, 0, r, sides, 0.03), -0.5, 1.5));
const wall = fc.tuple(quarter(4, 10), odd, place).map(([long, degrees, at]): Piece => {
  const normal: Vec3 = [-Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180), 0];
  const face = normal[0] * at[0] + normal[1] * at[1];
  const buildUp = { name: 'W', normal, bounds: [0, 0.12, 0.2, 0.36].map((d) => face + d), materials: [0, 1, 2] };
  return { solid: moved(aslant(box([0, 0, 0], [long, 0.36, 1.5]), degrees), at), class: 'Wall', buildUp };
});
const terrain = fc.array(fc.integer({ min: 0, max: 8 }), { minLength: 16, maxLength: 16 }).map((heights): Piece => {
  const corners = heights.map((h, k): Vec3 => [(k % 4) * 1.5 - 2, Math.floor(k / 4) * 1.5 - 2, h / 8 - 0.3]);
  const cells = heights.flatMap((_, k) => (k % 4 < 3 && k < 12 ? [k] : []));
  const triangles = cells.flatMap((k): [number, number, number][] => [[k, k + 1, k + 5], [k, k + 5, k + 4]]); // prettier-ignore
  return { solid: { corners, triangles }, class: 'Site', use: 'terrain', material: 'Earth' };
});
/** One small thing of each material, by whose rows the layers of walls go. */
const samples = ['Brick', 'Insulation', 'Block'].map((of, k): Piece => ({
  solid: box([6 + k, 6, 0], [0.1, 0.1, 0.1]),
  material: of,
  class: 'Sample',
}));

const either = fc.constantFrom('Wall', 'Guest');

/** Bodies alone, aslant, which may be of a material. */
export const oddBodies: fc.Arbitrary<readonly Piece[]> = fc.array(
  fc.oneof(body(sheet, fc.constant('Sheet')), body(round, either), body(block, either), body(block, either)),
  { minLength: 2, maxLength: 5 },
);

/** Bodies, layered walls and terrains. */
export const oddScene: fc.Arbitrary<readonly Piece[]> = fc
  .array(fc.oneof(wall, body(sheet, fc.constant('Sheet')), body(round, either), body(block, either), body(block, either), terrain), {
    minLength: 2,
    maxLength: 5,
  })
  .map((own) => [...samples, ...own]);

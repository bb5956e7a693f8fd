import { expect, it } from 'vitest';
import type { Vec3 } from '../../geometry/vec3';
import { flipped } from '../moves/flipped';
import { shiftedBy } from '../moves/moved';
import type { Sight } from '../sight';
import { turned } from '../moves/turned';
import { derivedName, withDerivedName } from './derived-name';
import { numbered } from './number';
import { onGrid } from './on-grid';
import { onStoreys } from './on-storeys';
import { pictorial, PICTORIAL } from './pictorial';

const model = {
  storeys: [
    { name: 'Ground', elevation: 0 },
    { name: 'Upper', elevation: 3 },
  ],
  origin: [0, 0, 0] as Vec3,
  trueNorth: [0, 1] as const,
  mainAngle: 0,
  elements: [],
  partElement: [],
  grid: [
    { tag: 'A', from: [0, -2, 0] as Vec3, to: [0, 6, 0] as Vec3 },
    { tag: 'B', from: [4, -2, 0] as Vec3, to: [4, 6, 0] as Vec3 },
  ],
};
const after = (own: Sight, change: (sight: Sight) => Sight) => withDerivedName(model, own, change(own)).name;
const [gridA] = onGrid(model, 'A') as [Sight];

it('what the rules have made is called as they call it', () => {
  const made = [
    ...onGrid(model, ''),
    ...numbered(PICTORIAL.map((way) => pictorial(model, way))),
    ...onStoreys(model as never, null as never, 'plan'),
    ...onStoreys(model as never, null as never, 'ceiling plan'),
  ];
  expect(made.map((own) => derivedName(model, own))).toEqual(made.map(({ name }) => name));
});

it('a name that was made goes along with what is changed', () => {
  expect(after(gridA, (own) => shiftedBy(own, [4, 0, 0]))).toBe('Grid B');
  expect(after(gridA, (own) => shiftedBy(own, [1, 0, 0]))).toBe('Section');
  expect(after(gridA, (own) => shiftedBy(own, [0, 1, 0]))).toBe('Grid A');
  const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null };
  expect(after(plan, (own) => ({ ...own, storey: 'Upper' }))).toBe('Upper');
  const level: Sight = { kind: 'plan', number: 'P-01', name: 'Level +2.750', height: 3.95, depth: null };
  expect(after(level, (own) => shiftedBy(own, [0, 0, -4]))).toBe('Level −1.250');
  const west: Sight = { kind: 'elevation', number: 'E-01', name: 'West', toward: [1, 0], depth: null };
  expect(after(west, (own) => turned(model, own, [0, 0], Math.PI / 2))).toBe('South');
  const corner: Sight = { number: 'X-01', ...pictorial(model, 'isometric 2') };
  expect(after(corner, (own) => turned(model, own, [0, 0], -0.9))).toBe('Axonometric from the south');
});

it('a name that someone typed stays, and so does one that says what is shown', () => {
  expect(after({ ...gridA, name: 'Through the stair' }, (own) => shiftedBy(own, [4, 0, 0]))).toBe('Through the stair');
  expect(after({ ...gridA, name: 'Face of Wall' }, flipped)).toBe('Face of Wall');
  expect(withDerivedName(model, gridA, { ...shiftedBy(gridA, [4, 0, 0]), name: 'Mine' }).name).toBe('Mine');
});

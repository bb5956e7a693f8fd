import { expect, it } from 'vitest';
import { drawingBounds } from '../../linework/drawing';
import { box, modelOf } from '../../testing/solids';
import { drawModel } from '../../testing/views';
import { resolveSight } from '../resolve-sight';
import { fromStand } from './from-stand';

const model = { ...modelOf([box([0, 0, 0], [4, 2, 3])]), trueNorth: [0, 1] as const };
const bounds = [0, 0, 0, 4, 2, 3];

it('looks at the model from where one stands: straight from the south, and down from the north-east', () => {
  const south = fromStand(model, 'axonometric', { round: 180, up: 0 }, bounds);
  expect(south).toMatchObject({ name: 'Axonometric from the south', frame: { look: [0, 1, 0], up: [0, 0, 1], cut: false } });
  const [u0, v0, u1, v1] = drawingBounds(drawModel(model, { number: 'X', ...south }));
  expect([u1 - u0, v1 - v0].map((x) => +x.toFixed(9))).toEqual([4, 3]);
  const { look } = resolveSight(model, { number: 'X', ...fromStand(model, 'axonometric', { round: 45, up: 30 }, bounds) }).frame;
  const flat = -Math.cos(Math.PI / 6) * Math.SQRT1_2;
  expect(look.map((x, k) => Math.abs(x - [flat, flat, -0.5][k]!) < 1e-9)).toEqual([true, true, true]);
});

it('stands so far away that all is in the picture', () => {
  const sight = fromStand(model, 'perspective', { round: 225, up: 20 }, bounds);
  expect(sight.name).toBe('Perspective from the south-west');
  const [u0, , u1] = drawingBounds(drawModel(model, { number: 'V', ...sight }));
  // the picture plane passes through the middle: as wide there as the angle of view is
  const far = Math.hypot(...sight.eye!.map((x, k) => x - sight.target![k]!));
  const half = far * Math.tan((25 * Math.PI) / 180);
  expect([u0 > -half, u1 < half]).toEqual([true, true]);
});

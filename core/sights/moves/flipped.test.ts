import { expect, it } from 'vitest';
import { drawingBounds } from '../../linework/drawing';
import { box, modelOf } from '../../testing/solids';
import { drawModel, frameSight } from '../../testing/views';
import { flipped } from './flipped';
import type { Sight } from '../sight';

const model = modelOf([box([0, 0, 0], [6, 2, 3]), box([8, 0, 0], [1, 2, 1])]);
const line: Sight = { kind: 'section', number: 'S', name: '', path: [[-1, 1], [10, 1]], look: 'left', depth: null }; // prettier-ignore
const jogged: Sight = { ...line, path: [[-1, 1], [4, 1], [4, 1.5], [10, 1.5]] }; // prettier-ignore

it.each([
  ['a line', line, 11],
  ['a line that steps aside', jogged, 11],
  ['a frame', frameSight([0, 1, 0], [0, 0, 1], [2, 1, 0]), 0],
] as const)('%s from the other side shows what its limits held, mirrored; twice it is as it was', (_, sight, from) => {
  for (const limits of [undefined, { left: 1.5, right: 3.25, top: 2 }, { left: -0.5 }]) {
    const own: Sight = limits ? { ...sight, limits } : sight;
    const [u0, v0, u1, v1] = drawingBounds(drawModel(model, own));
    const there = drawingBounds(drawModel(model, flipped(own)));
    [from - u1, v0, from - u0, v1].forEach((x, k) => expect(there[k]).toBeCloseTo(x, 9));
    expect(flipped(flipped(own)).limits?.left ?? null).toBe(limits?.left ?? null);
  }
});

it('what has no other side stays as it is', () => {
  const plan: Sight = { kind: 'plan', number: 'P', name: '', height: 1.2, depth: null };
  expect(flipped(plan)).toBe(plan);
});

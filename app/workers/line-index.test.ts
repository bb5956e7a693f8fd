import { expect, it } from 'vitest';
import { LinesBuilder } from '../../core/linework/lines-builder';
import type { Drawing } from '../../core/linework/drawing';
import { lineIndex } from './line-index';

const facts = { role: 0, joint: 0, element: 0, jump: 0, beyond: [] };

it('finds the nearest line within reach, an arc along its curve, and all that are near', () => {
  const out = new LinesBuilder();
  out.add([0, 0, 4, 0], [0, 0], 0, 1, facts);
  out.add([0, 1, 4, 1, 4, 3], [0, 0, 0], 0, 2, facts);
  out.add([12, 0, 8, 0], [0, 0], 0, 1, facts, [10, 0, 2, 0, 1, 0, Math.PI]);
  const index = lineIndex(out.done() as Drawing)!;
  expect(index.nearest(2, 0.3, 0.5)).toBe(0);
  expect(index.nearest(2, 0.7, 0.5)).toBe(1);
  expect(index.nearest(4.2, 2, 0.5)).toBe(1);
  // on the crown of the arc, not on its chord
  expect([index.nearest(10, 1.95, 0.2), index.nearest(10, 0.1, 0.2)]).toEqual([2, -1]);
  expect(index.near(2, 0.5, 0.6).sort()).toEqual([0, 1]);
  expect(lineIndex(new LinesBuilder().done() as Drawing)).toBeNull();
});

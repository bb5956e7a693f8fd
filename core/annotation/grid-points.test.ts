import { expect, it } from 'vitest';
import { gridPoints } from './grid-points';

it('finds grid lines and their crossings in the coordinates of the file; curved ones and such without length give none', () => {
  const model = {
    origin: [100, 50, 0],
    grid: [
      { tag: 'A', from: [2, -5, 0], to: [2, 20, 0] },
      { tag: '1', from: [-5, 4, 0], to: [20, 4, 0] },
      { tag: 'R', from: [0, 0, 0], to: [9, 9, 0], curve: [[0, 0, 0]] },
      { tag: 'Z', from: [2, 4, 0], to: [2, 4, 0] },
    ],
  } as const;
  expect(gridPoints(model, [102.1, 54.1], 0.3)).toEqual([
    { at: [102, 54], tags: ['A', '1'] },
    { at: [102, 54.1], tags: ['A'] },
    { at: [102.1, 54], tags: ['1'] },
  ]);
  expect(gridPoints(model, [102.1, 60], 0.3)).toEqual([{ at: [102, 60], tags: ['A'] }]);
});

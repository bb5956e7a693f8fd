import { expect, it } from 'vitest';
import type { ModelInfo } from '../../data/database';
import { gridSnaps } from './grid-snaps';

it('finds grid lines and their crossings in the coordinates of the file', () => {
  const model = {
    origin: [100, 50, 0],
    grid: [
      { tag: 'A', from: [2, -5, 0], to: [2, 20, 0] },
      { tag: '1', from: [-5, 4, 0], to: [20, 4, 0] },
      { tag: 'R', from: [0, 0, 0], to: [9, 9, 0], curve: [[0, 0, 0]] },
    ],
  } as unknown as ModelInfo;
  expect(gridSnaps(model, [102.1, 54.1], 0.3)).toEqual([
    { at: [102, 54], words: 'grid A and 1' },
    { at: [102, 54.1], words: 'grid A' },
    { at: [102.1, 54], words: 'grid 1' },
  ]);
  expect(gridSnaps(model, [102.1, 60], 0.3)).toEqual([{ at: [102, 60], words: 'grid A' }]);
});

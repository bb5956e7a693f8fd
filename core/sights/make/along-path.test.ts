import { expect, it } from 'vitest';
import { resolveSight } from '../resolve-sight';
import { alongPath } from './along-path';

const bounds = [0, 0, 0, 10, 6, 3];

it('puts sections square to a path at a distance, round its corner, each looking on along it and as long as the model', () => {
  const row = alongPath([[-1, 2], [9, 2], [9, 5]], 4, bounds); // prettier-ignore
  expect(row.map((s) => s.name)).toEqual(['At 0.000', 'At 4.000', 'At 8.000', 'At 12.000']);
  expect(row.map((s) => s.path)).toEqual([
    [[-1, 7], [-1, -1]],
    [[3, 7], [3, -1]],
    [[7, 7], [7, -1]],
    [[-1, 4], [11, 4]],
  ]); // prettier-ignore
  const model = { storeys: [], trueNorth: [0, 1] as const, origin: [0, 0, 0] as const };
  const looks = row.map((s) => resolveSight(model as never, { number: '1', ...s }).frame.look);
  expect(looks.map((l) => l.map((x) => Math.round(x) + 0))).toEqual([[1, 0, 0], [1, 0, 0], [1, 0, 0], [0, 1, 0]]); // prettier-ignore
});

it('stands at the very end where the distance goes into the path; refuses what is no row', () => {
  expect(alongPath([[0, 0], [0.3, 0]], 0.1, bounds)).toHaveLength(4); // prettier-ignore
  for (const [path, every] of [
    [
      [
        [0, 0],
        [0, 0],
      ],
      1,
    ],
    [
      [
        [0, 0],
        [9, 0],
      ],
      0,
    ],
    [
      [
        [0, 0],
        [9, 0],
      ],
      1e-3,
    ],
  ] as const)
    // prettier-ignore
    expect(() => alongPath(path, every, bounds)).toThrow(expect.objectContaining({ code: 'row-wrong' }));
});

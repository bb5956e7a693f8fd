import { expect, test } from 'vitest';
import { NumberTable } from './number-table';
import { Welder } from '../../meshes/welder';

test('the table finds what a Map finds, for numbers close together, far apart and beyond 32 bits', () => {
  const table = new NumberTable();
  const map = new Map<number, number>();
  const numbers = Array.from({ length: 9000 }, (_, i) => [i + 1, (i % 3000) * 2 ** 32 + 7, (i * 7919) % 5003, i * 1e12][i % 4]!);
  for (const number of [...numbers, Infinity]) {
    expect(table.add(number)).toBe(!map.has(number));
    if (!map.has(number)) map.set(number, map.size);
  }
  expect(table.count).toBe(map.size);
  for (const [number, row] of map) expect([table.rowOf(number), table.numberOf(row)]).toEqual([row, number]);
  for (const stranger of [-1, 0.5, NaN, 2 ** 52]) expect(table.rowOf(stranger)).toBe(-1);
});

test('a body of three figures a corner keeps each place once, in the order in which they come, also after a larger body', () => {
  const welder = new Welder();
  welder.weld(
    Float32Array.from({ length: 3000 }, (_, i) => i),
    3,
  );
  expect(welder.count).toBe(1000);
  // two triangles of a square, flat: six corners with their normals, one of them with minus zero
  const [a, b, c, d] = [
    [0, 0, 0],
    [1, 0, 0],
    [1, 1, 0],
    [0, 1, -0],
  ] as const;
  const corners = [a, b, c, a, c, d, [-0, 0, 0]].flatMap((p) => [...p, 0, 0, 1]);
  welder.weld(Float32Array.from(corners), 6);
  expect([...welder.first.subarray(0, 7)]).toEqual([0, 1, 2, 0, 2, 3, 0]);
  expect([...welder.places.subarray(0, welder.count * 3)]).toEqual([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0]);
});

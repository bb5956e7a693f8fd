import { describe, expect, it } from 'vitest';
import { readModel } from '../readers/read-model';
import type { Model } from './model';
import { withIdsOf } from './twin-ids';

/** Blocks of one name beside one another: where each stands, and how high it is. */
const text = (blocks: readonly (readonly [x: number, height: number])[]) =>
  blocks
    .map(([x, h], i) => {
      const corners = [0, h].flatMap((z) => [[0, 0], [1, 0], [1, 1], [0, 1]].map(([a, b]) => `v ${x + a!} ${b} ${z}`)); // prettier-ignore
      const sides = [[4, 3, 2, 1], [5, 6, 7, 8], [1, 2, 6, 5], [2, 3, 7, 6], [3, 4, 8, 7], [4, 1, 5, 8]]; // prettier-ignore
      return [`o box`, ...corners.map(String), ...sides.map((s) => `f ${s.map((k) => k + i * 8).join(' ')}`), `o mark${x}`].join('\n');
    })
    .join('\n');
const read = (blocks: Parameters<typeof text>[0]): Promise<Model> =>
  readModel(new TextEncoder().encode(text(blocks)), 'boxes.obj', { unit: 'm', up: 'z' } as never);
/** The id of the block that stands at each place. */
const idsAt = (model: Model): Record<number, string> =>
  Object.fromEntries(
    [...model.partElement].map((e, p) => {
      const own = model.triangles.subarray(model.partStart[p]! * 3, model.partStart[p + 1]! * 3);
      return [Math.min(...[...own].map((v) => model.positions[v * 3]!)), model.elements[e]!.id];
    }),
  );

describe('bodies of one name', () => {
  it('keep their ids when the first of them is taken away, or when they come in another order', async () => {
    const all = idsAt(await read([[0, 1], [3, 2], [6, 2], [9, 3]])); // prettier-ignore
    expect(new Set(Object.values(all)).size).toBe(4);
    const { 0: _gone, ...rest } = all;
    expect(idsAt(await read([[3, 2], [6, 2], [9, 3]]))).toEqual(rest); // prettier-ignore
    expect(idsAt(await read([[9, 3], [6, 2], [0, 1], [3, 2]]))).toEqual(all); // prettier-ignore
    // one that has a shape of its own keeps its id where it is moved
    expect(idsAt(await read([[0, 1], [3, 2], [6, 2], [20, 3]]))[20]).toBe(all[9]); // prettier-ignore
  });

  it('keep those of the reading before it also where one is left, and what is new does not take one that is gone', async () => {
    const before = await read([[0, 1], [3, 2]]); // prettier-ignore
    const ids = idsAt(before);
    expect(idsAt(withIdsOf(before, await read([[3, 2]])))).toEqual({ 3: ids[3] });
    const single = await read([[0, 1]]);
    const after = idsAt(withIdsOf(single, await read([[0, 1], [3, 2]]))); // prettier-ignore
    expect(after[0]).toBe('box');
    expect(after[3]).not.toBe('box');
    expect(idsAt(withIdsOf(single, await read([[3, 2], [5, 4]]))), 'none of them is the one of before').not.toContain('box'); // prettier-ignore
  });
});

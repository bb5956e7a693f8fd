import { describe, expect, it } from 'vitest';
import type { Model } from '../model/model';
import { prepare } from '../scene/prepare';
import { box, modelOf, moved, polygon, prism, type Solid } from '../testing/solids';
import { checkModel, type CheckKind } from './check-model';

const wall = (x: number, y: number, dx: number, dy: number, z = 0) => box([x, y, z], [dx, dy, 2.5]);

/** Findings of one kind about walls that stand in a model. */
function found(solids: readonly Solid[], kind: CheckKind, change: (model: Model) => Model = (m) => m) {
  const bare = modelOf(solids);
  const model = change({ ...bare, elements: bare.elements.map((e) => ({ ...e, class: 'Wall' })) });
  return checkModel(model, prepare(model)).filter((c) => c.kind === kind);
}

describe('checks of a model', () => {
  it('overlaps have their volume; what only touches has none', () => {
    const [a, b] = [wall(0, 0, 4, 0.3), wall(3.8, -1, 0.3, 2)];
    expect(found([a, b], 'overlap')).toEqual([{ kind: 'overlap', elements: [0, 1], figure: expect.closeTo(0.2 * 0.3 * 2.5, 6) }]);
    expect(found([a, wall(4, -1, 0.3, 2)], 'overlap')).toEqual([]);
    // a round column through a slab: the disc of a polygon of 64 sides times the thickness
    const column = prism(polygon(2, 2, 0.25, 64), -1, 4);
    const [hit] = found([box([0, 0, 0], [4, 4, 0.2]), column], 'overlap');
    expect(hit!.figure / (32 * 0.0625 * Math.sin(Math.PI / 32) * 0.2)).toBeCloseTo(1, 1.5);
  });

  it('walls that miss each other by a hair are found, a joint of a usual width is not', () => {
    expect(found([wall(0, 0, 4, 0.3), wall(4.002, -1, 0.3, 2)], 'near-miss')).toEqual([
      { kind: 'near-miss', elements: [0, 1], figure: expect.closeTo(0.002, 9) },
    ]);
    for (const x of [4, 4.02]) expect(found([wall(0, 0, 4, 0.3), wall(x, -1, 0.3, 2)], 'near-miss')).toEqual([]);
  });

  it('come gravest first within their kind', () => {
    const posts = [0.1, 0.3, 0.2].map((size, i) => box([i, 0, 0], [size, size, 1]));
    const [small, large, middle] = [1, 2, 3];
    expect(found([box([-1, -1, 0], [5, 3, 0.5]), ...posts], 'overlap').map(({ elements }) => elements[1])).toEqual([large, middle, small]);
  });

  it('the same element twice is told once, and not as an overlap', () => {
    const twins = [wall(0, 0, 4, 0.3), wall(9, 0, 4, 0.3), wall(0, 0, 4, 0.3)];
    expect(found(twins, 'twice').map((c) => c.elements)).toEqual([[0, 2]]);
    expect(found(twins, 'overlap')).toEqual([]);
  });

  it('a face off the main directions by a small angle has its degrees; one at 30° is meant', () => {
    const turned = (solid: Solid, degrees: number): Solid => {
      const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      return { ...solid, corners: solid.corners.map(([x, y, z]) => [c * x - s * y, s * x + c * y, z] as const) };
    };
    const straight = [0, 4, 8].map((y) => wall(0, y, 6, 0.3));
    expect(found([...straight, turned(wall(20, 0, 5, 0.3), 1.5)], 'off-axis')).toEqual([
      { kind: 'off-axis', elements: [3], figure: expect.closeTo(1.5, 1) },
    ]);
    expect(found([...straight, turned(wall(20, 0, 5, 0.3), 30)], 'off-axis')).toEqual([]);
  });

  it('open shells, specks, far-off elements, missing material and storey', () => {
    const open = { ...wall(0, 0, 4, 0.3), triangles: wall(0, 0, 4, 0.3).triangles.slice(1) };
    expect(found([open], 'open-shell')[0]).toMatchObject({ figure: 3 });
    expect(found([box([0, 0, 0], [0.004, 0.003, 0.002])], 'tiny')).toHaveLength(1);
    const row = [0, 1, 2, 3, 4, 5].map((k) => wall(k * 5, 0, 4, 0.3));
    expect(found([...row, moved(wall(0, 0, 4, 0.3), [5000, 0, 0])], 'far-off').map((c) => c.elements)).toEqual([[6]]);
    expect(found(row, 'no-material')).toHaveLength(6);
    const withStorey = (m: Model): Model => ({ ...m, storeys: [{ name: 'Ground', elevation: 0 }] });
    expect(found(row, 'no-storey', withStorey)).toHaveLength(6);
  });
});

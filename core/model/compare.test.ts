import { expect, it } from 'vitest';
import { elementFigures } from '../checks/element-figures';
import { prepare } from '../scene/prepare';
import { box, modelOf, moved } from '../testing/solids';
import { compareReadings, type Reading } from './compare';

const block = (x: number) => box([x, 0, 0], [1, 2, 3]);
/** A reading of blocks; each has an id and a name. */
function reading(blocks: readonly (readonly [id: string, name: string, solid: ReturnType<typeof box>])[]): Reading {
  const bare = modelOf(blocks.map(([, , solid]) => solid));
  const model = { ...bare, elements: bare.elements.map((e, i) => ({ ...e, id: blocks[i]![0], name: blocks[i]![1] })) };
  const { volume, triangles, boxes } = elementFigures(model, prepare(model));
  return {
    origin: [0, 0, 0],
    elements: model.elements,
    materials: ['Oak'],
    elementMaterial: model.elements.map(() => 0),
    elementVolume: volume,
    elementTriangles: triangles,
    elementBoxes: boxes,
  };
}

it('tells what is new, gone, moved and changed; what only got a new id is the same', () => {
  const before = reading([
    ['a', 'stays', block(0)],
    ['b', 'moves', block(10)],
    ['c', 'changes', block(20)],
    ['d', 'goes', block(30)],
    ['e', 'is saved anew', block(40)],
  ]);
  const after = reading([
    ['a', 'stays', block(0)],
    ['b', 'moves', moved(block(10), [0, 0, 0.5])],
    ['c', 'changes', box([20, 0, 0], [1, 2, 3.2])],
    ['x', 'is saved anew', block(40)],
    ['y', 'comes', block(50)],
  ]);
  expect(compareReadings(before, after)).toEqual({ added: [4], removed: [3], moved: [1], changed: [2], same: 2 });
  expect(compareReadings(before, before)).toMatchObject({ added: [], removed: [], moved: [], changed: [], same: 5 });
});

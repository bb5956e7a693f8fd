import { expect, it } from 'vitest';
import { draw } from '../draw';
import { box, modelOf, moved, polygon, prism } from '../testing/solids';
import { frameSight, ISO } from '../testing/views';
import { prepare } from '../scene/prepare';
import { inSharedMemory } from './shared-memory';

it('a drawing from shared memory is the same as from a memory of its own', () => {
  const model = modelOf([box([0, 0, 0], [2, 1, 1]), prism(polygon(1, 0.5, 0.4, 24), -1, 2), moved(box([0, 0, 0], [1, 1, 1]), [0, 3, 0])]);
  const scene = prepare(model);
  const [sharedModel, sharedScene] = [inSharedMemory(model), inSharedMemory(scene)];
  expect(sharedScene.vertices.buffer).toBeInstanceOf(SharedArrayBuffer);
  for (const sight of [ISO, frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0])])
    expect(draw(sharedModel, sharedScene, sight)).toEqual(draw(model, scene, sight));
});

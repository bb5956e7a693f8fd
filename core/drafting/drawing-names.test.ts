import { expect, it } from 'vitest';
import { facesOf } from '../faces-of';
import { faceArea } from '../geometry/polygons';
import type { Model } from '../model/model';
import { publishable } from '../publishable';
import { prepare } from '../scene/prepare';
import { box, modelOf } from '../testing/solids';
import { drawModel, FRONT } from '../testing/views';
import { withFaces } from './drawing-names';

it('a kept drawing takes the faces of a newer reading by ids and names: numbers are others there', () => {
  const wall = { solid: box([0, 0, 0], [3, 0.3, 2]), name: 'wall', class: 'Wall', material: 'Brick' };
  const post = { solid: box([4, 0, 0], [0.2, 0.2, 2]), name: 'post', class: 'Column', material: 'Oak' };
  // behind the picture's plane nothing of these is seen; they come first, with materials of their own
  const added = ['a', 'b'].map((name) => ({ solid: box([0, 9, 0], [1, 1, 1]), name, class: 'Proxy', material: `${name} of steel` }));
  const [older, newer] = [modelOf([wall, post]), modelOf([...added, post, wall])];
  const told = (model: Model) => {
    const own = withFaces(publishable(older, FRONT, drawModel(older, FRONT)), facesOf(model, prepare(model), FRONT));
    return own.drawing
      .seen!.faces.map(({ element, material, polygons }) => [
        own.names.elements.get(element)!.id,
        own.names.materials[material],
        Math.round(polygons.reduce((sum, face) => sum + faceArea(face), 0) * 1e6) / 1e6,
      ])
      .sort();
  };
  expect(told(newer)).toEqual([['post', 'Oak', 0.4], ['wall', 'Brick', 6]]); // prettier-ignore
  expect(told(older)).toEqual(told(newer));
  // lines and faces of one element go by one number
  const own = withFaces(publishable(older, FRONT, drawModel(older, FRONT)), facesOf(newer, prepare(newer), FRONT));
  expect(new Set(own.drawing.seen!.faces.map(({ element }) => element))).toEqual(new Set(own.drawing.lineElement));
});

import { describe, expect, it } from 'vitest';
import { pathLength } from '../linework/lines-builder';
import { linePoints, type Drawing } from '../linework/drawing';
import type { BuildUp } from '../model/model';
import { box, modelOf } from '../testing/solids';
import { drawModel, frameSight } from '../testing/views';
import { namesOf } from './drawing-names';
import { layersAlong } from './layers-along';
import { STANDARD } from './standard/shipped-standard';
import { style } from './style-drawing';

const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' as const };
/** A wall 2 m high of plaster, brick and plaster, 20, 240 and 40 mm, beside a pier of one material. */
const wall = () => {
  const solid = box([0, 0, 0], [0.3, 1, 2]);
  const piers = [{ solid: box([1, 0, 0], [0.5, 1, 2]), material: 'plaster' }, { solid: box([3, 0, 0], [0.5, 1, 2]), material: 'brick' }]; // prettier-ignore
  const buildUp: BuildUp = { name: 'wall', normal: [1, 0, 0], bounds: [0, 0.02, 0.26, 0.3], materials: [0, 1, 0] };
  return modelOf([...piers, { solid, material: 'brick', buildUp }]);
};
/** The lines that the rule for a layer draws: where they begin, and how long they are in all. */
const caught = (buildUpLayer: number) => {
  const model = wall();
  const drawing = drawModel(model, sight);
  const rule = { role: 'cut', buildUpLayer, layer: 'OWN', weight: 0.1, type: 'continuous', colour: 1 };
  const standard = { ...STANDARD, lines: [rule, ...STANDARD.lines] };
  const { drawing: own, layers, lineLayer, caught: by } = style(drawing, namesOf(model, drawing), sight, standard, 20, { layersAlong });
  const lines = [...lineLayer].flatMap((layer, l) => (layers[layer]!.name === 'OWN' ? [linePoints(own, l)] : []));
  expect(by.lines[0]).toBe(lines.length);
  // all of the drawing is still there
  expect(lengthOfAll(own)).toBeCloseTo(lengthOfAll(drawing), 9);
  return lines.map((line) => pathLength(line).toFixed(3)).sort();
};
const lengthOfAll = (drawing: Drawing) =>
  Array.from(drawing.lineRole, (_, l) => pathLength(linePoints(drawing, l))).reduce((a, b) => a + b);

describe('lines of a cut', () => {
  it('are of the layers beside them: joints of both, the outline of a wall broken where it passes from one to the next', () => {
    // both plasters, for they are of one material: two joints, and round their three other sides a line each
    expect(caught(1)).toEqual(['2.000', '2.000', '2.040', '2.080']);
    expect(caught(3)).toEqual(caught(1));
    expect(caught(2)).toEqual(['0.240', '0.240', '2.000', '2.000']);
    expect(caught(4)).toEqual([]);
  });
});

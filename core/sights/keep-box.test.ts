import { expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { drawingBounds } from '../linework/drawing';
import { prepare } from '../scene/prepare';
import { box as body, modelOf, spun } from '../testing/solids';
import { drawModel } from '../testing/views';
import { BOX_SIDES, boxAround, boxFaces, sideMoved, type KeepBox } from './keep-box';
import { fromItsSides } from './make/from-its-sides';
import { sightOfSide } from './make/of-box';
import { boxTurned, planeMoved, removingPlanes, trimTo } from './removing-planes';
import type { Sight } from './sight';
import { checkSight } from './sight-schema';
import { trimPlanes } from './trims';

const box: KeepBox = { centre: [2, 3, 1], size: [1, 2, 0.5], turn: 30 };
const sight: Sight = { kind: 'axonometric', number: 'X-01', name: '', trims: [{ origin: [0, 0, 2], normal: [0, 0, 3] }], keepBox: box };

it('each side of a turned box in a block gives a section of the size of that side, as deep as the box', () => {
  const block = modelOf([body([-2, -1, -2], [6, 7, 4])]);
  const sizes = { right: [2, 0.5, 1], left: [2, 0.5, 1], back: [1, 0.5, 2], front: [1, 0.5, 2], top: [1, 2, 0.5], bottom: [1, 2, 0.5] };
  for (const side of BOX_SIDES) {
    const made = sightOfSide(box, side);
    const [wide, high, deep] = sizes[side] as [number, number, number];
    const drawing = drawModel(block, { number: 'S-01', ...made });
    expect(drawing.regions.map(({ face }) => faceArea(face))).toEqual([expect.closeTo(wide * high, 9)]);
    drawingBounds(drawing).forEach((x, k) => expect(x).toBeCloseTo([-wide / 2, -high / 2, wide / 2, high / 2][k]!, 9));
    expect(made.depth).toBe(deep);
  }
});

it('a side that is moved leaves the opposite one where it is, and never passes it', () => {
  for (const side of BOX_SIDES) {
    const moved = sideMoved(box, side, 0.3);
    boxFaces(moved).forEach((face, k) => {
      const before = boxFaces(box)[k]!;
      const by = face.origin.reduce((sum, x, i) => sum + (x - before.origin[i]!) * before.normal[i]!, 0);
      expect(by).toBeCloseTo(face.side === side ? 0.3 : 0, 8);
    });
    expect(Math.min(...sideMoved(box, side, -9).size)).toBeCloseTo(0.01, 9);
  }
  expect(boxAround([0, 0, 0, 4, 2, 3])).toEqual({ centre: [2, 1, 1.5], size: [4, 2, 3] });
});

it('planes are called by what they are, and are those that the engine trims by', () => {
  const planes = removingPlanes(sight);
  expect(planes.map(({ name }) => name)).toEqual(['trim 1', ...BOX_SIDES.map((side) => `keep box ${side}`)]);
  expect(planes.map(({ origin, normal }) => ({ origin, normal }))).toEqual(trimPlanes(sight, [0, 0, 0]));
  expect(planeMoved(sight, 'trim 1', -0.25).trims).toEqual([{ origin: [0, 0, 1.75], normal: [0, 0, 3] }]);
  expect(planeMoved(sight, 'keep box top', 0.5).keepBox).toEqual({ ...box, centre: [2, 3, 1.25], size: [1, 2, 1] });
  expect(boxTurned(sight, [2, 4]).keepBox!.turn).toBe(90);
  const picture = { right: [0, -1, 0], up: [0, 0, 1], look: [1, 0, 0] } as const;
  expect(trimTo(picture, 'left', [1, 2, 3])).toEqual({ origin: [1, 2, 3], normal: [0, 1, 0] });
  expect(trimTo(picture, 'nearer', [1, 2, 3]).normal).toEqual([-1, 0, 0]);
});

it.each([0, 17, -38])('opens an element from its four sides, along its own directions, turned by %d degrees', (degrees) => {
  const stair = spun(body([0, 0, 0], [1, 3, 2.6]), degrees);
  const wall = spun(body([-0.2, -0.2, 0], [0.2, 3.4, 3]), degrees);
  // a building of other directions, far from it
  const shed = body([30, 0, 0], [20, 12, 3]);
  const model = modelOf([{ solid: stair, name: 'Stair' }, { solid: wall, name: 'wall' }, { solid: shed, name: 'shed' }]); // prettier-ignore
  const made = fromItsSides(model, prepare(model), model.elements[0]!.id, ['S-01']);
  expect(made.map((s) => s.name)).toEqual(['front', 'right', 'back', 'left'].map((side) => `Stair, from the ${side}`));
  expect(made[0]!.number).toBe('S-02');
  for (const sight of made) {
    const [, , right, top] = drawingBounds(drawModel(model, checkSight(sight)));
    // the stair whole; of the wall beside it no more than what it touches
    expect(top).toBeGreaterThan(1.2999);
    expect(top).toBeLessThan(1.3501);
    expect(right).toBeLessThanOrEqual(sight.limits!.right! + 1e-9);
    expect([1.1, 3.1]).toContainEqual(expect.closeTo(2 * sight.limits!.right!, 6));
  }
});

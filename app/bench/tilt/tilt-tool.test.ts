import { expect, it, vi } from 'vitest';
import type { Vec2 } from '../../../core/geometry/vec3';
import { Tilting, TiltTool } from './tilt-tool';

const place = (at: Vec2, isSquared = false) => ({ at, snap: null, isSquared, zoom: 40 });

it('an axis is placed in either pane; a hand at its near side turns it, round one that is seen on end it goes round', () => {
  const onTurn = vi.fn();
  const tilting = new Tilting(onTurn);
  // a drawing that looks north, and the plan, cut at 1.2
  const drawing = new TiltTool(tilting, { look: [0, 1, 0], pointAt: ([u, v]) => [u, 5, v], placeOf: ([x, , z]) => [x, z] });
  const plan = new TiltTool(tilting, { look: [0, 0, -1], pointAt: ([x, y]) => [x, y, 1.2], placeOf: ([x, y]) => [x, y] });
  drawing.click(place([1, 3]));
  expect(drawing.anchor).toEqual([1, 3]);
  plan.click(place([4, 5]));
  expect(tilting.axis).toEqual({ point: [1, 5, 3], along: [3, 0, -1.8] });
  expect(tilting.back()).toBe(true);
  drawing.click(place([4, 3]));
  expect(tilting.axis).toEqual({ point: [1, 5, 3], along: [3, 0, 0] });
  // 40 pixels up across it: ten degrees against the right hand, and by whole steps with Shift
  drawing.press(place([2, 1]));
  drawing.move(place([2, 2]));
  expect([drawing.isHeld, tilting.get().by]).toEqual([true, expect.closeTo((-10 * Math.PI) / 180)]);
  drawing.move(place([2.5, 2.4], true));
  drawing.letGo();
  expect(onTurn).toHaveBeenLastCalledWith(tilting.axis, expect.closeTo((-15 * Math.PI) / 180), true);
  // the same place twice: the axis along which one looks
  while (tilting.back());
  for (let k = 0; k < 2; k++) drawing.click(place([1, 3]));
  expect(tilting.axis).toEqual({ point: [1, 5, 3], along: [0, -1, 0] });
  drawing.press(place([2, 3]));
  drawing.move(place([1, 4]));
  // from right to up as it is seen: by the right hand about what points to the eye
  expect(tilting.get().by).toBeCloseTo(Math.PI / 2);
});

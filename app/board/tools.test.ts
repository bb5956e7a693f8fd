import { expect, it, vi } from 'vitest';
import type { Vec2 } from '../../core/geometry/vec3';
import { AreaTool } from './area-tool';
import { PointsTool } from './points-tool';
import { Snapper } from './snapper';
import { TurnTool } from './turn-tool';

const place = (at: Vec2, isSquared = false, snap: { at: Vec2; words: string } | null = null) => ({ at: snap?.at ?? at, snap, isSquared, zoom: 40 }); // prettier-ignore
const square = ([x, y]: Vec2, to: Vec2): Vec2 => (Math.abs(to[0] - x) > Math.abs(to[1] - y) ? [to[0], y] : [x, to[1]]);
const settle = ([x, y]: Vec2): Vec2 => [Math.round(x), Math.round(y)];

it('ends by itself with its last point; a second point on the first is none', () => {
  const onDone = vi.fn();
  const tool = new PointsTool({ most: 2, square, onDone });
  tool.click(place([1, 2]));
  tool.click(place([1.001, 2]));
  expect(tool.get().points).toHaveLength(1);
  tool.move(place([5, 2.4], true));
  expect(tool.get().aim).toEqual([5, 2]);
  tool.click(place([5, 2.4], true));
  expect(onDone).toHaveBeenCalledExactlyOnceWith([[1, 2], [5, 2]], false); // prettier-ignore
  expect(tool.get()).toEqual({ points: [], aim: null });
});

it('closes on its first point, goes back by one, and settles what is not snapped', () => {
  const onDone = vi.fn();
  const tool = new PointsTool({ square, settle, onDone });
  for (const p of [[0.2, 0.1], [3.9, 0.2], [4.4, 2.8], [9, 9]] as Vec2[]) tool.click(place(p)); // prettier-ignore
  expect(tool.back()).toBe(true);
  expect(tool.get().points).toEqual([[0, 0], [4, 0], [4, 3]]); // prettier-ignore
  const corner = { at: [0.30000000000000004, 3.3] as const, words: 'corner of Wall' };
  tool.click(place([0.3, 3.2], false, corner));
  tool.click(place([-0.2, 0.3]));
  expect(onDone).toHaveBeenCalledExactlyOnceWith([[0, 0], [4, 0], [4, 3], corner.at], true); // prettier-ignore
  expect(tool.back()).toBe(false);
});

it('means the first of what is near, the next one by asking, and none out of reach', () => {
  const snapper = new Snapper();
  const [a, b] = [{ at: [0, 0], words: 'corner' }, { at: [0.05, 0], words: 'middle' }] as const; // prettier-ignore
  snapper.offer([a, b]);
  expect(snapper.meant([0.01, 0], 0.2)).toBe(a);
  snapper.next();
  expect(snapper.meant([0.01, 0], 0.2)).toBe(b);
  // what was chosen stays chosen while the hand moves a little
  snapper.offer([{ at: [-0.1, 0], words: 'end' }, a, { ...b }]);
  expect(snapper.meant([0.01, 0], 0.2)).toEqual(b);
  expect(snapper.meant([1, 0], 0.2)).toBeNull();
  snapper.offer([a]);
  expect(snapper.meant([0, 0], 0.2)).toBe(a);
});

it('an area is dragged open, or pressed corner by corner; a press on the spot is one corner only, and Shift makes it square', () => {
  const onDone = vi.fn();
  const tool = new AreaTool(onDone);
  tool.press(place([4, 3]));
  expect(tool.isHeld).toBe(true);
  tool.move(place([1, 5]));
  tool.letGo(place([1, 5]));
  expect(onDone).toHaveBeenLastCalledWith([1, 3, 4, 5]);
  const corner = { at: [0.1 + 0.2, 2] as const, words: 'corner of Wall' };
  tool.press(place([0.31, 2.02], false, corner));
  tool.letGo(place([0.31, 2.02], false, corner));
  expect([onDone.mock.calls.length, tool.isHeld, tool.get().from]).toEqual([1, false, corner.at]);
  tool.move(place([2, 2.5], true));
  tool.press(place([2, -0.5], true));
  tool.letGo(place([2, -0.5], true));
  expect(onDone).toHaveBeenLastCalledWith([0.1 + 0.2, 2 - 2.5, 0.1 + 0.2 + 2.5, 2]);
  tool.press(place([0, 0]));
  expect([tool.back(), tool.back()]).toEqual([true, false]);
});

it('turns about a centre that is pressed first: by the hand, in steps with Shift, or by a figure', () => {
  const onTurn = vi.fn();
  const tool = new TurnTool(onTurn);
  expect(tool.wantsSnaps).toBe(true);
  tool.press(place([1, 1]));
  expect(tool.isHeld).toBe(false);
  tool.click(place([1, 1]));
  expect([tool.wantsSnaps, tool.get().centre]).toEqual([false, [1, 1]]);
  tool.press(place([3, 1]));
  tool.move(place([1, 3]));
  expect(onTurn).toHaveBeenLastCalledWith([1, 1], Math.PI / 2, false);
  tool.move(place([2.9, 2.2], true));
  tool.letGo();
  expect(onTurn.mock.lastCall!.slice(1)).toEqual([Math.PI / 6, true]);
  tool.turn(0.3);
  expect(onTurn).toHaveBeenLastCalledWith([1, 1], 0.3, true);
  expect([tool.back(), tool.back()]).toEqual([true, false]);
});

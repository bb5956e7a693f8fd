import { beforeEach, expect, it, vi } from 'vitest';
import type { Sight } from '../../../core/sights/sight';
import { LimitDrag } from './limit-drag';

const section: Sight = { kind: 'section', number: 'S-01', name: '', path: [[0, 0], [8, 0]], look: 'left', depth: null }; // prettier-ignore
const [onDraft, onChange] = [vi.fn<(sight: Sight) => void>(), vi.fn<(sight: Sight, label: string) => void>()];
beforeEach(() => vi.clearAllMocks());
const drag = (sight: Sight) => {
  const tool = new LimitDrag();
  tool.follow({ sight, onDraft, onChange });
  return tool;
};
const place = (u: number, v: number, at: readonly [number, number] | null = null) => ({ at: at ?? ([u, v] as const), snap: at && { at, words: 'corner' }, isSquared: false, zoom: 50 }); // prettier-ignore

it('moves one side with the hand, to the millimetre, or to the last bit of what it is snapped to; kept when it is let go', () => {
  const tool = drag({ ...section, limits: { top: 3 } });
  expect([tool.isHeld, tool.wantsSnaps]).toEqual([false, false]);
  tool.take('bottom');
  tool.move(place(4, -1.23456));
  expect(onDraft.mock.lastCall![0].limits).toEqual({ top: 3, bottom: -1.235 });
  tool.move(place(4, -0.3, [4, -(0.1 + 0.2)]));
  tool.letGo();
  expect(onChange).toHaveBeenCalledExactlyOnceWith({ ...section, limits: { top: 3, bottom: -(0.1 + 0.2) } }, 'Limit bottom of S-01');
  expect(tool.isHeld).toBe(false);
});

it('never crosses the other side, which may be the end of the line; one that was not moved changes nothing', () => {
  const tool = drag(section);
  tool.take('left');
  tool.move(place(9, 0));
  expect(onDraft).not.toHaveBeenCalled();
  tool.move(place(7.5, 0));
  tool.letGo();
  expect(onChange.mock.lastCall![0].limits).toEqual({ left: 7.5 });
  tool.take('top');
  tool.letGo();
  expect(onChange).toHaveBeenCalledOnce();
});

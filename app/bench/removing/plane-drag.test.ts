import { expect, it, vi } from 'vitest';
import type { Sight } from '../../../core/sights/sight';
import { keyPicture } from '../sight-geometry';
import { PlaneDrag } from './plane-drag';

const sight: Sight = {
  kind: 'plan',
  number: 'P-01',
  name: '',
  trims: [{ origin: [1, 0, 2], normal: [0, 0, 1] }],
  keepBox: { centre: [2, 1, 1], size: [4, 2, 2] },
};
const place = (at: readonly [number, number], isSnapped = false) => ({ at, snap: isSnapped ? { at, words: 'corner' } : null, isSquared: false, zoom: 50 }); // prettier-ignore

it('moves a plane to where the hand is, in the plan and in the front below it; kept once, when it is let go', () => {
  const [onDraft, onChange] = [vi.fn<(sight: Sight) => void>(), vi.fn<(sight: Sight, label: string) => void>()];
  const tool = new PlaneDrag();
  const frame = { origin: [10, 0], right: [0, 1], look: [-1, 0] } as const;
  const follow = (isElevation: boolean) => tool.follow({ sight, pointAt: keyPicture(frame, isElevation).pointAt, onDraft, onChange });
  follow(false);
  tool.take('keep box right');
  tool.move(place([5.00049, 7]));
  expect(onDraft.mock.lastCall![0].keepBox).toEqual({ centre: [2.5, 1, 1], size: [5, 2, 2] });
  tool.move(place([5.00049, 7], true));
  tool.letGo();
  expect(onChange).toHaveBeenCalledExactlyOnceWith({ ...sight, keepBox: { centre: [2.500245, 1, 1], size: [5.00049, 2, 2] } }, 'Keep box right, P-01'); // prettier-ignore
  // in the front the height of a place is how far it lies up the page
  follow(true);
  tool.take('trim 1');
  const { placeOf } = keyPicture(frame, true);
  tool.move(place(placeOf([3, 4, 2.75])));
  expect(onDraft.mock.lastCall![0].trims![0]!.origin).toEqual([1, 0, 2.75]);
  tool.letGo();
  follow(false);
  tool.take('turn');
  tool.move(place([2, 9]));
  expect(onDraft.mock.lastCall![0].keepBox!.turn).toBe(90);
  // what is only pressed changes nothing
  tool.letGo();
  tool.take('turn');
  tool.letGo();
  expect(onChange).toHaveBeenCalledTimes(3);
  expect(tool.isHeld).toBe(false);
});

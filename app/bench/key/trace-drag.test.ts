import { beforeEach, expect, it, vi } from 'vitest';
import { frameFrom } from '../../../core/geometry/frame';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import { TraceDrag, traceIn } from './trace-drag';

const front = frameFrom([1, 0, 0], [0, 1, 0], [0, 0, 1]);
const plan: Sight = { kind: 'plan', number: 'P-01', name: '', height: 1.2, depth: null };
const section: Sight = { kind: 'section', number: 'S-01', name: '', path: [[5, 8], [5, 0]], look: 'left', depth: null }; // prettier-ignore
const place = (at: Vec2) => ({ at, snap: null, isSquared: false, zoom: 50 });
const [onDraft, onChange] = [vi.fn(), vi.fn()];
let drag: TraceDrag;
beforeEach(() => {
  vi.clearAllMocks();
  drag = new TraceDrag();
});

it('the plane of a plan is a level line in a section, and is moved up and down by it', () => {
  const trace = traceIn(front, frameFrom([0, 0, 1.2], [0, 0, -1], [0, 1, 0]))!;
  expect(trace).toEqual({ across: [0, -1], at: -1.2 });
  drag.follow({ sight: plan, trace, onDraft, onChange });
  drag.press(place([3, 1.5]));
  expect(drag.isHeld).toBe(false);
  drag.press(place([3, 1.25]));
  drag.move(place([9, 1.75]));
  drag.letGo();
  expect(onChange).toHaveBeenCalledExactlyOnceWith({ ...plan, height: 1.7 }, 'Move P-01');
});

it('the plane of a section stands upright in another drawing, where that is snapped to; planes that lie alike have no line', () => {
  const trace = traceIn(front, frameFrom([5, 8, 0], [1, 0, 0], [0, 0, 1]))!;
  drag.follow({ sight: section, trace, onDraft, onChange });
  drag.press(place([4.1, 2]));
  drag.move({ ...place([2.25, 2]), snap: { at: [2.25, 2], words: 'corner' } });
  expect(onDraft).toHaveBeenLastCalledWith({ ...section, path: [[3.25, 8], [3.25, 0]] }); // prettier-ignore
  expect(traceIn(front, frameFrom([0, 4, 0], [0, 1, 0], [0, 0, 1]))).toBeNull();
});

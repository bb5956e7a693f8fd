import { beforeEach, expect, it, vi } from 'vitest';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import type { BenchView } from '../../board/view';
import type { KeyFrame } from '../sight-geometry';
import { GripDrag, type GripSetup } from './grip-drag';

/** The Key lies as the plan does, but for its zero, which is at 2, 1. */
const keyFrame = { origin: [2, 1], right: [1, 0], look: [0, 1] } as unknown as KeyFrame;
const section: Sight = { kind: 'section', number: 'S-01', name: '', path: [[2, 1], [8, 1]], look: 'left', depth: 3 }; // prettier-ignore
const onDraft = vi.fn<(sight: Sight) => void>();
const onChange = vi.fn<(sight: Sight, label: string) => void>();
let view: BenchView;
let setup: GripSetup;
let drag: GripDrag;
beforeEach(() => {
  vi.clearAllMocks();
  view = { u: 0, v: 0, zoom: 40, keyV: 5 };
  setup = { sight: section, keyFrame, mainAngle: 0, setView: (change) => (view = change(view)), onDraft, onChange };
  drag = new GripDrag();
  drag.follow(setup);
});
const dragged = (grip: Parameters<GripDrag['take']>[0], from: Vec2, to: Vec2, isSquared = false) => {
  drag.take(grip, from);
  drag.move([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2], isSquared);
  drag.move(to, isSquared);
  drag.letGo();
};

it('slides a line square to itself, however the hand goes, and the Key stays under it', () => {
  dragged('line', [1, 0], [4, 0.5]);
  expect(onDraft).toHaveBeenCalledTimes(2);
  expect(onChange).toHaveBeenCalledExactlyOnceWith({ ...section, path: [[2, 1.5], [8, 1.5]] }, 'Move S-01'); // prettier-ignore
  expect(view.keyV).toBe(4.5);
});

it('moves one end freely or squared to the building; the other stays', () => {
  dragged('right', [6, 0], [7, 2]);
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 1], [9, 3]]); // prettier-ignore
  dragged('right', [6, 0], [7, 2], true);
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 1], [9, 1]]); // prettier-ignore
  dragged('left', [0, 0], [-1, 0]);
  expect(onChange).toHaveBeenLastCalledWith({ ...section, path: [[1, 1], [8, 1]] }, 'End of S-01'); // prettier-ignore
});

it('does not make a line of no length, a reach below nothing, or a change of a press alone', () => {
  dragged('right', [6, 0], [0, 0]);
  expect(onChange.mock.lastCall![0]).toEqual(section);
  dragged('reach', [3, 3], [3, -9]);
  expect(onChange).toHaveBeenLastCalledWith({ ...section, depth: 0 }, 'Reach of S-01');
  onChange.mockClear();
  drag.take('line', [1, 0]);
  drag.letGo();
  expect(onChange).not.toHaveBeenCalled();
  expect(drag.isHeld).toBe(false);
});

it('goes by the sight as it was taken, in whole millimetres; without a sight there is nothing to take', () => {
  setup = { ...setup, sight: { kind: 'plan', number: 'P-01', name: '', height: 1.2 } };
  drag.follow(setup);
  drag.take('height', [0, 1.2]);
  drag.move([0, 1.33333], false);
  // what is shown meanwhile is not what the hand counts from
  drag.follow({ ...setup, sight: { ...setup.sight!, height: 9 } });
  drag.move([0, 1.53333], false);
  drag.letGo();
  expect(onChange).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ height: 1.533 }), 'Height of P-01');
  drag.follow({ ...setup, sight: null });
  expect(drag.take('line', [0, 0])).toBe(false);
});

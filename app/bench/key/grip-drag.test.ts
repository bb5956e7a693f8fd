import { beforeEach, expect, it, vi } from 'vitest';
import { frameFrom } from '../../../core/geometry/frame';
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
  const planeOf = ({ frame }: Sight) => frameFrom(frame!.origin, frame!.look, frame!.up);
  setup = { sight: section, keyFrame, planeOf, level: 1.2, mainAngle: 0, setView: (change) => (view = change(view)), onDraft, onChange };
  drag = new GripDrag();
  drag.follow(setup);
});
/** A place of the Key in the plan. */
const plan = ([u, v]: Vec2): Vec2 => [u + 2, v + 1];
const place = (at: Vec2, isSquared = false) => ({ at: plan(at), snap: null, isSquared, zoom: 40 });
const dragged = (grip: Parameters<GripDrag['take']>[0], from: Vec2, to: Vec2, isSquared = false) => {
  drag.take(grip, plan(from));
  drag.move(place([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2], isSquared));
  drag.move(place(to, isSquared));
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

it('stands exactly on what it is snapped to, wherever the grip was taken', () => {
  const corner = { at: [0.1 + 0.2, 4 / 3] as const, words: 'corner of Wall' };
  drag.take('right', plan([6.1, 0.05]));
  drag.move({ at: corner.at, snap: corner, isSquared: false, zoom: 40 });
  drag.letGo();
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 1], [0.1 + 0.2, 4 / 3]]); // prettier-ignore
  // a line that is slid runs through it
  drag.take('line', plan([1, 0.05]));
  drag.move({ at: [3, 2.25], snap: { at: [3, 2.25], words: 'middle' }, isSquared: false, zoom: 40 });
  drag.letGo();
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 2.25], [8, 2.25]]); // prettier-ignore
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
  drag.take('height', plan([0, 1.2]));
  drag.move(place([0, 1.33333]));
  // what is shown meanwhile is not what the hand counts from
  drag.follow({ ...setup, sight: { ...setup.sight!, height: 9 } });
  drag.move(place([0, 1.53333]));
  drag.letGo();
  expect(onChange).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ height: 1.533 }), 'Height of P-01');
  drag.follow({ ...setup, sight: null });
  expect(drag.take('line', [0, 0])).toBe(false);
});

it('moves a leg of a line that steps aside square to itself, an end along its leg, and the eye of a perspective', () => {
  const jogged = { ...section, path: [[2, 1], [6, 1], [6, 3], [9, 3]] as const }; // prettier-ignore
  drag.follow({ ...setup, sight: jogged });
  dragged('leg 2', [5, 2], [5.4, 2.5]);
  expect(onChange).toHaveBeenLastCalledWith({ ...jogged, path: [[2, 1], [6, 1], [6, 3.5], [9, 3.5]] }, 'Leg of S-01'); // prettier-ignore
  dragged('leg 1', [4, 1], [4.5, 1]);
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 1], [6.5, 1], [6.5, 3], [9, 3]]); // prettier-ignore
  dragged('last', [7, 2], [8, 5]);
  expect(onChange.mock.lastCall![0].path).toEqual([[2, 1], [6, 1], [6, 3], [10, 3]]); // prettier-ignore
  // to the last bit of what it is snapped to
  drag.take('leg 2', plan([5, 2]));
  drag.move({ ...place([5, 2.4]), at: [7, 3.7], snap: { at: [7, 3.7], words: 'corner' } });
  drag.letGo();
  expect(onChange.mock.lastCall![0].path!.slice(2)).toEqual([[6, 3.7], [9, 3.7]]); // prettier-ignore
  const view = { kind: 'perspective', number: 'V-01', name: '', eye: [2, 1, 1.6], target: [2, 6, 1.2] } as const;
  drag.follow({ ...setup, sight: view });
  dragged('eye', [0, 0], [1, -2]);
  expect(onChange).toHaveBeenLastCalledWith({ ...view, eye: [3, -1, 1.6] }, 'Eye of V-01');
});

it('a plane that is tilted is moved by the line in which it meets the plan, and stands where that is snapped to', () => {
  // it rises to the back at 45 degrees: at the level of the plan, 1.2 m up, it is met 1.2 m farther back
  const own: Sight = { ...section, path: undefined, look: undefined, frame: { origin: [2, 1, 0], look: [0, 1, -1], up: [0, 1, 1], cut: true } }; // prettier-ignore
  drag.follow({ ...setup, sight: own });
  drag.take('line', plan([3, 1.2]));
  drag.move(place([3.4, 1.7]));
  drag.letGo();
  expect(onChange.mock.lastCall![0].frame!.origin).toEqual([2, 1.5, 0]);
  drag.take('line', plan([3, 1.25]));
  drag.move({ ...place([5, 4.2]), snap: { at: plan([5, 4.2]), words: 'corner' } });
  drag.letGo();
  expect(onChange.mock.lastCall![0].frame!.origin).toEqual([2, 4, 0]);
});

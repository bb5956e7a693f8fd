import { expect, it, vi } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import { shownParts } from '../../core/sights/shown';
import { SHED } from '../testing/shed';
import { elementActs } from './element-acts';

const sight: Sight = { kind: 'section', number: 'S-01', name: '', path: [[0, 1], [6, 1]], look: 'left', depth: null }; // prettier-ignore
const door = SHED.elements.find(({ name }) => name === 'Door')!.id;
const hit = { element: door, words: 'Door', isCut: true } as never;
/** The elements that a sight shows. */
const shown = (of: Sight) =>
  [...shownParts(SHED, of)].flatMap((isShown, p) => (isShown ? [SHED.elements[SHED.partElement[p]!]!.name] : [])).sort();

it('leaves an element out, or all others, and what was left out before stays so', () => {
  const change = vi.fn<(sight: Sight, label: string) => void>();
  const run = (of: Sight, act: string) => {
    elementActs(of, hit, change, vi.fn())
      .find(({ id }) => id === act)!
      .run();
    return change.mock.lastCall![0];
  };
  expect(shown(run(sight, 'leave out'))).toEqual(['Slab', 'Wall above', 'Wall north', 'Wall south']);
  expect(change.mock.lastCall![1]).toBe('Leave Door out of S-01');
  expect(shown(run(sight, 'show only'))).toEqual(['Door']);
  // what was shown alone before makes room; what was left out does not come back
  const narrowed: Sight = { ...sight, show: [{ class: 'Wall' }, { class: 'Slab', use: 'exclude' }] };
  expect(run(narrowed, 'show only').show).toEqual([{ class: 'Slab', use: 'exclude' }, { id: door }]);
  expect(run(sight, 'leave whole').leaveWhole).toEqual([{ id: door }]);
});

it('offers what can be done where the pointer is, and nothing beside the drawing', () => {
  const [change, onSides] = [vi.fn(), vi.fn()];
  expect(elementActs(sight, hit, change, onSides).map(({ id }) => id)).toEqual(['leave out', 'show only', 'sides', 'leave whole']);
  // what lies behind the plane is whole already
  expect(elementActs(sight, { element: door, words: 'Door', isCut: false } as never, change, onSides)).toHaveLength(3);
  expect([elementActs(null, hit, change, onSides), elementActs(sight, null, change, onSides)]).toEqual([[], []]);
  elementActs(sight, hit, change, onSides)[2]!.run();
  expect(onSides).toHaveBeenCalledWith(door);
});

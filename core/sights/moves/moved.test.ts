import { expect, it } from 'vitest';
import { movedBy, shiftedBy } from './moved';
import type { Sight } from '../sight';

const sight = (more: Partial<Sight>): Sight => ({ kind: 'section', number: 'S-01', name: '', depth: null, ...more });

it('moves a plane along its look, whatever says where it is', () => {
  expect(movedBy(sight({ path: [[1, 0], [1, 4]], look: 'right' }), 0.5).path).toEqual([[1.5, 0], [1.5, 4]]); // prettier-ignore
  expect(movedBy(sight({ path: [[1, 0], [1, 4]], look: 'left' }), 0.5).path).toEqual([[0.5, 0], [0.5, 4]]); // prettier-ignore
  expect(movedBy(sight({ frame: { origin: [1, 2, 3], look: [0, 0, -2], up: [0, 1, 0], cut: true } }), 0.1).frame!.origin).toEqual([
    1, 2, 2.9,
  ]);
  expect(movedBy(sight({ kind: 'plan', height: 1.2 }), 0.005).height).toBe(1.195);
  expect(movedBy(sight({ kind: 'ceiling plan', height: 1.2 }), 0.005).height).toBe(1.205);
});

it('moves anything in space, as far as it can be moved', () => {
  const by = [0.5, -1, 2] as const;
  const framed = sight({ frame: { origin: [1, 2, 3], look: [0, 1, 0], up: [0, 0, 1], cut: true } });
  expect(shiftedBy(framed, by).frame!.origin).toEqual([1.5, 1, 5]);
  expect(shiftedBy(sight({ path: [[1, 0], [1, 4]] }), by).path).toEqual([[1.5, -1], [1.5, 3]]); // prettier-ignore
  expect(shiftedBy(sight({ kind: 'plan', height: 1.2 }), by).height).toBe(3.2);
  expect(shiftedBy(sight({ kind: 'perspective', eye: [0, 0, 0], target: [0, 1, 0] }), by)).toMatchObject({ eye: by, target: [0.5, 0, 2] });
  const north = sight({ kind: 'elevation', toward: 'north' });
  expect(shiftedBy(north, by)).toBe(north);
});

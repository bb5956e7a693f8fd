import { expect, it } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import { mendsOf, movedBy } from './mends';

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

it('takes back just what left nothing, or looks to the other side; of what is not there any more it offers nothing', () => {
  const own = sight({ path: [[0, 0], [4, 0]], look: 'left', limits: { left: 9, top: 3 } }); // prettier-ignore
  const mends = (without: string) => mendsOf(own, { kind: 'empty', words: '', at: null, mend: { without } });
  expect(mends('limits left')).toEqual([{ words: 'Draw it without limits left', sight: { ...own, limits: { left: null, top: 3 } } }]);
  expect(mends('side')[0]!.sight.look).toBe('right');
  expect(mends('trim 3')).toEqual([]);
  expect(mendsOf(own, { kind: 'speck', words: '', at: null })).toEqual([]);
});

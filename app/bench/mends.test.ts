import { expect, it } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import { mendsOf } from './mends';

const sight = (more: Partial<Sight>): Sight => ({ kind: 'section', number: 'S-01', name: '', depth: null, ...more });

it('takes back just what left nothing, or looks to the other side; of what is not there any more it offers nothing', () => {
  const own = sight({ path: [[0, 0], [4, 0]], look: 'left', limits: { left: 9, top: 3 } }); // prettier-ignore
  const mends = (without: string) => mendsOf(own, { kind: 'empty', words: '', at: null, mend: { without } });
  expect(mends('limits left')).toEqual([{ words: 'Draw it without limits left', sight: { ...own, limits: { left: null, top: 3 } } }]);
  expect(mends('side')[0]!.sight!.look).toBe('right');
  expect(mends('trim 3')).toEqual([]);
  expect(mendsOf(own, { kind: 'speck', words: '', at: null })).toEqual([]);
});

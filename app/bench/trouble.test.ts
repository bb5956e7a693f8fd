import { expect, it } from 'vitest';
import { storageSentence } from '../data/storage-fault';
import { troubleOf } from './trouble';

it('heads each fault by what was not done: kept, made, drawn; only a drawing is tried again', () => {
  const full = storageSentence(Object.assign(new Error('full'), { name: 'QuotaExceededError' }));
  expect(troubleOf(full, null, 'leg 2 has no length')).toEqual({ what: 'not kept', words: full, again: false });
  expect(troubleOf(null, 'The model has no grid lines.', 'x')).toEqual({
    what: 'not made',
    words: 'The model has no grid lines.',
    again: false,
  });
  expect(troubleOf(null, null, 'leg 2 has no length')).toEqual({ what: 'not drawn', words: 'leg 2 has no length', again: true });
  expect(troubleOf(null, null, null)).toBeNull();
});

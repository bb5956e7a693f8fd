import { expect, it } from 'vitest';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { draftingOf } from './drafting';

const sets = { s: { id: 's', name: 'Roof', elements: ['a'] } };

it('has another key for whatever styles otherwise, and takes the sets along that a rule asks for', () => {
  expect(draftingOf({ sets })).toEqual({ key: '', standard: null, sets: [], looks: ['Works', 'Planning', 'Presentation'] });
  const own = { ...SHIPPED, name: 'Office', looks: [{ name: 'Ink' }] };
  const plain = draftingOf({ standard: own, sets });
  expect([plain.sets, plain.looks]).toEqual([[], ['Ink']]);
  expect(draftingOf({ standard: structuredClone(own), sets: {} }).key).toBe(plain.key);
  expect(draftingOf({ standard: { ...own, tellApart: false }, sets }).key).not.toBe(plain.key);
  const asking = { ...own, fills: [{ ...own.fills[0]!, set: 'Roof' }, ...own.fills] };
  const asked = draftingOf({ standard: asking, sets });
  expect(asked.sets).toEqual([{ name: 'Roof', elements: ['a'] }]);
  expect(draftingOf({ standard: asking, sets: { s: { ...sets.s, elements: ['b'] } } }).key).not.toBe(asked.key);
});

import { expect, it } from 'vitest';
import type { ProjectSight } from '../../data/project';
import { arranged, putInto, type Arrangement } from './arranged';

const sight = (id: string, kind: 'plan' | 'section', number: string, scale: number, more: Partial<ProjectSight> = {}): ProjectSight => ({
  id,
  scale,
  sight: { kind, number, name: `${number} of ${id}`, depth: null },
  ...more,
});
const all = [
  sight('a', 'section', 'S-10', 50, { group: 'Tender', order: 2 }),
  sight('b', 'plan', 'P-2', 100, { group: 'Tender', order: 1 }),
  sight('c', 'section', 'S-9', 20),
  sight('d', 'plan', 'P-1', 100, { order: 1 }),
];
const told = (by: Arrangement) =>
  arranged(all, by, (id) => ({ words: id === 'c' ? 'empty' : 'current' })).map(({ title, sights }) => `${title}: ${sights.map((s) => s.id).join(' ')}`); // prettier-ignore

it('lists sights by kind, groups of one’s own in their order, number, scale and state', () => {
  expect(told('kind')).toEqual(['Plans: b d', 'Sections: a c']);
  expect(told('group')).toEqual(['Tender: b a', 'In no group: d c']);
  expect(told('number')).toEqual(['By number: d b c a']);
  expect(told('scale')).toEqual(['1:20: c', '1:50: a', '1:100: b d']);
  expect(told('state')).toEqual(['Current: a b d', 'Empty: c']);
});

it('puts sights before another or at the end, and changes what changes alone', () => {
  const [tender] = arranged(all, 'group', () => ({ words: '' }));
  expect(putInto(tender!, [all[2]!], 'a')).toEqual([
    { id: 'c', filing: { group: 'Tender', order: 2 } },
    { id: 'a', filing: { group: 'Tender', order: 3 } },
  ]);
  expect(putInto(tender!, [all[1]!], null)).toEqual([
    { id: 'a', filing: { group: 'Tender', order: 1 } },
    { id: 'b', filing: { group: 'Tender', order: 2 } },
  ]);
  expect(putInto(tender!, [all[0]!], null)).toEqual([]);
});

import { expect, it } from 'vitest';
import type { ModelInfo } from '../data/database';
import { censusGroups, findElements, measured, measureWords } from './census-groups';

const element = (id: string, own: object = {}) => ({ id, class: 'IfcWall', name: id, type: '', storey: 0, ...own });
const model = {
  origin: [0, 0, 100],
  storeys: [{ name: 'Ground', elevation: 0 }, { name: 'Upper', elevation: 3.1 }, { name: 'Cellar', elevation: -2.4 }], // prettier-ignore
  materials: ['Brick', 'Oak'],
  elements: [
    element('a', { type: 'W 300', facts: { layer: 'A-WALL', phase: 'New' } }),
    element('b', { storey: 1, facts: { layer: 'A-WALL' } }),
    element('c', { class: 'IfcDoor', storey: 2, facts: { profile: 'HEA 120', tag: 'D-07' } }),
    element('room', { class: 'IfcSpace', use: 'space' }),
    element('d', { class: 'IfcDoor', storey: -1 }),
    element('e', { class: 'IfcDoor', storey: 1 }),
  ],
  elementMaterial: Int32Array.of(0, 0, 1, -1, -1, 1),
  elementTriangles: Uint32Array.of(12, 24, 100, 7, 2, 1),
  elementVolume: Float64Array.of(1.5, 2.25, 0.0321, 99, 0, 0.5),
} as unknown as ModelInfo;
const groups = censusGroups(model);
const group = (title: string) => groups.find((g) => g.title === title)!.rows.map(({ name, elements }) => [name, ...elements]);

it('counts what stands there and no rooms: storeys from the top with their levels, all else the most first', () => {
  expect(group('Storeys')).toEqual([['Upper', 1, 5], ['Ground', 0], ['Cellar', 2], ['On no storey', 4]]); // prettier-ignore
  expect(groups[0]!.rows.map(({ note }) => note)).toEqual(['+103.100', '+100.000', '+97.600', '']);
  expect(group('Classes').map((row) => row.slice(1))).toEqual([[2, 4, 5], [0, 1]]); // prettier-ignore
  // of one size by name
  expect(group('Materials').map(([name]) => name)).toEqual(['Brick', 'Oak', 'None given']);
});

it('has groups of what the file tells alone, and each row a key of its own', () => {
  expect(groups.map(({ title }) => title)).toEqual(['Storeys', 'Classes', 'Materials', 'Types', 'Phases', 'Layers', 'Sections']);
  expect(group('Layers')).toEqual([['A-WALL', 0, 1]]);
  const bare = censusGroups({
    ...model,
    elements: model.elements.map((e) => ({ ...e, type: '', facts: undefined })),
  } as unknown as ModelInfo);
  expect(bare.map(({ title }) => title)).toEqual(['Storeys', 'Classes', 'Materials']);
  const keys = groups.flatMap(({ rows }) => rows.map(({ key }) => key));
  expect(new Set(keys).size).toBe(keys.length);
});

it('sums elements, triangles and volumes, volumes to three figures', () => {
  const all = [0, 1, 2];
  expect((['elements', 'triangles', 'volume'] as const).map((m) => measureWords(measured(model, all, m), m))).toEqual(['3', '136', '3.8']);
  expect([0.0321, 12.34, 1234.5].map((v) => measureWords(v, 'volume'))).toEqual(['0.032', '12.3', '1235']);
});

it('finds by all words of a text in any order, in class, name, material, layer, profile and tag, and never a room', () => {
  expect(findElements(model, 'oak d-07')).toEqual([2]);
  expect(findElements(model, 'BRICK wall')).toEqual([0, 1]);
  expect(findElements(model, 'a-wall new')).toEqual([0]);
  expect(findElements(model, 'hea')).toEqual([2]);
  expect([findElements(model, '  '), findElements(model, 'room'), findElements(model, 'brick door')]).toEqual([[], [], []]);
});

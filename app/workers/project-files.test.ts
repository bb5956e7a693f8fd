import 'fake-indexeddb/auto';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { beforeEach, expect, it } from 'vitest';
import type { Corrections } from '../../core/model/correct';
import { readModel } from '../../core/readers/read-model';
import { database, type ModelInfo } from '../data/database';
import { addModel } from '../data/models';
import { pack } from '../data/packed';
import type { PartWish } from '../data/parts';
import { loadProject } from '../data/project-rows';
import { keepProject } from '../data/projects';
import { projectFileOf, takeProject, thingsOf } from './project-files';

const BOX = 'o step\nv 0 0 0\nv 2 0 0\nv 2 1 0\nf 1 2 3\n';
const corrections: Corrections = {
  unit: 'm',
  elements: { step: { class: 'Stair' } },
  drawn: [{ layer: 'A', rings: [[0, 0, 1, 0, 1, 1]] }],
};
const make = async (parts: readonly PartWish[], own: Corrections): Promise<string> => {
  const id = crypto.randomUUID();
  await addModel({ id, base: parts[0]!.base, fileName: parts[0]!.fileName, corrections: { ...parts[0]!.corrections, ...own }, elements: [] as ModelInfo['elements'] } as unknown as ModelInfo); // prettier-ignore
  return id;
};

let id: string;
beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
  await database.bundles.add({ id: 'b', model: pack(await readModel(strToU8(BOX), 'step.obj', { unit: 'm' } as never)) });
  await addModel({ id: 'm', base: 'b', fileName: 'step.obj', corrections, elements: [] as ModelInfo['elements'] } as unknown as ModelInfo);
  const background = { id: 'g', name: 'Scan', image: 'i', width: 4, height: 3, on: { pane: 'drawing', sight: 's' }, at: [0, 0], metresPerPixel: 1, turn: 0, fade: 0, isLocked: false, isHidden: false } as const; // prettier-ignore
  id = await keepProject('Quay: west', 'm', {
    sights: { s: { id: 's', scale: 20, sight: { kind: 'elevation', number: 'E-01', name: 'Front', toward: 'north' } } },
    sets: { t: { id: 't', name: 'Set 1', elements: ['step'] } },
    backgrounds: { g: background },
    accepted: { finding: true },
    files: { paper: 'A3' },
  });
  await database.images.add({ id: 'i', project: id, blob: new Blob([Uint8Array.of(1, 2, 3)], { type: 'image/png' }) });
});

it('a project that is saved and opened again is another one with all that it had', async () => {
  const { name, bytes } = await projectFileOf(id);
  expect(name).toBe('Quay- west.tarvex');
  const taken = await takeProject(name, bytes, make);
  expect(taken.lost).toEqual([]);
  const [before, after] = [(await loadProject(id))!, (await loadProject(taken.id))!];
  expect(after.name).toBe('Quay: west 2');
  const { sights, sets, accepted, files } = before;
  expect(after).toMatchObject({ sights, sets, accepted, files });
  // its model and its image are its own, so that either can be deleted
  const row = (await database.models.get(after.model))!;
  expect(row).toMatchObject({ fileName: 'step.obj', corrections });
  expect(row.base).not.toBe('b');
  const { image } = after.backgrounds['g']!;
  expect(image).not.toBe('i');
  expect(await database.images.get(image)).toMatchObject({ project: taken.id });
  expect((await projectFileOf(taken.id)).bytes.length).toBeGreaterThan(500);
});

it('without its model nothing of it is kept, and it is said what can be done; its sights can be taken into another', async () => {
  const { bytes } = await projectFileOf(id);
  const files = unzipSync(bytes);
  delete files['models/1/model.json'];
  const torn = zipSync(files);
  const before = await Promise.all(database.tables.map((table) => table.count()));
  await expect(takeProject('q.tarvex', torn, make)).rejects.toThrow(/models\/1\/model\.json is missing.*1 sights are whole/);
  expect(await Promise.all(database.tables.map((table) => table.count()))).toEqual(before);
  const things = await thingsOf(id, 'q.tarvex', torn);
  expect(things.sights.map((s) => s.sight.number)).toEqual(['E-01']);
  expect(things.lost).toEqual(['models/1/model.json is missing']);
});

it('a failure on the way leaves nothing behind', async () => {
  const { bytes } = await projectFileOf(id);
  const before = await Promise.all(database.tables.map((table) => table.count()));
  await expect(takeProject('q.tarvex', bytes, () => Promise.reject(new Error('no room')))).rejects.toThrow('no room');
  expect(await Promise.all(database.tables.map((table) => table.count()))).toEqual(before);
});

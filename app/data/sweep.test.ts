import 'fake-indexeddb/auto';
import { beforeEach, expect, it, vi } from 'vitest';
import type { DrawnSight } from './drawn-sight';
import { changeProject, stepHistory } from './change-project';
import { database, type ModelInfo } from './database';
import { keepDrawing, nextRow } from './drawings';
import { addModel, loadModel, openReading } from './models';
import { loadProject } from './project-rows';
import { binProject, createProject, emptyBin, restoreProject } from './projects';
import { sweep, whileReading } from './sweep';

const reading = async (id: string, base = id) => {
  await addModel({ id, base, elements: [] as ModelInfo['elements'] } as ModelInfo);
  if (id === base) await database.bundles.add({ id, model: {} as never });
  await database.scenes.add({ id, version: 1, scene: {} as never });
};
const keys = async (...tables: ('models' | 'bundles' | 'elements' | 'scenes' | 'drawings' | 'images' | 'steps')[]) =>
  (await Promise.all(tables.map((table) => database[table].toCollection().primaryKeys()))).map((all) => all.map(String).sort());

let id: string;
beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
  await reading('read');
  id = await createProject('Hall', 'read', [{ scale: 50, sight: { kind: 'elevation', number: 'E-01', name: '' } }]);
});

it('what belongs to nothing goes, and nothing else', async () => {
  const [sight] = Object.keys((await loadProject(id))!.sights);
  await keepDrawing(`${id}/${sight}`, 'p', {} as DrawnSight);
  await keepDrawing(nextRow(`${id}/${sight}`), 'q', {} as DrawnSight);
  await keepDrawing(nextRow(`${id}/gone`), 'p', {} as DrawnSight);
  await keepDrawing(`${id}/gone`, 'p', {} as DrawnSight);
  await keepDrawing('nobody/x', 'p', {} as DrawnSight);
  await reading('lost');
  await database.bundles.add({ id: 'half', model: {} as never });
  await database.images.bulkAdd([
    { id: 'own', project: id, blob: new Blob() },
    { id: 'laid before', project: id, blob: new Blob() },
    { id: 'never laid', project: id, blob: new Blob() },
    { id: 'stray', project: 'nobody', blob: new Blob() },
  ]);
  await database.backgrounds.add({ project: id, id: 'g', held: { image: 'own' } as never });
  const undo = [{ op: 'add', path: ['backgrounds', 'h'], value: { image: 'laid before' } }] as const;
  await database.steps.add({ project: id, label: '', patches: [], inverse: [...undo] as never, undone: 0 });
  await database.steps.add({ project: 'nobody', label: '', patches: [], inverse: [], undone: 0 });
  await sweep();
  expect(await keys('models', 'bundles', 'drawings', 'images', 'steps')).toEqual([
    ['read'],
    ['read'],
    [`${id}/${sight}`, nextRow(`${id}/${sight}`)],
    ['laid before', 'own'],
    ['1'],
  ]);
  expect(await database.prints.count()).toBe(2);
});

it('of older readings only their recipe stays; undo makes the rest of one anew', async () => {
  for (let n = 1; n <= 8; n++) {
    await reading(`set right ${n}`, 'read');
    await changeProject(id, `Correction ${n}`, (draft) => void (draft.model = `set right ${n}`));
  }
  await sweep();
  expect(await keys('scenes')).toEqual([['set right 8']]);
  expect(await keys('elements')).toEqual([['set right 5', 'set right 6', 'set right 7', 'set right 8']]);
  expect((await keys('models'))[0]).toHaveLength(9);
  for (let n = 8; n > 1; n--) await stepHistory(id, 'undo');
  const { model } = (await loadProject(id))!;
  expect(model).toBe('set right 1');
  expect(await loadModel(model)).toBeUndefined();
  const remake = vi.fn(async (key: string) => addModel({ ...(await database.models.get(key))!, elements: [] }));
  expect((await openReading(model, remake))!.id).toBe(model);
  expect(remake).toHaveBeenCalledTimes(1);
  expect(await openReading('never read', remake)).toBeUndefined();
});

it('leaves a reading alone that no project stands on yet', async () => {
  const held: string[] = [];
  // the browser's locks, as far as they are asked here
  vi.stubGlobal('navigator', {
    locks: {
      request: async (name: string, how: { ifAvailable?: boolean }, work: (lock: unknown) => unknown) => {
        if (how.ifAvailable) return work(held.includes(name) ? null : {});
        held.push(name);
        return Promise.resolve(work({})).finally(() => held.splice(held.indexOf(name), 1));
      },
    },
  });
  try {
    await whileReading(async () => {
      await reading('under way');
      await sweep();
      expect((await keys('models'))[0]).toContain('under way');
    });
    await sweep();
    expect((await keys('models'))[0]).toEqual(['read']);
  } finally {
    vi.unstubAllGlobals();
  }
});

it('a project in the bin keeps all that is its own until the bin is emptied, and comes back beside one of its name', async () => {
  await binProject(id);
  await sweep();
  expect(await keys('models', 'bundles')).toEqual([['read'], ['read']]);
  await createProject('Hall', 'read');
  await restoreProject(id);
  expect((await loadProject(id))!.name).toBe('Hall 2');
  await binProject(id);
  await emptyBin(Infinity);
  expect(await database.projects.count()).toBe(1);
});

import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { expect, it } from 'vitest';
import { database } from './database';
import { loadModel } from './models';
import { loadProject } from './project-rows';

it('what an older version of the application kept is there after an update; drawings are made anew', async () => {
  const old = new Dexie('tarvex');
  old.version(1).stores({ projects: 'id, changed', models: 'id', bundles: 'id', drawings: 'id', steps: '++seq, project' });
  await old.open();
  await old
    .table('projects')
    .add({ id: 'p', name: 'Station', changed: 1, sights: { s: { id: 's', scale: 50, sight: {} } }, sets: { t: { id: 't' } } });
  await old.table('models').add({ id: 'm', elements: [{ id: 'a' }, { id: 'b' }] });
  await old.table('bundles').add({ id: 'm', model: {} });
  await old.table('steps').add({ project: 'p', label: 'drawn', patches: [], inverse: [], undone: 0 });
  await old.table('drawings').add({ id: 'p/s', fingerprint: 'x', drawn: {} });
  old.close();

  await database.open();
  expect(database.tables.map((table) => table.name).sort()).toEqual(
    ['accepted', 'backgrounds', 'bundles', 'checks', 'drawings', 'elements', 'images', 'meshes', 'models', 'prints', 'projects', 'scenes', 'sets', 'sights', 'standards', 'steps'], // prettier-ignore
  );
  expect(await database.projects.get('p')).toEqual({ id: 'p', name: 'Station', changed: 1 });
  const { sights, sets, accepted } = (await loadProject('p'))!;
  expect([sights, sets, accepted]).toEqual([{ s: { id: 's', scale: 50, sight: {} } }, { t: { id: 't' } }, {}]);
  // what later versions ask of a model it has, as one that was never corrected
  expect(await database.models.get('m')).toMatchObject({ base: 'm', corrections: {}, elementTriangles: new Uint32Array(2), standing: 2 });
  expect((await loadModel('m'))!.elements).toEqual([{ id: 'a' }, { id: 'b' }]);
  expect([await database.bundles.count(), await database.steps.count(), await database.drawings.count()]).toEqual([1, 1, 0]);
});

import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { prepare } from '../../core/scene/prepare';
import { modelOf, polygon, prism } from '../../core/testing/solids';
import { database } from '../data/database';
import { keepScene, sceneOf } from './kept-scene';

const small = modelOf([prism(polygon(0, 0, 1, 12), 0, 1)]);
const large = modelOf([prism(polygon(0, 0, 1, 6000), 0, 1)]);

const room = (quota: number) => vi.stubGlobal('navigator', { storage: { estimate: () => Promise.resolve({ quota, usage: 0 }) } });
beforeEach(() => room(1e9));
afterEach(async () => {
  await database.scenes.clear();
  vi.unstubAllGlobals();
});

it('keeps the scene of a large model, to the last number, and reads it back instead of preparing it', async () => {
  const made = await sceneOf('m', large);
  expect(made).toEqual(prepare(large));
  // what is kept is what is read: a scene that differs shows it
  await database.scenes.delete('m');
  await keepScene('m', { ...made, vertices: made.vertices.map((x) => x + 1) });
  expect((await sceneOf('m', large)).vertices[0]).toBe(made.vertices[0]! + 1);
});

it('prepares anew what was kept by another version, of another model, or is damaged', async () => {
  const made = await sceneOf('m', large);
  const row = (await database.scenes.get('m'))!;
  const wrong = { ...made, vertices: made.vertices.map((x) => x + 1) };
  await keepScene('m', wrong);
  await database.scenes.update('m', { version: row.version - 1 });
  expect((await sceneOf('m', large)).vertices).toEqual(made.vertices);
  await keepScene('m', { ...wrong, partElement: new Uint32Array(2) });
  expect((await sceneOf('m', large)).vertices).toEqual(made.vertices);
  await database.scenes.put({ ...row, scene: new Uint8Array(3) as never });
  expect((await sceneOf('m', large)).vertices).toEqual(made.vertices);
});

it('leaves scarce room to what cannot be made anew, and small scenes to be prepared', async () => {
  await sceneOf('small', small);
  room(2e6);
  await sceneOf('large', large);
  expect(await database.scenes.count()).toBe(0);
});

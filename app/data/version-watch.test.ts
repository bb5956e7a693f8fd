import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { expect, it } from 'vitest';
import { database } from './database';
import { versionState } from './version-watch';

it('a newer version gets the store at once, and the page that held it says that it is outdated', async () => {
  await database.open();
  await database.images.count();
  expect(versionState()).toBe('current');
  const newer = new Dexie('tarvex');
  newer.version(database.verno + 1).stores({ projects: 'id, changed' });
  await newer.open();
  expect(versionState()).toBe('outdated');
  // nothing is taken that would not be kept
  await expect(database.images.add({ id: 'x', project: 'p', blob: new Blob() })).rejects.toThrow(/closed/i);
  newer.close();
});

it('a page that waits for an older tab says so, and goes on when that lets go', async () => {
  const { watchVersion } = await import('./version-watch');
  const old = new Dexie('held');
  old.version(1).stores({ a: 'id' });
  await old.open();
  // an older application that does not let go by itself
  old.on('versionchange', () => false as never);
  const own = new Dexie('held');
  own.version(2).stores({ a: 'id', b: 'id' });
  watchVersion(own);
  const opened = own.open();
  await expect.poll(versionState).toBe('held up');
  old.close();
  await opened;
  expect(versionState()).toBe('current');
  own.close();
});

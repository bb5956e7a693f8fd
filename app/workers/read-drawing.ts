import type { DrawingRow } from '../data/database';

/** A drawing as it is kept in this browser. The painter has no other use for the store, and no room for its library. */
export async function readDrawing(row: string): Promise<DrawingRow | undefined> {
  let database: IDBDatabase | null = null;
  try {
    database = await done(open());
    return await done(database.transaction('drawings').objectStore('drawings').get(row) as IDBRequest<DrawingRow | undefined>);
  } catch {
    return undefined;
  } finally {
    database?.close();
  }
}

function open(): IDBOpenDBRequest {
  const asked = indexedDB.open('tarvex');
  // where there is none, none is made: its tables are not known here
  asked.onupgradeneeded = () => asked.transaction?.abort();
  return asked;
}

const done = <T>(request: IDBRequest<T>): Promise<T> =>
  new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error ?? new Error('The store of this browser does not answer.'));
  });

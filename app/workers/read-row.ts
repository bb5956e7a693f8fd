/** The tables that are read without the store's library, each by its own key. */
type Table = 'drawings' | 'models' | 'bundles' | 'scenes';

/**
 * A row as it is kept in this browser; undefined where there is none. The painter, and an engine that only opens a model, have no other
 * use for the store, and no room for its library.
 */
export async function readRow<T>(table: Table, key: string): Promise<T | undefined> {
  let database: IDBDatabase | null = null;
  try {
    database = await done(open());
    return await done(database.transaction(table).objectStore(table).get(key) as IDBRequest<T | undefined>);
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

import type { Page } from '@playwright/test';

/** A page of the application that keeps nothing open. */
const QUIET = '/mark.svg';

/** Takes away all that the application keeps in this browser, but for the demo that was laid aside. */
export async function emptied(page: Page): Promise<void> {
  await page.goto(QUIET);
  await page.evaluate(async () => {
    localStorage.clear();
    await new Promise<void>((resolve, reject) => {
      const gone = indexedDB.deleteDatabase('tarvex');
      gone.onsuccess = () => resolve();
      gone.onerror = () => reject(gone.error!);
    });
  });
}

/** Copies one database of the page onto another, which is not there yet; false where there is none to copy. */
const copied = (page: Page, names: readonly [string, string]): Promise<boolean> =>
  page.evaluate(async ([source, target]) => {
    const asked = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error!);
      });
    if (!(await indexedDB.databases()).some((d) => d.name === source)) return false;
    const from = await asked(indexedDB.open(source));
    const stores = [...from.objectStoreNames];
    const read = from.transaction(stores);
    const held = await Promise.all(
      stores.map(async (name) => {
        const store = read.objectStore(name);
        const indices = [...store.indexNames].map((own) => store.index(own));
        const [keys, rows] = await Promise.all([asked(store.getAllKeys()), asked(store.getAll())]);
        return { name, store, indices, keys, rows };
      }),
    );
    const opening = indexedDB.open(target, from.version);
    opening.onupgradeneeded = () => {
      for (const { name, store, indices } of held) {
        const own = opening.result.createObjectStore(name, { keyPath: store.keyPath, autoIncrement: store.autoIncrement });
        for (const { name: index, keyPath, unique, multiEntry } of indices) own.createIndex(index, keyPath, { unique, multiEntry });
      }
    };
    const to = await asked(opening);
    const write = to.transaction(stores, 'readwrite');
    for (const { name, store, keys, rows } of held)
      rows.forEach((row, k) => write.objectStore(name).put(row, ...(store.keyPath === null ? [keys[k]!] : [])));
    await new Promise<void>((resolve, reject) => {
      write.oncomplete = () => resolve();
      write.onabort = () => reject(write.error!);
    });
    from.close();
    to.close();
    return true;
  }, names);

/** Lays the demo aside, as it is kept with its first drawings. */
export async function layAside(page: Page): Promise<void> {
  await copied(page, ['tarvex', 'tarvex-demo']);
}

/** Brings back the demo that was laid aside; false where it was not. */
export async function broughtBack(page: Page): Promise<boolean> {
  if (!page.url().endsWith(QUIET)) await emptied(page);
  return copied(page, ['tarvex-demo', 'tarvex']);
}

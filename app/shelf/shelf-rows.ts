import { database } from '../data/database';

/** What the Shelf shows of a project. */
export interface ShelfRow {
  readonly id: string;
  readonly name: string;
  readonly changed: number;
  readonly binned: number | null;
  readonly sights: number;
  /** null where its model is gone. */
  readonly fileName: string | null;
  readonly source: string;
  readonly elements: number | null;
}

/** All projects of this browser, those in the bin too, the last changed first. */
export async function shelfRows(): Promise<ShelfRow[]> {
  const projects = await database.projects.orderBy('changed').reverse().toArray();
  const models = await database.models.bulkGet(projects.map((p) => p.model));
  const sights = await Promise.all(projects.map((p) => database.sights.where('project').equals(p.id).count()));
  return projects.map(({ id, name, changed, binned }, i) => {
    const { fileName = null, source = '', standing = null } = models[i] ?? {};
    return { id, name, changed, binned, sights: sights[i]!, fileName, source, elements: standing };
  });
}

/** What the browser says of its store: bytes left, and whether it promises not to clear it by itself. */
export interface Room {
  readonly left: number | null;
  readonly isLasting: boolean;
}

export async function roomLeft(): Promise<Room> {
  const { storage } = globalThis.navigator ?? {};
  const { quota, usage = 0 } = (await storage?.estimate?.().catch(() => undefined)) ?? {};
  return { left: quota === undefined ? null : Math.max(0, quota - usage), isLasting: (await storage?.persisted?.()) ?? false };
}

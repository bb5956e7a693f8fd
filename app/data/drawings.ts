import type { DrawnSight } from './drawn-sight';
import { database, type DrawingRow, type PrintRow } from './database';

/** The row of a sight's drawing. */
export const drawingRow = (project: string, sight: string): string => `${project}/${sight}`;

/** Where a drawing that was made anew waits beside the old one, until what changed has been seen. */
export const nextRow = (row: string): string => `${row}+`;

/** The row of its sight, of either. */
export const ownRow = (row: string): string => (row.endsWith('+') ? row.slice(0, -1) : row);

export const keptDrawing = (row: string): Promise<DrawingRow | undefined> => database.drawings.get(row);

/** By what the drawing of a row was made; undefined where none is kept. */
export const keptPrint = async (row: string): Promise<string | undefined> => (await database.prints.get(row))?.print;

/** Keeps a drawing with that by which it was made. Without room for it it is made anew the next time: that is no fault. */
export function keepDrawing(row: string, print: string, drawn: DrawnSight): Promise<boolean> {
  return database
    .transaction('rw', database.drawings, database.prints, async () => {
      await database.drawings.put({ id: row, print, drawn });
      await database.prints.put({ id: row, print });
      return true;
    })
    .catch(() => false);
}

/** Puts a drawing that waits in the place of the old one; how much of its lines changed is forgotten. Does nothing where none waits. */
export function takeNext(row: string): Promise<void> {
  return database.transaction('rw', database.drawings, database.prints, async () => {
    const next = await database.drawings.get(nextRow(row));
    if (!next) return;
    await database.drawings.put({ ...next, id: row });
    await database.prints.put({ id: row, print: next.print });
    await Promise.all([database.drawings.delete(next.id), database.prints.delete(next.id)]);
  });
}

/** Notes what changes with a drawing that waits. */
export async function noteChanged(row: string, changed: NonNullable<PrintRow['changed']>): Promise<void> {
  await database.prints.update(nextRow(row), { changed });
}

/** What is known of the kept drawings of a project, by their rows. */
export async function keptOf(project: string): Promise<Readonly<Record<string, PrintRow>>> {
  const rows = await database.prints.where('id').startsWith(`${project}/`).toArray();
  return Object.fromEntries(rows.map((row) => [row.id, row]));
}

/** Forgets all drawings of a project. Inside a transaction over both tables. */
export async function deleteDrawings(project: string): Promise<void> {
  await database.drawings.where('id').startsWith(`${project}/`).delete();
  await database.prints.where('id').startsWith(`${project}/`).delete();
}

import type { DrawnSight } from './drawn-sight';
import { database, type DrawingRow } from './database';

/** The row of a sight's drawing. */
export const drawingRow = (project: string, sight: string): string => `${project}/${sight}`;

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

/** By what each kept drawing of a project was made, by its row. */
export async function printsOf(project: string): Promise<Readonly<Record<string, string>>> {
  const rows = await database.prints.where('id').startsWith(`${project}/`).toArray();
  return Object.fromEntries(rows.map(({ id, print }) => [id, print]));
}

/** Forgets all drawings of a project. Inside a transaction over both tables. */
export async function deleteDrawings(project: string): Promise<void> {
  await database.drawings.where('id').startsWith(`${project}/`).delete();
  await database.prints.where('id').startsWith(`${project}/`).delete();
}

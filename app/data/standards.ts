import { checkStandard } from '../../core/drafting/standard/check-standard';
import type { Standard } from '../../core/drafting/standard/standard';
import { database, type KeptStandard } from './database';
import { Refused } from './refused';

/** The form in which a standard stands in a file. */
export const asFile = (standard: Standard) => ({ format: 'tarvex-standard', version: 2, ...standard });

/** A standard as its check wants it: without what only its file says. @throws Fault standard-field */
export function takenIn(value: unknown, file: string): Standard {
  const { format: _format, version: _version, ...standard } = checkStandard(value, file) as Standard & Record<string, unknown>;
  return standard as unknown as Standard;
}

/** All that are kept, by name. */
export const keptStandards = async (): Promise<KeptStandard[]> =>
  (await database.standards.toArray()).sort((a, b) => a.name.localeCompare(b.name, 'en'));

/** Keeps a standard under its name; one of that name is replaced, as one saves a file again. */
export async function keepStandard(standard: Standard): Promise<void> {
  takenIn(asFile(standard), standard.name);
  await database.transaction('rw', database.standards, async () => {
    const same = (await database.standards.toArray()).find((own) => own.name.toLowerCase() === standard.name.toLowerCase());
    await database.standards.put({ id: same?.id ?? crypto.randomUUID(), name: standard.name, changed: Date.now(), standard });
  });
}

export async function deleteStandard(id: string): Promise<void> {
  if (!(await database.standards.get(id))) throw new Refused('That standard was deleted meanwhile.');
  await database.standards.delete(id);
}

import { randomUUID } from 'node:crypto';
import { rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { UsageFault } from './usage';

const isFolder = (path: string): Promise<boolean> =>
  stat(path).then(
    (is) => is.isDirectory(),
    () => false,
  );

/** Before any work: the file is none that is read, and its folder is there. @throws UsageFault */
export async function checkOut(out: string, read: readonly (string | undefined)[]): Promise<void> {
  const own = resolve(out);
  const same = read.find((file) => file !== undefined && resolve(file.replace(/@[-+.\d,]+$/, '')) === own);
  if (same !== undefined) throw new UsageFault(`--out is "${out}", which is read for this drawing: it would be overwritten`);
  if (!(await isFolder(dirname(own)))) throw new UsageFault(`--out is "${out}"; there is no folder ${dirname(own)}`);
}

/** Before any work: a folder for many files is there, or can be made. @throws UsageFault */
export async function checkFolder(out: string): Promise<void> {
  const own = resolve(out);
  if (await isFolder(own)) return;
  if (await stat(own).then(() => true, () => false)) throw new UsageFault(`--out is "${out}", which is a file; many sights are written into a folder`); // prettier-ignore
  if (!(await isFolder(dirname(own)))) throw new UsageFault(`--out is "${out}"; there is no folder ${dirname(own)}`);
}

/** Writes beside the file first, so that a full disk or a stop leaves either the old file or the new one, never half of one. */
export async function writeWhole(path: string, text: string | Uint8Array): Promise<void> {
  // of this run alone: another may write the same file
  const part = `${path}.${randomUUID()}.part`;
  try {
    await writeFile(part, text);
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

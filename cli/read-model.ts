import { readFile } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { Fault } from '../core/faults/fault';
import type { Model } from '../core/model/model';
import type { LengthUnit } from '../core/readers/obj';

export interface ReadOptions {
  readonly unit: LengthUnit | undefined;
  readonly up: 'y' | 'z' | undefined;
}

/**
 * Reads a model file by its ending.
 * @throws Fault, with the file's name among its facts
 */
export async function readModelFile(path: string, { unit, up }: ReadOptions): Promise<Model> {
  const kind = extname(path).toLowerCase();
  const name = basename(path);
  try {
    if (kind === '.obj') {
      const { readObj } = await import('../core/readers/obj');
      return readObj(await readFile(path, 'utf8'), name, { ...(unit && { unit }), ...(up && { up }) });
    }
    if (kind === '.ifc') {
      const bytes = await readFile(path);
      const [{ readIfc }, { openLibrary }] = await Promise.all([import('../core/readers/ifc'), import('./ifc-library')]);
      return await readIfc(bytes, name, { openLibrary, ...(unit && { unit }) });
    }
  } catch (error) {
    if (error instanceof Fault) throw new Fault(error.code, { file: name, ...error.facts });
    throw error;
  }
  throw new Fault('file-kind-unknown', { file: name, kind: kind || 'none' });
}

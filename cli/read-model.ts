import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { Fault } from '../core/faults/fault';
import type { LengthUnit } from '../core/model/length-unit';
import type { Model } from '../core/model/model';
import { kindOf, MODEL_KINDS } from '../core/readers/model-kinds';
import { readModel } from '../core/readers/read-model';
import { openLibrary } from './ifc-library';
import { openStepLibrary } from './step-library';

export interface ReadOptions {
  readonly unit: LengthUnit | undefined;
  readonly up: 'y' | 'z' | undefined;
}

/**
 * Reads a model file by its ending; what belongs to it (a material library, the data of a glTF) is looked for beside it.
 * @throws Fault, with the file's name among its facts
 */
export async function readModelFile(path: string, { unit, up }: ReadOptions): Promise<Model> {
  const name = basename(path);
  const kind = kindOf(name);
  if (!(MODEL_KINDS as readonly string[]).includes(kind))
    throw new Fault('file-kind-unknown', { file: name, kind: kind ? `.${kind}` : 'none' });
  const companion = (file: string) => {
    try {
      // names in a file are not to lead out of its folder
      return readFileSync(join(dirname(path), basename(file)));
    } catch {
      return undefined;
    }
  };
  try {
    return await readModel(await readFile(path), name, { openLibrary, openStepLibrary, unit, up, companion });
  } catch (error) {
    if (error instanceof Fault) throw new Fault(error.code, { file: name, ...error.facts });
    throw error;
  }
}

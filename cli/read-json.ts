import { readFile } from 'node:fs/promises';
import { checkStandard } from '../core/drafting/check-standard';
import type { Standard } from '../core/drafting/standard';
import { Fault } from '../core/faults/fault';
import type { Sight } from '../core/sights/sight';
import { checkSight } from '../core/sights/sight-schema';

/** What a file of JSON holds, not checked. @throws Fault sight-not-json */
export async function readJson(path: string): Promise<unknown> {
  const text = await readFile(path, 'utf8');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Fault('sight-not-json', { file: path, reason: (error as Error).message.slice(0, 80) });
  }
}

/** A sight file, checked. @throws Fault sight-not-json, sight-field */
export const readSight = async (path: string): Promise<Sight> => checkSight(await readJson(path), path);

/** A standard file, checked. @throws Fault sight-not-json, standard-field */
export const readStandard = async (path: string): Promise<Standard> => checkStandard(await readJson(path), path);

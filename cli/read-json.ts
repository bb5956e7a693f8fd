import { readFile } from 'node:fs/promises';
import { checkStandard } from '../core/drafting/standard/check-standard';
import type { Standard } from '../core/drafting/standard/standard';
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

/**
 * A file with one sight, or with a list of them, each with a number of its own.
 * @throws Fault sight-not-json, sight-field
 */
export async function readSights(path: string): Promise<Sight | Sight[]> {
  const value = await readJson(path);
  if (!Array.isArray(value)) return checkSight(value, path);
  const sights = value.map((own: unknown, i) => checkSight(own, `${path}, sight ${i + 1}`));
  if (!sights.length) throw new Fault('sight-field', { file: path, field: 'the list', reason: 'holds no sight' });
  sights.forEach(({ number }, i) => {
    const before = sights.findIndex((s) => s.number === number);
    if (before < i) throw new Fault('sight-field', { file: path, field: 'number', reason: `${number} is given twice: to the sights ${before + 1} and ${i + 1}` }); // prettier-ignore
  });
  return sights;
}

/** A standard file, checked. @throws Fault sight-not-json, standard-field */
export const readStandard = async (path: string): Promise<Standard> => checkStandard(await readJson(path), path);

import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { Fault } from '../core/faults/fault';
import type { Model } from '../core/model/model';
import { assemble } from '../core/project-file/assemble';
import { PROJECT_KIND } from '../core/project-file/project-file';
import { readProject, type ReadProject } from '../core/project-file/read-project';
import { kindOf } from '../core/readers/model-kinds';
import { UsageFault } from './usage';

/** The options whose names are others than the fields that they fill. */
const OPTION_OF: Readonly<Record<string, string>> = { elements: 'correct', others: 'with' };

export const isProjectPath = (path: string): boolean => kindOf(path) === PROJECT_KIND;

/** A project file with its models put together. @throws UsageFault; Fault, also where no model can be saved of it */
export async function readProjectHere(path: string, options: object): Promise<ReadProject & { readonly model: Model }> {
  const { patience: _, ...said } = options as Readonly<Record<string, unknown>>;
  const [given] = Object.entries(said).find(([, value]) => (Array.isArray(value) ? value.length > 0 : value !== undefined)) ?? [];
  if (given !== undefined)
    throw new UsageFault(`--${OPTION_OF[given] ?? given} does not go with a project: what is set right of its models stands in it`);
  const file = basename(path);
  const read = readProject(await readFile(path), file);
  const { models, elements } = read.project;
  if (!models.length) throw new Fault('file-unreadable', { file, reason: read.lost[0] ?? 'there is no model in it' });
  return { ...read, model: assemble(models, elements) };
}

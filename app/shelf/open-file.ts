import * as Comlink from 'comlink';
import { PROJECT_KIND } from '../../core/project-file/project-file';
import { kindOf } from '../../core/readers/model-kinds';
import { database } from '../data/database';
import { loadModel } from '../data/models';
import { whileReading } from '../data/sweep';
import { createProject, firstSights, forgetModel } from '../data/projects';
import type { ProjectSight } from '../data/project';
import { jobs } from '../jobs/jobs';
import { pool } from '../workers/pool';
import { mainFile, readBytes, readFiles, withStorage, type Opening } from '../project/read-files';

/**
 * Reads dropped or chosen files and makes a project of them: one is the model, what belongs to it comes along. Nothing is kept when
 * it fails.
 * @throws Error with a sentence for people
 */
export function openFiles(files: readonly File[], opening: Opening): Promise<string> {
  const project = files.find((f) => kindOf(f.name) === PROJECT_KIND);
  if (project) return whileReading(() => openProject(project, opening));
  return whileReading(async () => projectOf(await readFiles(files, opening), mainFile(files).name.replace(/\.[^.]+$/, '')));
}

/** A project of a project file; what of that could not be saved is told. */
async function openProject(file: File, { signal }: Opening): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  try {
    const { id, lost } = await pool.back.run((engine) => engine.takeProject(file.name, Comlink.transfer(bytes, [bytes.buffer])), signal);
    if (lost.length) jobs.tell('damaged', `${file.name}: ${lost.join('; ')}. All else is there.`);
    return id;
  } catch (error) {
    throw withStorage(error);
  }
}

/** A project with an empty plan, whose outlines are drawn in the Key. */
export async function beginPlan({ signal }: Opening): Promise<string> {
  try {
    return await whileReading(async () => projectOf(await pool.back.run((engine) => engine.beginPlan('Drawn plan'), signal), 'Drawn plan'));
  } catch (error) {
    throw withStorage(error);
  }
}

async function projectOf(model: string, name: string, sights?: readonly Omit<ProjectSight, 'id'>[]): Promise<string> {
  try {
    return await createProject(name, model, sights ?? firstSights((await loadModel(model))!));
  } catch (error) {
    // a model that no project stands on is nobody's
    await forgetModel(model).catch(() => undefined);
    throw withStorage(error);
  }
}

let _demo: Promise<string> | null = null;

/** The demo project: made once, found again afterwards, also while it is being made. */
export function openDemo(opening: Opening): Promise<string> {
  _demo ??= whileReading(() => makeDemo(opening)).finally(() => (_demo = null));
  return _demo;
}

async function makeDemo(opening: Opening): Promise<string> {
  const demo = (await import('../../demo/project.json')).default;
  const known = (await database.projects.toArray()).find((p) => p.name === demo.name && p.binned === null);
  if (known) return known.id;
  const { default: href } = await import('../../demo/heron-spit-tide-station.ifc?url');
  const response = await fetch(href);
  if (!response.ok) throw new Error('The demo model could not be fetched from this application.');
  const model = await readBytes(demo.model, new Uint8Array(await response.arrayBuffer()), opening);
  return projectOf(model, demo.name, demo.sights as unknown as Omit<ProjectSight, 'id'>[]);
}

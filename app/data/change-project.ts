import { applyPatches, enablePatches, produceWithPatches, type Draft } from 'immer';
import { database } from './database';
import type { Project } from './project';

enablePatches();

/** Steps kept for undo; older ones are forgotten. */
const HISTORY = 500;

/** Changes a project and keeps the step, so that it can be undone, also after a reload. No change, no step. */
export async function changeProject(id: string, label: string, recipe: (draft: Draft<Project>) => void): Promise<void> {
  await database.transaction('rw', database.projects, database.steps, async () => {
    const project = await database.projects.get(id);
    if (!project) throw new Error('That project is not in this browser.');
    const [next, patches, inverse] = produceWithPatches(project, recipe);
    if (!patches.length) return;
    await database.projects.put({ ...next, changed: Date.now() });
    const own = await database.steps.where('project').equals(id).toArray();
    const stale = own.filter((s) => s.undone).map((s) => s.seq);
    const done = own.filter((s) => !s.undone);
    if (done.length >= HISTORY) stale.push(...done.slice(0, done.length - HISTORY + 1).map((s) => s.seq));
    await database.steps.bulkDelete(stale);
    await database.steps.add({ project: id, label, patches, inverse, undone: 0 });
  });
}

/** Takes back the last step, or does the last undone one again; returns its label, or null when there is none. */
export async function stepHistory(id: string, direction: 'undo' | 'redo'): Promise<string | null> {
  return database.transaction('rw', database.projects, database.steps, async () => {
    const steps = (await database.steps.where('project').equals(id).toArray()).filter((s) => s.undone === (direction === 'undo' ? 0 : 1));
    const step = direction === 'undo' ? steps.at(-1) : steps[0];
    const project = await database.projects.get(id);
    if (!step || !project) return null;
    await database.projects.put({ ...applyPatches(project, direction === 'undo' ? step.inverse : step.patches), changed: Date.now() });
    await database.steps.put({ ...step, undone: direction === 'undo' ? 1 : 0 });
    return step.label;
  });
}

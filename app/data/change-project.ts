import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { database, type ImageRow, type StepRow } from './database';
import type { Project } from './project';
import { keepChanges, loadProject, projectTables } from './project-rows';
import { Refused } from './refused';
import { tabName, tellTabs } from './tabs';

enablePatches();

/** Steps kept for undo; older ones are forgotten. */
const HISTORY = 500;

interface ChangeOptions {
  readonly tab?: string;
  /** The last step of this tab goes on, where it is of the same thing: a key that is held down makes one step. */
  readonly goesOn?: boolean | undefined;
  /** An image that the change brings along: both are kept, or neither. */
  readonly image?: ImageRow | null;
}

/** Changes a project and keeps the step, so that this tab can undo it, also after a reload. No change, no step. */
export async function changeProject(
  id: string,
  label: string,
  recipe: (draft: Draft<Project>) => void,
  { tab = tabName(), goesOn = false, image = null }: ChangeOptions = {},
): Promise<void> {
  await database.transaction('rw', [...projectTables(), database.steps, database.images], async () => {
    const project = await loadProject(id);
    if (!project) throw new Refused('That project is not in this browser.');
    if (image) await database.images.add(image);
    const [next, patches, inverse] = produceWithPatches(project, recipe);
    if (!patches.length) return;
    await keepChanges({ ...next, changed: Date.now() }, patches);
    const all = await database.steps.where('project').equals(id).toArray();
    const stale = all.filter((s) => s.undone && isOwn(s, tab)).map((s) => s.seq);
    const done = all.filter((s) => !s.undone);
    const last = done.at(-1);
    if (goesOn && last?.label === label && isOwn(last, tab) && samePlaces(last.patches, patches)) {
      await database.steps.bulkDelete(stale);
      await database.steps.put({ ...last, patches });
      return;
    }
    if (done.length >= HISTORY) stale.push(...done.slice(0, done.length - HISTORY + 1).map((s) => s.seq));
    await database.steps.bulkDelete(stale);
    await database.steps.add({ project: id, label, patches, inverse, undone: 0, tab });
  });
  tellTabs(id);
}

/**
 * Takes back this tab's last step, or does its last undone one again; returns its label, or null when there is none. What other tabs did is
 * left to them.
 * @throws Refused, where another tab has gone on from that step
 */
export async function stepHistory(id: string, direction: 'undo' | 'redo', tab: string = tabName()): Promise<string | null> {
  const label = await database.transaction('rw', [...projectTables(), database.steps], async () => {
    const all = await database.steps.where('project').equals(id).toArray();
    const own = all.filter((s) => s.undone === (direction === 'undo' ? 0 : 1) && isOwn(s, tab));
    const step = direction === 'undo' ? own.at(-1) : own[0];
    const project = await loadProject(id);
    if (!step || !project) return null;
    const since = all.filter((s) => s.seq > step.seq && !s.undone && !isOwn(s, tab));
    if (since.some((s) => s.patches.some((p) => step.patches.some((q) => isSame(p, q)))))
      throw new Refused(`“${step.label}” was changed again in another tab since; it stays as it is there.`);
    const patches = direction === 'undo' ? step.inverse : step.patches;
    await keepChanges({ ...applyPatches(project, patches), changed: Date.now() }, patches);
    await database.steps.put({ ...step, undone: direction === 'undo' ? 1 : 0 });
    return step.label;
  });
  if (label) tellTabs(id);
  return label;
}

/** Steps that were kept before tabs were told apart are anybody's. */
const isOwn = (step: StepRow, tab: string): boolean => (step.tab ?? tab) === tab;

/** Whether two lists of patches put something else in just the same places. */
const samePlaces = (a: readonly Patch[], b: readonly Patch[]): boolean =>
  [...a, ...b].every(({ op }) => op === 'replace') && a.map(({ path }) => path.join('/')).sort().join() === b.map(({ path }) => path.join('/')).sort().join(); // prettier-ignore

/** Whether two patches are of one thing, or of a thing and what it is part of. */
const isSame = ({ path: a }: Patch, { path: b }: Patch): boolean => {
  const shorter = Math.min(a.length, b.length);
  return a.slice(0, shorter).every((key, k) => String(key) === String(b[k]));
};

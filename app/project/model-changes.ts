import type { Corrections } from '../../core/model/correct';
import { changeProject } from '../data/change-project';
import { database, type ModelInfo } from '../data/database';
import { loadModel } from '../data/models';
import { Refused } from '../data/refused';
import { partsOf, type PartWish } from '../data/parts';

/** The turns of this tab, by project. */
const turns = new Map<string, Promise<unknown>>();

/** One change of a project's model after the other, in all tabs: each is made of what the one before left. */
function inTurn<T>(project: string, work: () => Promise<T>): Promise<T> {
  const own = (turns.get(project) ?? Promise.resolve())
    .catch(() => undefined)
    .then(() => (globalThis.navigator?.locks ? navigator.locks.request(`tarvex-model-${project}`, work) : work()) as Promise<T>);
  turns.set(project, own);
  return own;
}

async function latest(project: string): Promise<ModelInfo> {
  const row = await database.projects.get(project);
  const model = row && (await loadModel(row.model));
  if (!model) throw new Refused('That project is not in this browser.');
  return model;
}

/**
 * Sets something right about the model of a project: a patch on the corrections that it has by then, never on those that a screen remembers.
 * @param make makes the reading with other corrections and answers with its key
 */
export function correctModel(
  project: string,
  label: string,
  patch: (corrections: Corrections) => Corrections,
  make: (model: string, corrections: Corrections) => Promise<string>,
): Promise<void> {
  return inTurn(project, async () => {
    const { id, corrections } = await latest(project);
    const next = await make(id, patch(corrections));
    await changeProject(project, label, (draft) => void (draft.model = next));
  });
}

/**
 * Puts the models of a project together anew: a patch on those that it has by then.
 * @param make makes the whole and answers with its key
 * @param isNewer whether the model before is to be compared with it
 */
export function arrangeModels(
  project: string,
  label: string,
  patch: (parts: readonly PartWish[]) => readonly PartWish[],
  make: (model: string, parts: readonly PartWish[]) => Promise<string>,
  isNewer = false,
): Promise<void> {
  return inTurn(project, async () => {
    const model = await latest(project);
    const next = await make(model.id, patch(partsOf(model)));
    await changeProject(project, label, (draft) => {
      if (isNewer) draft.compared = draft.model;
      draft.model = next;
    });
  });
}

/** The corrections with something changed of some elements, by their ids. */
export const withElements = (corrections: Corrections, ids: readonly string[], changed: object): Corrections => {
  const { elements: known = {} } = corrections;
  return { ...corrections, elements: { ...known, ...Object.fromEntries(ids.map((id) => [id, { ...known[id], ...changed }])) } };
};

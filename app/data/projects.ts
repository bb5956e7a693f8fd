import { limitsOfPlans } from '../../core/sights/make/around-building';
import { database, type ModelInfo, type ModelRow, type StepRow } from './database';
import { deleteDrawings } from './drawings';
import { deleteModels } from './models';
import { nameBeside } from './parts';
import { byId, type Concept, type Project, type ProjectRow, type ProjectSight } from './project';
import { addProject, deleteProjectRows, projectTables } from './project-rows';
import { usualScale } from '../figures/usual-scale';

/** Makes a project of a model that has been read. `sights` may come along (the demo's). */
export function createProject(name: string, modelId: string, sights: readonly Omit<ProjectSight, 'id'>[] = []): Promise<string> {
  return keepProject(name, modelId, { sights: byId(sights.map((s) => ({ ...s, id: crypto.randomUUID() }))) });
}

/** Keeps a new project, under a name that no other has; answers with its key. */
export async function keepProject(
  name: string,
  model: string,
  held: Partial<Pick<Project, Concept | 'files' | 'standard'>>,
): Promise<string> {
  const [id, now] = [crypto.randomUUID(), Date.now()];
  const nothing = { sights: {}, sets: {}, backgrounds: {}, accepted: {} };
  await database.transaction('rw', projectTables(), async () => {
    const taken = (await database.projects.toArray()).filter((p) => p.binned === null).map((p) => p.name);
    await addProject({ id, name: nameBeside(name, taken), model, created: now, changed: now, binned: null, ...nothing, ...held });
  });
  return id;
}

/** A first plan for each storey that holds something, so that a new project does not begin with an empty bench. */
export function firstSights(model: ModelInfo): Omit<ProjectSight, 'id'>[] {
  if (!model.storeys.length) return [];
  const used = new Set(model.elements.map((e) => e.storey));
  const limits = limitsOfPlans(model);
  const storey = model.storeys.find((s, i) => used.has(i) && s.elevation >= -0.01) ?? model.storeys[0]!;
  return [
    {
      scale: usualScale(model.bounds),
      sight: { kind: 'plan', number: 'P-01', name: storey.name, storey: storey.name, height: 1.2, depth: null, ...(limits && { limits }) },
    },
  ];
}

/** Takes away a model that has just been read and that no project stands on, with all that was kept of it. */
export async function forgetModel(id: string): Promise<void> {
  await deleteFamilies(new Set([id]));
}

/** Takes away a reading that has become one of several models, or that was not taken: its shapes stay only in the first case. */
export async function forgetReading(id: string, isTaken: boolean): Promise<void> {
  if (!isTaken) return forgetModel(id);
  await database.transaction('rw', database.models, database.elements, database.scenes, async () => {
    await deleteModels([id]);
    await database.scenes.delete(id);
  });
}

export async function binProject(id: string): Promise<void> {
  await database.projects.update(id, { binned: Date.now() });
}
/** Takes a project out of the bin; under a name of its own, where its name was given to another meanwhile. */
export async function restoreProject(id: string): Promise<void> {
  await database.transaction('rw', database.projects, async () => {
    const all = await database.projects.toArray();
    const own = all.find((p) => p.id === id);
    const taken = all.filter((p) => p.id !== id && p.binned === null).map((p) => p.name);
    if (own) await database.projects.update(id, { binned: null, name: nameBeside(own.name, taken) });
  });
}

/** The model that a project stands on, and those that its history could bring back: older readings of the file, in the order in which they came. */
export function modelsOf(project: ProjectRow, steps: readonly StepRow[]): Set<string> {
  const patches = steps.flatMap((s) => [...s.patches, ...s.inverse]).filter((p) => p.path[0] === 'model' || p.path[0] === 'compared');
  return new Set([project.model, ...(project.compared ? [project.compared] : []), ...patches.map((p) => String(p.value))]);
}

/** Keys of the bundles that some models need, and of all readings and corrections that stand on one of them. */
export async function familyOf(keys: Iterable<string>): Promise<{ readonly bundles: Set<string>; readonly models: Set<string> }> {
  const own = (await database.models.bulkGet([...keys])).flatMap((m) => m ?? []);
  const bundles = new Set([...keys, ...own.flatMap(basesOf)]);
  const standing = await database.models
    .where('base')
    .anyOf([...bundles])
    .toArray();
  return { bundles: new Set([...bundles, ...standing.flatMap(basesOf)]), models: new Set([...keys, ...standing.map((m) => m.id)]) };
}

const basesOf = ({ id, base, parts }: ModelRow): string[] => [base ?? id, ...(parts ?? []).map((p) => p.base)];

/** Deletes models with all their corrected readings, but nothing that another project stands on. */
async function deleteFamilies(keys: ReadonlySet<string>): Promise<void> {
  const [gone, others] = [await familyOf(keys), await database.projects.toArray()];
  const steps = await database.steps.toArray();
  const stay = await familyOf(
    new Set(
      others.flatMap((p) => [
        ...modelsOf(
          p,
          steps.filter((s) => s.project === p.id),
        ),
      ]),
    ),
  );
  const models = [...gone.models].filter((key) => !stay.models.has(key));
  await Promise.all([
    deleteModels(models),
    database.bundles.bulkDelete([...gone.bundles].filter((key) => !stay.bundles.has(key))),
    database.checks.bulkDelete(models),
    database.meshes.bulkDelete(models),
    database.scenes.bulkDelete(models),
  ]);
}

/** Deletes for good what was put into the bin before `before`, with its model and drawings. */
export async function emptyBin(before: number): Promise<void> {
  const old = (await database.projects.toArray()).filter((p) => p.binned !== null && p.binned < before);
  for (const project of old)
    await database.transaction(
      'rw',
      [
        ...projectTables(),
        database.models,
        database.elements,
        database.bundles,
        database.drawings,
        database.prints,
        database.steps,
        database.checks,
        database.images,
        database.meshes,
        database.scenes,
      ],
      async () => {
        const steps = await database.steps.where('project').equals(project.id).toArray();
        await deleteProjectRows(project.id);
        await deleteDrawings(project.id);
        await database.steps.bulkDelete(steps.map((s) => s.seq));
        await database.images.where('project').equals(project.id).delete();
        await deleteFamilies(modelsOf(project, steps));
      },
    );
}

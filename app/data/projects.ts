import { database, type ModelInfo, type StepRow } from './database';
import type { Project, ProjectSight } from './project';

/** Makes a project of a model that has been read. `sights` may come along (the demo's). */
export async function createProject(name: string, modelId: string, sights: readonly Omit<ProjectSight, 'id'>[] = []): Promise<string> {
  const id = crypto.randomUUID();
  const entries = sights.map((s) => {
    const key = crypto.randomUUID();
    return [key, { ...s, id: key }] as const;
  });
  const project: Project = {
    id,
    name,
    model: modelId,
    created: Date.now(),
    changed: Date.now(),
    binned: null,
    sights: Object.fromEntries(entries),
  };
  await database.projects.add(project);
  return id;
}

/** A first plan for each storey that holds something, so that a new project does not begin with an empty bench. */
export function firstSights(model: ModelInfo): Omit<ProjectSight, 'id'>[] {
  if (!model.storeys.length) return [];
  const used = new Set(model.elements.map((e) => e.storey));
  const storey = model.storeys.find((s, i) => used.has(i) && s.elevation >= -0.01) ?? model.storeys[0]!;
  return [{ scale: 100, sight: { kind: 'plan', number: 'P-01', name: storey.name, storey: storey.name, height: 1.2, depth: null } }];
}

export async function binProject(id: string): Promise<void> {
  await database.projects.update(id, { binned: Date.now() });
}
export async function restoreProject(id: string): Promise<void> {
  await database.projects.update(id, { binned: null });
}

/** The model that a project stands on, and those that its history could bring back: older readings of the file. */
function modelsOf(project: Project, steps: readonly StepRow[]): Set<string> {
  const patches = steps.flatMap((s) => [...s.patches, ...s.inverse]).filter((p) => p.path[0] === 'model' || p.path[0] === 'compared');
  return new Set([project.model, ...(project.compared ? [project.compared] : []), ...patches.map((p) => String(p.value))]);
}

/** Deletes a model with all its corrected readings, unless another project stands on one of them. */
async function deleteModel(id: string): Promise<void> {
  const base = (await database.models.get(id))?.base ?? id;
  const family = (await database.models.where('base').equals(base).primaryKeys()).concat(base);
  const others = await database.projects.filter((p) => family.includes(p.model)).count();
  if (others) return;
  await Promise.all([database.models.bulkDelete(family), database.bundles.delete(base), database.checks.bulkDelete(family)]);
}

/** Deletes for good what was put into the bin before `before`, with its model and drawings. */
export async function emptyBin(before: number): Promise<void> {
  const old = (await database.projects.toArray()).filter((p) => p.binned !== null && p.binned < before);
  for (const project of old)
    await database.transaction(
      'rw',
      [database.projects, database.models, database.bundles, database.drawings, database.steps, database.checks],
      async () => {
        const steps = await database.steps.where('project').equals(project.id).toArray();
        await database.projects.delete(project.id);
        for (const model of modelsOf(project, steps)) await deleteModel(model);
        await database.drawings.where('id').startsWith(`${project.id}/`).delete();
        await database.steps.bulkDelete(steps.map((s) => s.seq));
      },
    );
}

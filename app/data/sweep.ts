import { CONCEPTS } from './project';
import { loadProject, projectTables } from './project-rows';
import { database } from './database';
import { ownRow } from './drawings';
import { deleteModels } from './models';
import { familyOf, modelsOf } from './projects';

/** Held while something is read that no project stands on yet: nothing is swept meanwhile. */
const READING = 'tarvex-reading';

/** Readings whose elements stay at hand, beside those that a project shows: undo brings the last ones back at once. */
const AT_HAND = 3;

/** Does what keeps models before a project stands on them. */
export async function whileReading<T>(work: () => Promise<T>): Promise<T> {
  if (!globalThis.navigator?.locks) return work();
  return (await navigator.locks.request(READING, { mode: 'shared' }, work)) as T;
}

/**
 * Takes away what belongs to nothing: shapes, readings, drawings, images and steps that a page left behind that died in the middle. Of
 * readings that only undo could bring back, all that can be made anew goes as well. Does nothing while anything is being read, in any tab.
 */
export async function sweep(): Promise<void> {
  if (!globalThis.navigator?.locks) return sweepAll();
  await navigator.locks.request(READING, { ifAvailable: true }, (lock) => (lock ? sweepAll() : undefined));
}

async function sweepAll(): Promise<void> {
  const tables = [...projectTables(), ...database.tables];
  await database.transaction('rw', [...new Set(tables)], async () => {
    const projects = await database.projects.toArray();
    const ids = new Set(projects.map((p) => p.id));
    const steps = await database.steps.toArray();
    const isGone = (project: string) => !ids.has(project);
    await database.steps.bulkDelete(steps.flatMap((s) => (isGone(s.project) ? [s.seq] : [])));
    for (const concept of CONCEPTS) await database[concept].filter((row) => isGone(row.project)).delete();
    // an image stays while a background shows it, or a step could bring such a background back
    const shows = JSON.stringify([await database.backgrounds.toArray(), steps]);
    await database.images.filter((row) => isGone(row.project) || !shows.includes(row.id)).delete();
    const sights = new Set((await Promise.all(projects.map((p) => loadProject(p.id)))).flatMap((p) => Object.keys(p!.sights).map((s) => `${p!.id}/${s}`))); // prettier-ignore
    const drawings = (await database.drawings.toCollection().primaryKeys()).filter((row) => !sights.has(ownRow(row)));
    await Promise.all([database.drawings.bulkDelete(drawings), database.prints.bulkDelete(drawings)]);

    const named = projects.map((p) => [
      ...modelsOf(
        p,
        steps.filter((s) => s.project === p.id),
      ),
    ]);
    const wanted = new Set(named.flat());
    const { bundles } = await familyOf(wanted);
    const readings = await database.models.toCollection().primaryKeys();
    const lost = readings.filter((id) => !wanted.has(id));
    await deleteModels(lost);
    const kept = await database.bundles.toCollection().primaryKeys();
    await database.bundles.bulkDelete(kept.filter((id) => !bundles.has(id)));
    // what can be made anew stays for what is shown, and for the last few readings
    const shown = new Set(projects.flatMap((p) => [p.model, p.compared ?? p.model]));
    const near = new Set([...shown, ...named.flatMap((all) => all.slice(-AT_HAND))]);
    const far = (await database.elements.toCollection().primaryKeys()).filter((id) => !near.has(id));
    await database.elements.bulkDelete(far);
    for (const table of [database.scenes, database.meshes, database.checks]) {
      const derived = (await table.toCollection().primaryKeys()) as string[];
      await table.bulkDelete(derived.filter((id) => !shown.has(id)));
    }
  });
}

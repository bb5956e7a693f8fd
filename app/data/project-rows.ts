import type { Table } from 'dexie';
import type { Patch } from 'immer';
import { database, type ConceptRow } from './database';
import { CONCEPTS, type Concept, type Project, type ProjectRow } from './project';

type AnyTable = Table<ConceptRow<unknown>, readonly [string, string]>;
const tableOf = (concept: Concept) => database[concept] as AnyTable;
const rowsOf = (concept: Concept, project: string) => tableOf(concept).where('project').equals(project);

/** The tables that a change of a project reads and writes. */
export const projectTables = () => [database.projects, ...CONCEPTS.map(tableOf)];

/** A project put together of its rows; undefined where it is not in this browser. */
export function loadProject(id: string): Promise<Project | undefined> {
  return database.transaction('r', projectTables(), async () => {
    const row = await database.projects.get(id);
    if (!row) return undefined;
    const held = await Promise.all(
      CONCEPTS.map(async (concept) => {
        const rows = await rowsOf(concept, id).toArray();
        return [concept, Object.fromEntries(rows.map((r) => [r.id, r.held]))] as const;
      }),
    );
    return { ...row, ...Object.fromEntries(held) } as Project;
  });
}

/** Keeps a new project. Inside a transaction over `projectTables`. */
export async function addProject(project: Project): Promise<void> {
  await database.projects.add(bare(project));
  for (const concept of CONCEPTS) await tableOf(concept).bulkAdd(listed(concept, project));
}

/** Keeps what patches have made of a project: the rows that they touch. Inside a transaction over `projectTables`. */
export async function keepChanges(project: Project, patches: readonly Patch[]): Promise<void> {
  await database.projects.put(bare(project));
  for (const concept of CONCEPTS) {
    const own = patches.filter(({ path }) => path[0] === concept);
    if (own.some(({ path }) => path.length === 1)) {
      await rowsOf(concept, project.id).delete();
      await tableOf(concept).bulkAdd(listed(concept, project));
      continue;
    }
    for (const id of new Set(own.map(({ path }) => String(path[1])))) {
      const held = project[concept][id];
      if (held === undefined) await tableOf(concept).delete([project.id, id]);
      else await tableOf(concept).put({ project: project.id, id, held });
    }
  }
}

/** Takes a project's rows away. Inside a transaction over `projectTables`. */
export async function deleteProjectRows(id: string): Promise<void> {
  await database.projects.delete(id);
  for (const concept of CONCEPTS) await rowsOf(concept, id).delete();
}

function bare(project: Project): ProjectRow {
  const left = Object.entries(project).filter(([key]) => !CONCEPTS.includes(key as Concept));
  return Object.fromEntries(left) as unknown as ProjectRow;
}

/** The rows of all that a project holds of one concept. */
const listed = (concept: Concept, project: Project): ConceptRow<unknown>[] =>
  Object.entries(project[concept]).map(([id, held]) => ({ project: project.id, id, held }));

import * as Comlink from 'comlink';
import { imagesBehind } from '../backgrounds/images-behind';
import { drawingRow } from '../data/drawings';
import type { Project, ProjectSight } from '../data/project';
import { loadProject } from '../data/project-rows';
import { withSets } from '../data/sets';
import { draftingOf } from '../data/drafting';
import { settled } from '../project/use-commands';
import { pool } from '../workers/pool';
import { jobs } from './jobs';
import { saveFile } from './save-file';

export type ExportFormat = 'dxf' | 'svg' | 'svg-behind' | 'pdf' | 'json';

/** Exports drawings of a project and hands the file to the browser. What has nothing to show is said. */
export function exportDrawings(project: Project, sights: readonly ProjectSight[], format: ExportFormat): Promise<void> {
  const what = sights.length === 1 ? sights[0]!.sight.number : `${sights.length} sights`;
  return jobs.run(`Exporting ${what}`, 'not exported', async ({ signal, progress }) => {
    // what was chosen a moment ago counts
    await settled();
    const now = (await loadProject(project.id)) ?? project;
    const out = await Promise.all(
      sights
        .flatMap(({ id }) => now.sights[id] ?? [])
        .map(async ({ id, sight, scale, look, sun, layers, touchUps }) => ({
          row: drawingRow(now.id, id),
          sight: withSets(sight, now),
          scale,
          ...(look && { look }),
          ...(sun && { sun }),
          ...(layers && { layers }),
          ...(touchUps && { touchUps }),
          ...(format === 'svg-behind' && { behind: await imagesBehind(now, id) }),
        })),
    );
    const { standard, sets } = draftingOf(now);
    const { name, bytes, empty } = await pool.back.run(
      (engine) =>
        engine.exportFile(
          now.model,
          { format: format === 'svg-behind' ? 'svg' : format, sights: out, archive: now.name, ...now.files, standard, sets },
          Comlink.proxy(progress),
        ),
      signal,
    );
    saveFile(name, bytes);
    if (empty.length) jobs.tell('empty', `${name} is written, but there is nothing to see in it. ${empty.join('. ')}.`);
  });
}

import { fingerprint } from '../../core/fingerprint/fingerprint';
import type { ModelInfo } from '../data/database';
import { drawingRow, keptPrint, nextRow } from '../data/drawings';
import type { Project, ProjectSight } from '../data/project';
import { withSets } from '../data/sets';
import { pool } from '../workers/pool';
import { Stopped } from '../workers/stopped';
import { jobs } from './jobs';

/** Draws sights anew, one after the other, and keeps their drawings, beside the older ones where anything changed. One that cannot be drawn is told, and the others are drawn. */
export function redraw(project: Project, model: ModelInfo, sights: readonly ProjectSight[]): Promise<void> {
  return jobs.run(`Drawing 1 of ${sights.length}`, 'not drawn', async ({ signal, progress }) => {
    for (const [done, { id, sight: own }] of sights.entries()) {
      progress(done / sights.length, `Drawing ${done + 1} of ${sights.length}`);
      const sight = withSets(own, project);
      try {
        const row = drawingRow(project.id, id);
        // an older one stays until what changes has been seen
        const isNext = (await keptPrint(row)) !== undefined;
        const keep = { row: isNext ? nextRow(row) : row, print: fingerprint(model, sight), isAwaited: true };
        if (!(await pool.back.run((engine) => engine.draw(model.id, sight, keep), signal)).isKept)
          throw new Error('This browser has no room left to keep drawings: it is drawn when it is looked at.');
        if (isNext) await pool.back.run((engine) => engine.compareNext(row), signal);
      } catch (error) {
        if (error instanceof Stopped) throw error;
        jobs.tell('not drawn', `${own.number}: ${(error as Error).message}`);
      }
    }
  });
}

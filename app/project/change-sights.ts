import type { Draft } from 'immer';
import { checkSight } from '../../core/sights/sight-schema';
import type { Project, ProjectSight } from '../data/project';
import { Refused } from '../data/refused';
import { patched } from '../data/sight-patch';
import type { SightChange } from './commands';

/**
 * Changes sights of a project, all or none of them.
 * @throws Refused when one is gone, or when one is given a number that another has
 * @throws Fault sight-field
 */
export function changeSights(draft: Draft<Project>, changes: readonly SightChange[]): void {
  const renumbered: string[] = [];
  for (const { id, patch, scale, filing } of changes) {
    const own = draft.sights[id];
    if (!own) throw new Refused('That sight was taken away meanwhile.');
    if (patch) {
      const { number } = own.sight;
      const next = checkSight(patched(own.sight as ProjectSight['sight'], patch), number);
      if (next.number !== number) renumbered.push(id);
      Object.assign(own.sight, patch.set);
      for (const key of patch.cleared) delete own.sight[key as keyof typeof own.sight];
    }
    if (scale) own.scale = scale;
    for (const [key, value] of Object.entries(filing ?? {})) {
      if (value === null) delete own[key as keyof typeof own];
      else Object.assign(own, { [key]: value });
    }
  }
  for (const id of renumbered) {
    // a file is named by its number, and found by it; two may change theirs for each other's
    const { number } = draft.sights[id]!.sight;
    const other = Object.values(draft.sights).find((s) => s.id !== id && s.sight.number === number);
    if (other) throw new Refused(`There is a sight ${number} already: ${other.sight.name || other.sight.kind}.`);
  }
}

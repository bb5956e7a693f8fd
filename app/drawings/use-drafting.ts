import { useEffect } from 'react';
import { draftingOf } from '../data/drafting';
import type { Project } from '../data/project';
import { painter } from '../workers/painter';

/** Tells the painter by what a project's drawings are styled. */
export function useDrafting(project: Project): void {
  const drafting = draftingOf(project);
  useEffect(() => {
    painter.draft(drafting);
    // its key says all of it
    // oxlint-disable-next-line react/exhaustive-deps
  }, [drafting.key]);
}

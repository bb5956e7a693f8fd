import { useEffect } from 'react';
import type { NamedSet } from '../../core/drafting/rule-subjects';
import type { Standard } from '../../core/drafting/standard';
import { shortHash } from '../../core/model/hash-text';
import type { Project } from '../data/project';
import { painter } from '../workers/painter';

/** By what drawings are styled: the project's own standard, null for the one that comes along, and the sets that its rules ask for. */
export interface Drafting {
  /** Another for each that styles anything otherwise; empty for the standard that comes along. */
  readonly key: string;
  readonly standard: Standard | null;
  readonly sets: readonly NamedSet[];
}

const known = new WeakMap<Standard, string>();
function hashOf(standard: Standard): string {
  let hash = known.get(standard);
  if (hash === undefined) known.set(standard, (hash = shortHash(JSON.stringify(standard))));
  return hash;
}

export function draftingOf({ standard, sets }: Pick<Project, 'standard' | 'sets'>): Drafting {
  if (!standard) return { key: '', standard: null, sets: [] };
  const text = JSON.stringify(standard);
  const asked = text.includes('"set":') ? Object.values(sets).map(({ name, elements }) => ({ name, elements })) : [];
  return { key: hashOf(standard) + (asked.length ? shortHash(JSON.stringify(asked)) : ''), standard, sets: asked };
}

/** Tells the painter by what a project's drawings are styled. */
export function useDrafting(project: Project): void {
  const drafting = draftingOf(project);
  useEffect(() => {
    painter.draft(drafting);
    // its key says all of it
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [drafting.key]);
}

import type { NamedSet } from '../../core/drafting/rule-subjects';
import { LOOK_NAMES } from '../../core/drafting/look-names';
import { lookNames, type Standard } from '../../core/drafting/standard';
import { shortHash } from '../../core/model/hash-text';
import type { Project } from './project';

/** By what drawings are styled: the project's own standard, null for the one that comes along, and the sets that its rules ask for. */
export interface Drafting {
  /** Another for each that styles anything otherwise; empty for the standard that comes along. */
  readonly key: string;
  readonly standard: Standard | null;
  readonly sets: readonly NamedSet[];
  /** The looks that there are, the first for drawings that say nothing. */
  readonly looks: readonly string[];
}

const known = new WeakMap<Standard, string>();
function hashOf(standard: Standard): string {
  let hash = known.get(standard);
  if (hash === undefined) known.set(standard, (hash = shortHash(JSON.stringify(standard))));
  return hash;
}

export function draftingOf({ standard, sets }: Pick<Project, 'standard' | 'sets'>): Drafting {
  if (!standard) return { key: '', standard: null, sets: [], looks: LOOK_NAMES };
  const text = JSON.stringify(standard);
  const asked = text.includes('"set":') ? Object.values(sets).map(({ name, elements }) => ({ name, elements })) : [];
  return {
    key: hashOf(standard) + (asked.length ? shortHash(JSON.stringify(asked)) : ''),
    standard,
    sets: asked,
    looks: lookNames(standard),
  };
}

import type { NamedSet } from '../../core/drafting/rule-subjects';
import { LOOK_NAMES } from '../../core/drafting/standard/look-names';
import { lookNames, type Standard } from '../../core/drafting/standard/standard';
import { shortHash } from '../../core/fingerprint/hash-text';
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

/** What is looked up in a standard once: it is asked at each picture of a screen. */
const known = new WeakMap<Standard, { readonly hash: string; readonly asksSets: boolean }>();
function factsOf(standard: Standard) {
  let facts = known.get(standard);
  if (!facts) {
    const text = JSON.stringify(standard);
    known.set(standard, (facts = { hash: shortHash(text), asksSets: text.includes('"set":') }));
  }
  return facts;
}

export function draftingOf({ standard, sets }: Pick<Project, 'standard' | 'sets'>): Drafting {
  if (!standard) return { key: '', standard: null, sets: [], looks: LOOK_NAMES };
  const { hash, asksSets } = factsOf(standard);
  const asked = asksSets ? Object.values(sets).map(({ name, elements }) => ({ name, elements })) : [];
  return {
    key: hash + (asked.length ? shortHash(JSON.stringify(asked)) : ''),
    standard,
    sets: asked,
    looks: lookNames(standard),
  };
}

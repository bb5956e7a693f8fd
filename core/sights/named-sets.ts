import type { Rule, Sight } from './sight';

/** Elements that were put together by hand under a name. */
export interface NamedSet {
  readonly name: string;
  readonly elements: readonly string[];
}

/** Rules with the named sets in them told element by element. A set that is gone holds nothing. */
export function toldRules<R extends Rule>(rules: readonly R[] | undefined, sets: readonly NamedSet[]): readonly R[] | undefined {
  if (!rules?.some((r) => r.set !== undefined)) return rules;
  return rules.map((rule) => (rule.set === undefined ? rule : { ...rule, ids: sets.find((s) => s.name === rule.set)?.elements ?? [] }));
}

/** The lists of a sight whose rules may name a set. */
const LISTS = ['show', 'leaveWhole', 'joints', 'pullApart'] as const;

/** A sight as it can be drawn: the sets that its rules name are told. */
export function withNamedSets(sight: Sight, sets: readonly NamedSet[]): Sight {
  const told = LISTS.flatMap((list) => {
    const rules = toldRules<Rule>(sight[list], sets);
    return rules === sight[list] ? [] : [[list, rules] as const];
  });
  return told.length ? { ...sight, ...Object.fromEntries(told) } : sight;
}

import type { Rule, Sight } from './sight';

/** Elements that were put together by hand under a name. */
export interface NamedSet {
  readonly name: string;
  readonly elements: readonly string[];
}

/** Rules with the named sets in them told element by element. A set that is gone holds nothing. */
export function toldRules<R extends readonly Rule[] | undefined>(rules: R, sets: readonly NamedSet[]): R | readonly Rule[] {
  if (!rules?.some((r) => r.set !== undefined)) return rules;
  return rules.map((rule) => (rule.set === undefined ? rule : { ...rule, ids: sets.find((s) => s.name === rule.set)?.elements ?? [] }));
}

/** A sight as it can be drawn: the sets that its rules name are told. */
export function withNamedSets(sight: Sight, sets: readonly NamedSet[]): Sight {
  const [show, leaveWhole] = [toldRules(sight.show, sets), toldRules(sight.leaveWhole, sets)];
  return show === sight.show && leaveWhole === sight.leaveWhole ? sight : { ...sight, show, leaveWhole };
}

import type { Rule, Sight } from '../../core/sights/sight';
import type { Project } from './project';

/** Rules with the named sets in them told element by element. A set that is gone holds nothing. */
export function toldRules<R extends readonly Rule[] | undefined>(rules: R, sets: Project['sets'] | undefined): R | readonly Rule[] {
  if (!rules?.some((r) => r.set !== undefined)) return rules;
  return rules.map((rule) =>
    rule.set === undefined ? rule : { ...rule, ids: Object.values(sets ?? {}).find((s) => s.name === rule.set)?.elements ?? [] },
  );
}

/** A sight as the engine takes it. */
export function withSets(sight: Sight, { sets }: Pick<Project, 'sets'>): Sight {
  const [show, leaveWhole] = [toldRules(sight.show, sets), toldRules(sight.leaveWhole, sets)];
  return show === sight.show && leaveWhole === sight.leaveWhole ? sight : { ...sight, show, leaveWhole };
}

import type { Rule, Sight } from '../../core/sights/sight';
import type { Project } from './project';

/** A sight as the engine takes it: the named sets in its rules are told element by element. A set that is gone holds nothing. */
export function withSets(sight: Sight, { sets }: { readonly sets?: Project['sets'] | undefined }): Sight {
  const told = (rules: readonly Rule[] | undefined): readonly Rule[] | undefined =>
    rules?.some((r) => r.set !== undefined)
      ? rules.map((rule) =>
          rule.set === undefined ? rule : { ...rule, ids: Object.values(sets ?? {}).find((s) => s.name === rule.set)?.elements ?? [] },
        )
      : rules;
  const [show, leaveWhole] = [told(sight.show), told(sight.leaveWhole)];
  return show === sight.show && leaveWhole === sight.leaveWhole ? sight : { ...sight, show, leaveWhole };
}

import type { Corrections } from '../../core/model/correct';
import type { PlanChanges } from '../../core/model/plan';
import type { PartWish } from '../data/parts';
import { Refused } from '../data/refused';
import type { CorrectionPatch, PartStep, PlanRowPatch } from './commands';

/** Corrections with a patch put on. */
export function corrected(corrections: Corrections, { unit, up, elements, plan, draw, undraw }: CorrectionPatch): Corrections {
  let out: Corrections = { ...corrections, ...(unit && { unit }), ...(up && { up }) };
  if (plan) out = { ...out, plan: withRow(out.plan, plan) };
  if (draw) out = { ...out, drawn: [...(out.drawn ?? []), draw] };
  if (undraw) out = { ...out, drawn: (out.drawn ?? []).filter((d) => JSON.stringify(d) !== JSON.stringify(undraw)) };
  if (!elements) return out;
  const { elements: known = {} } = out;
  const changed = elements.ids.map((id) => [id, { ...known[id], ...elements.changed }]);
  return { ...out, elements: { ...known, ...Object.fromEntries(changed) } };
}

/** The models of a project after a step. @throws Refused where the one that it names is not there */
export function arranged(parts: readonly PartWish[], step: PartStep): readonly PartWish[] {
  if ('add' in step) return [...parts, step.add];
  const key = 'remove' in step ? step.remove : step.change;
  if (!parts.some((p) => p.key === key)) throw new Refused('That model was taken away meanwhile.');
  if ('remove' in step) return parts.filter((p) => p.key !== key);
  const to = (p: PartWish): Partial<PartWish> =>
    'to' in step ? step.to : { corrections: { ...p.corrections, plan: withRow(p.corrections.plan, step.plan) } };
  return parts.map((p) => (p.key === key ? { ...p, ...to(p) } : p));
}

const withRow = (changes: PlanChanges | undefined, { layer, changed }: PlanRowPatch): PlanChanges => ({
  ...changes,
  [layer]: { ...changes?.[layer], ...changed },
});

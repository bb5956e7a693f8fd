import { correct, type Corrections } from '../model/correct';
import { joinModels } from '../model/join-models';
import type { Model } from '../model/model';
import { isAsItIs } from '../model/placement';
import { replan } from '../readers/plan/replan';
import type { FiledModel } from './project-file';

/** A model as it was read, with what was set right of it; a plan is built anew by its table first. */
export const setRight = (model: Model, corrections: Corrections): Model => correct(replan(model, corrections), corrections);

/** The models of a project as its drawings see them: each set right and placed, hidden ones left out; elements set right at the end. */
export function assemble(models: readonly Omit<FiledModel, 'key' | 'fileName'>[], elements: NonNullable<Corrections['elements']>): Model {
  const [only] = models;
  if (only && models.length === 1 && !only.isHidden && isAsItIs(only.placement))
    return setRight(only.model, { ...only.corrections, elements });
  const placed = models.map(({ name, model, corrections, placement, isHidden }) => ({
    name,
    placement,
    isHidden,
    model: setRight(model, corrections),
  }));
  return correct(joinModels(placed), { elements });
}

import type { Model } from '../model/model';
import { buildPlan } from './build-plan';
import type { PlanChanges } from './plan';

/** The model of a plan built anew with a changed table; any other model as it is. */
export function replan(model: Model, changes: PlanChanges | undefined): Model {
  if (!model.plan || !changes) return model;
  const rows = model.plan.rows.map((row) => ({ ...row, ...changes[row.layer] }));
  return { ...buildPlan({ ...model.plan, rows }, model.name, model.asRead), notes: model.notes };
}

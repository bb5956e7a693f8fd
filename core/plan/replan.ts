import type { Corrections } from '../model/correct';
import { UNITS } from '../model/length-unit';
import type { Model } from '../model/model';
import { buildPlan } from './build-plan';

/**
 * The model of a plan built anew with a changed table and in the unit that was set right; any other model as it is. The unit is
 * that of the outlines: the heights of the table are metres already.
 */
export function replan(model: Model, { plan: changes = {}, unit }: Pick<Corrections, 'plan' | 'unit'>): Model {
  const { plan, asRead } = model;
  if (!plan || !asRead) return model;
  const scale = unit ? UNITS[unit] / asRead.metres : 1;
  if (scale === 1 && !Object.keys(changes).length) return model;
  const layers = scale === 1 ? plan.layers : plan.layers.map((l) => ({ ...l, rings: l.rings.map((ring) => ring.map((x) => x * scale)) }));
  const rows = plan.rows.map((row) => ({ ...row, ...changes[row.layer] }));
  return { ...buildPlan({ layers, rows }, model.name, { ...asRead, metres: asRead.metres * scale }), notes: model.notes };
}

import type { Corrections } from '../../model/correct';
import { UNITS } from '../../model/length-unit';
import type { Model } from '../../model/model';
import { buildPlan } from './build-plan';
import { firstRow, type DrawnOutline, type PlanLayer } from '../../model/plan';

/**
 * The model of a plan built anew with a changed table, with the outlines that were drawn by hand, and in the unit that was set
 * right; any other model as it is. The unit is that of the outlines that were read: all else is metres already.
 */
export function replan(model: Model, { plan: changes = {}, unit, drawn = [] }: Pick<Corrections, 'plan' | 'unit' | 'drawn'>): Model {
  const { plan, asRead } = model;
  if (!plan || !asRead) return model;
  const scale = unit ? UNITS[unit] / asRead.metres : 1;
  if (scale === 1 && !drawn.length && !Object.keys(changes).length) return model;
  const read = scale === 1 ? plan.layers : plan.layers.map((l) => ({ ...l, rings: l.rings.map((ring) => ring.map((x) => x * scale)) }));
  const layers = withDrawn(read, drawn);
  const known = new Map(plan.rows.map((row) => [row.layer, row]));
  const rows = layers.map((layer) => ({
    ...(known.get(layer.name) ?? firstRow(layer)),
    outlines: layer.rings.length,
    ...changes[layer.name],
  }));
  return { ...buildPlan({ layers, rows }, model.name, { ...asRead, metres: asRead.metres * scale }), notes: model.notes };
}

function withDrawn(layers: readonly PlanLayer[], drawn: readonly DrawnOutline[]): PlanLayer[] {
  const rings = new Map(layers.map((l) => [l.name, [...l.rings]]));
  for (const { layer, rings: own } of drawn) rings.set(layer, [...(rings.get(layer) ?? []), ...own.map((ring) => Float64Array.from(ring))]);
  return [...rings].map(([name, own]) => ({ name, rings: own })).sort((a, b) => (a.name < b.name ? -1 : 1));
}

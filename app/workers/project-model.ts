import { correct, type Corrections } from '../../core/model/correct';
import type { Model } from '../../core/model/model';
import type { BundleRow, ModelPart, ModelRow } from '../data/database';
import { unpack } from '../data/packed';
import type { PartWish } from '../data/parts';
import { readRow } from './read-row';

/** A model as it was read, with what was corrected; a plan is built anew by its table first. */
export async function setRight(model: Model, corrections: Corrections): Promise<Model> {
  if (!model.plan) return correct(model, corrections);
  const { replan } = await import('../../core/readers/plan/replan');
  return correct(replan(model, corrections), corrections);
}

/** What of a model's row says how it is put together. */
export type Recipe = Pick<ModelRow, 'base' | 'corrections' | 'parts'>;

/**
 * The model of a project as its drawings see it: of one file or of several, with all that was set right. The recipe need not be
 * looked up where it is at hand.
 */
export async function openModel(id: string, recipe?: Recipe): Promise<Model> {
  const info = recipe ?? (await readRow<ModelRow>('models', id));
  if (info?.parts) return (await assemble(info.parts, info.corrections)).model;
  const model = await bundle(info?.base ?? id);
  return info ? setRight(model, info.corrections) : model;
}

const LOST = 'The model of this project is no longer in this browser: drop its file again.';

/** The shapes as they were read from one file. @throws Error with a sentence for people */
export async function bundle(base: string): Promise<Model> {
  const row = await readRow<BundleRow>('bundles', base);
  if (!row) throw new Error(LOST);
  try {
    return await unpack(row.model);
  } catch {
    throw new Error(LOST);
  }
}

/** Several models as one: each as it was set right and placed, those that are hidden left out; elements corrected at the end. */
export async function assemble(wishes: readonly PartWish[], corrections: Corrections): Promise<{ model: Model; parts: ModelPart[] }> {
  const { joinModels } = await import('../../core/model/join-models');
  const read = await Promise.all(wishes.map(async (part) => setRight(await bundle(part.base), part.corrections)));
  const placed = wishes.map(({ name, placement, isHidden }, i) => ({ name, placement, isHidden, model: read[i]! }));
  return {
    model: correct(joinModels(placed), { elements: corrections.elements ?? {} }),
    parts: wishes.map((wish, i) => {
      const { origin, grid, storeys, map, source, asRead, elements, plan } = read[i]!;
      const taken = asRead ?? { metres: 1, up: 'z', isStated: true };
      const own = { origin, grid, storeys, map, source, asRead: taken, plan: plan?.rows };
      return { ...wish, own: { ...own, elements: elements.filter((e) => e.use !== 'space').length } };
    }),
  };
}

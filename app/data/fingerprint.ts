import { PRINT_WORDS } from '../../core/model/element-prints';
import { resolveSight } from '../../core/sights/resolve-sight';
import type { Sight } from '../../core/sights/sight';
import { touchedElements } from '../../core/sights/touched';
import type { ModelInfo } from './database';

/** Raised whenever the engine draws anything differently. */
const ENGINE = 16;

/** What of a model decides its drawings. */
export type Printed = Pick<
  ModelInfo,
  'id' | 'fileName' | 'origin' | 'storeys' | 'trueNorth' | 'elements' | 'elementBoxes' | 'elementPrints'
>;

/** What of a sight decides no line: it is put on a drawing late. */
const LATE = new Set(['number', 'name', 'levels', 'grid']);

/** What of a sight decides its lines, as a text. Costs little: it is asked at each step of a hand that drags. */
export const linesOf = (sight: Sight): string =>
  JSON.stringify(
    Object.entries(sight)
      .filter(([key, value]) => !LATE.has(key) && value !== undefined && value !== null)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

/** By the model's key; some models stay. */
const known = new Map<string, Map<string, string>>();
const MODELS = 4;

/**
 * Everything that a drawing depends on: the engine, what of the sight decides its lines (not its number or name), and the elements
 * that it touches, each with its shape and its facts. What else changes in the model leaves a drawing current.
 */
export function fingerprint(model: Printed, sight: Sight): string {
  const said = linesOf(sight);
  let prints = known.get(model.id);
  if (!prints) {
    known.set(model.id, (prints = new Map()));
    if (known.size > MODELS) known.delete(known.keys().next().value!);
  }
  let print = prints.get(said);
  if (print === undefined) prints.set(said, (print = `${ENGINE}|${ofModel(model, sight)}|${said}`));
  return print;
}

function ofModel(model: Printed, sight: Sight): string {
  // a model that was read before prints were made, or a sight that cannot be placed in it
  if (!model.elementPrints) return model.id;
  try {
    const plane = resolveSight(model, sight);
    const touched = touchedElements(model, sight);
    let [a, b] = [0x811c9dc5, 0x01234567];
    touched.forEach((is, e) => {
      if (!is) return;
      a = Math.imul(a ^ model.elementPrints![e * PRINT_WORDS]!, 0x01000193);
      b = Math.imul((b ^ model.elementPrints![e * PRINT_WORDS + 1]!) >>> 0, 0x85ebca6b) ^ (b >>> 13);
    });
    return JSON.stringify([model.origin, plane, a >>> 0, b >>> 0]);
  } catch {
    return model.id;
  }
}

import { PRINT_WORDS } from './element-prints';
import { HASH_BEGIN, shortHash } from './hash-text';
import { resolveSight } from '../sights/resolve-sight';
import type { Rule, Sight } from '../sights/sight';
import { touchedElements, type Boxed } from '../sights/touched';

/** Raised whenever the engine draws anything differently. */
const ENGINE = 21;

/** What of a model decides its drawings. */
export interface Printed extends Boxed {
  /** Key of the reading: what stands for a model of which no prints are known. */
  readonly id: string;
  /** See `elementPrints`. */
  readonly elementPrints?: Uint32Array | undefined;
}

/** What of a sight decides no line: it is put on a drawing late. */
const LATE = new Set(['number', 'name', 'levels', 'grid']);

/** Lists of elements in the rules of a sight, each by its hash: a list is hashed once, however often its sight is asked. */
const lists = new WeakMap<object, string>();
const asHash = (key: string, value: unknown): unknown => {
  if (key !== 'ids' || !Array.isArray(value)) return value;
  let hash = lists.get(value);
  if (hash === undefined) lists.set(value, (hash = shortHash(JSON.stringify(value))));
  return hash;
};

/** What of a sight decides its lines, as a text. Costs little: it is asked at each step of a hand that drags. */
export const linesOf = (sight: Sight): string =>
  JSON.stringify(
    Object.entries(sight)
      .filter(([key, value]) => !LATE.has(key) && value !== undefined && value !== null)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
    asHash,
  );

/** By the model's key; some models stay. */
const known = new Map<string, Map<string, string>>();
const MODELS = 4;

/**
 * A short hash of everything that a drawing depends on: the engine, what of the sight decides its lines (not its number or name), and the elements
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
  if (print === undefined) prints.set(said, (print = shortHash(`${ENGINE}|${ofModel(model, sight)}|${said}`)));
  return print;
}

/** Whether a rule of a sight names a model: where there is one alone, that is the name of its file. */
const asksForModel = ({ show = [], leaveWhole = [], joints = [], pullApart = [] }: Sight): boolean =>
  [show, leaveWhole, joints, pullApart].some((rules) => rules?.some((rule: Rule) => rule.model !== undefined));

function ofModel(model: Printed, sight: Sight): string {
  // a model that was read before prints were made, or a sight that cannot be placed in it
  if (!model.elementPrints) return model.id;
  try {
    const plane = resolveSight(model, sight);
    const touched = touchedElements(model, sight);
    let [a, b]: [number, number] = [...HASH_BEGIN];
    touched.forEach((is, e) => {
      if (!is) return;
      a = Math.imul(a ^ model.elementPrints![e * PRINT_WORDS]!, 0x01000193);
      b = Math.imul((b ^ model.elementPrints![e * PRINT_WORDS + 1]!) >>> 0, 0x85ebca6b) ^ (b >>> 13);
    });
    return JSON.stringify([model.origin, plane, a >>> 0, b >>> 0, asksForModel(sight) ? model.fileName : '']);
  } catch {
    return model.id;
  }
}

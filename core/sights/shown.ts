import type { Element, Model } from '../model/model';
import type { Pull } from '../scene/pull-apart';
import type { Rule, Sight } from './sight';

/** What rules ask of an element. */
type Picked = Pick<Element, 'id' | 'class' | 'name' | 'type' | 'storey' | 'facts'>;

const same = (a: string | undefined, b: string): boolean => a === undefined || a.toLowerCase() === b.toLowerCase();

const _sets = new WeakMap<readonly string[], ReadonlySet<string>>();

/** The ids of a rule, made ready for many questions once. */
function idsOf(ids: readonly string[]): ReadonlySet<string> {
  let known = _sets.get(ids);
  if (!known) _sets.set(ids, (known = new Set(ids)));
  return known;
}

/** Whether a rule picks an element of the model that is read from `file`, whatever its materials are. */
export const fitsElement = (rule: Rule, element: Picked, storeys: readonly { readonly name: string }[], file: string): boolean =>
  same(rule.class, element.class) &&
  same(rule.type, element.type) &&
  same(rule.layer, element.facts?.layer ?? '') &&
  same(rule.storey, storeys[element.storey]?.name ?? '') &&
  same(rule.name, element.name) &&
  (rule.model === undefined || same(rule.model, element.facts?.model ?? file.replace(/\.[^.]+$/, ''))) &&
  (rule.id === undefined || rule.id === element.id) &&
  (rule.set === undefined || rule.ids !== undefined) &&
  (rule.ids === undefined || idsOf(rule.ids).has(element.id));

function fits(model: Model, part: number, rule: Rule): boolean {
  const element = model.elements[model.partElement[part]!]!;
  return fitsElement(rule, element, model.storeys, model.name) && (rule.material === undefined || isOf(model, part, rule.material));
}

/** Whether a part is of a material, or has a layer of it. */
function isOf({ materials, partMaterial, partElement, elements }: Model, part: number, material: string): boolean {
  const { buildUp } = elements[partElement[part]!]!;
  const is = (row: number) => same(material, materials[row]?.name ?? '');
  return buildUp ? buildUp.materials.some(is) : is(partMaterial[part]!);
}

/** Which parts a sight shows (1) and which of them it leaves whole (2): spaces never, the rest by its rules. */
export function shownParts(model: Model, sight: Sight): Uint8Array {
  const shown = new Uint8Array(model.partElement.length);
  const include = sight.show?.filter((r) => r.use !== 'exclude') ?? [];
  const exclude = sight.show?.filter((r) => r.use === 'exclude') ?? [];
  for (let part = 0; part < shown.length; part++) {
    if (model.elements[model.partElement[part]!]!.use === 'space') continue;
    if (include.length && !include.some((r) => fits(model, part, r))) continue;
    if (exclude.some((r) => fits(model, part, r))) continue;
    shown[part] = sight.leaveWhole?.some((r) => fits(model, part, r)) ? 2 : 1;
  }
  return shown;
}

/** Which parts keep their joints (1) although they are of one material with their neighbours. */
export function jointParts(model: Model, { joints }: Sight): Uint8Array {
  const out = new Uint8Array(model.partElement.length);
  if (joints?.length) for (let part = 0; part < out.length; part++) out[part] = joints.some((r) => fits(model, part, r)) ? 1 : 0;
  return out;
}

/** The groups of an axonometric that are pulled apart. Parts that are not shown stay where they are. `scale` is that of the scene. */
export function pulledParts(model: Model, { pullApart }: Sight, shown: Uint8Array, scale: number): Pull[] {
  return (pullApart ?? []).map(({ by, ...rule }) => ({
    by: [by[0] * scale, by[1] * scale, by[2] * scale],
    parts: shown.map((is, part) => (is && fits(model, part, rule) ? 1 : 0)),
  }));
}

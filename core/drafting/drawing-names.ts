import type { Drawing } from '../linework/drawing';
import type { DrawingNames, ElementName } from '../linework/element-names';
import type { Seen } from '../linework/seen';
import { firstMaterials, type Model } from '../model/model';

export type { DrawingNames, ElementName } from '../linework/element-names';

/** The names of all elements and materials that a drawing shows, of the model that it was just made of. */
export function namesOf(model: Model, { lineElement, lineBeyond, regions, seen }: Drawing): DrawingNames {
  const shown = new Set<number>(lineElement);
  lineBeyond.forEach((e) => shown.add(e));
  for (const region of regions) for (const e of region.elements) shown.add(e);
  for (const { element } of seen?.faces ?? []) shown.add(element);
  return namesOfElements(model, shown);
}

/** The names of some elements of a model, and of all its materials. */
export function namesOfElements(model: Model, shown: Iterable<number>): DrawingNames {
  const materialOf = firstMaterials(model);
  const elements = new Map<number, ElementName>();
  for (const e of shown) {
    const element = model.elements[e];
    if (!element || elements.has(e)) continue;
    const { id, class: className, type, facts, name, buildUp } = element;
    const storey = model.storeys[element.storey]?.name;
    elements.set(e, {
      ...{ id, class: className, material: materialOf.get(e) },
      ...(type && { type }),
      ...(storey && { storey }),
      ...(facts?.layer && { layer: facts.layer }),
      ...(name && { name }),
      ...(buildUp && { buildUp: buildUp.materials }),
    });
  }
  return { model: model.name, elements, materials: model.materials.map(({ name }) => name) };
}

/** A drawing and its names. */
interface Named {
  readonly drawing: Drawing;
  readonly names: DrawingNames;
}

/**
 * A drawing with the faces that it shows. They may have been found in a newer reading of the model, which gives other numbers: elements
 * are the same where their ids are, materials where their names are.
 */
export function withFaces<T extends Named>(own: T, seen: Seen): T {
  const { names: theirs } = seen;
  const materials = [...own.names.materials];
  const rows = theirs.materials.map((name) => {
    const row = materials.indexOf(name);
    return row >= 0 ? row : materials.push(name) - 1;
  });
  const elements = new Map(own.names.elements);
  const numberOf = new Map([...elements].map(([e, { id }]) => [id, e]));
  let next = 0;
  for (const e of elements.keys()) next = Math.max(next, e + 1);
  const numbers = new Map<number, number>();
  for (const [e, name] of theirs.elements) {
    const known = numberOf.get(name.id);
    const number = known ?? (elements.has(e) ? next++ : e);
    next = Math.max(next, number + 1);
    numbers.set(e, number);
    if (known === undefined) elements.set(number, name.buildUp ? { ...name, buildUp: name.buildUp.map((m) => rows[m] ?? -1) } : name);
  }
  const faces = seen.faces.map((face) => ({
    ...face,
    element: numbers.get(face.element) ?? face.element,
    material: rows[face.material] ?? -1,
  }));
  const names = { ...own.names, elements, materials };
  return { ...own, drawing: { ...own.drawing, seen: { ...seen, faces, names } }, names };
}

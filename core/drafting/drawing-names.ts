import type { Drawing } from '../linework/drawing';
import { firstMaterials, type Model } from '../model/model';

/** What an element of a drawing is called. */
export interface ElementName {
  readonly id: string;
  readonly class: string;
  /** Of its first part that has one; undefined where none has. */
  readonly material: string | undefined;
  readonly type?: string;
  readonly storey?: string;
  /** Layer of the source file. */
  readonly layer?: string;
  readonly name?: string;
  /** Materials of the layers of its build-up, in their order. */
  readonly buildUp?: readonly number[];
}

/** What a drawing needs of its model to be published: no more than a name each, so that it goes along with the drawing. */
export interface DrawingNames {
  readonly model: string;
  /** By the number that the drawing gives them. */
  readonly elements: ReadonlyMap<number, ElementName>;
  /** By the number that the regions give them. */
  readonly materials: readonly string[];
}

/** The names of all elements and materials that a drawing shows. */
export function namesOf(model: Model, { lineElement, lineBeyond, regions, seen }: Drawing): DrawingNames {
  const materialOf = firstMaterials(model);
  const elements = new Map<number, ElementName>();
  const take = (e: number) => {
    const element = model.elements[e];
    if (!element || elements.has(e)) return;
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
  };
  lineElement.forEach(take);
  lineBeyond.forEach(take);
  for (const region of regions) region.elements.forEach(take);
  for (const { element } of seen?.faces ?? []) take(element);
  return { model: model.name, elements, materials: model.materials.map(({ name }) => name) };
}

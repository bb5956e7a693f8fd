import type { Drawing } from '../linework/drawing';
import { firstMaterials, type Model } from '../model/model';

/** What an element of a drawing is called. */
export interface ElementName {
  readonly id: string;
  readonly class: string;
  /** Of its first part that has one; undefined where none has. */
  readonly material: string | undefined;
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
export function namesOf(model: Model, { lineElement, lineBeyond, regions }: Drawing): DrawingNames {
  const materialOf = firstMaterials(model);
  const elements = new Map<number, ElementName>();
  const take = (e: number) => {
    const element = model.elements[e];
    if (element && !elements.has(e)) elements.set(e, { id: element.id, class: element.class, material: materialOf.get(e) });
  };
  lineElement.forEach(take);
  lineBeyond.forEach(take);
  for (const region of regions) region.elements.forEach(take);
  return { model: model.name, elements, materials: model.materials.map(({ name }) => name) };
}

import type { Element } from '../../core/model/model';

/** So many elements are taken out of their text at once; a page can draw a picture between two pieces. */
const PIECE = 1000;

/** Elements as texts: the store gives a few long texts to the page at once, a list of a hundred thousand things only in a long task. */
export function elementTexts(elements: readonly Pick<Element, 'use'>[]): string[] {
  const texts: string[] = [];
  for (let from = 0; from < elements.length; from += PIECE) texts.push(JSON.stringify(elements.slice(from, from + PIECE)));
  return texts;
}

/** How many elements are no spaces. */
export const standing = (elements: readonly Pick<Element, 'use'>[]): number => elements.filter((e) => e.use !== 'space').length;

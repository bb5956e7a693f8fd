import { AS_IT_IS } from '../../core/model/placement';
import type { ModelInfo, ModelPart } from './database';

/** One model of several as it is to stand; what was read of it is found out anew. */
export type PartWish = Omit<ModelPart, 'own'>;

/** The models of a project; an only one as the first of them. */
export function partsOf({
  parts,
  base,
  fileName,
  corrections,
}: Pick<ModelInfo, 'parts' | 'base' | 'fileName' | 'corrections'>): readonly PartWish[] {
  // elements are set right of the whole
  const { elements: _, ...own } = corrections;
  return parts ?? [{ key: 'first', name: nameOf(fileName, []), fileName, base, corrections: own, placement: AS_IT_IS, isHidden: false }];
}

/** A name for a model by its file, other than those that are taken. */
export function nameOf(fileName: string, taken: readonly string[]): string {
  return nameBeside(fileName.replace(/\.[^.]+$/, ''), taken);
}

/** A name that none of the others has: with a number where it is taken. */
export function nameBeside(name: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) {
    const own = n === 1 ? name : `${name} ${n}`;
    if (!taken.includes(own)) return own;
  }
}

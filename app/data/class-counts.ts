import type { ModelInfo } from './database';

const _known = new WeakMap<ModelInfo, ReadonlyMap<string, number>>();

/** How many elements of each class stand in a model, spaces left out; classes in alphabetical order. Counted once for each model. */
export function classCounts(model: ModelInfo): ReadonlyMap<string, number> {
  let counts = _known.get(model);
  if (!counts) {
    const found = new Map<string, number>();
    for (const { use, class: name } of model.elements) if (use !== 'space') found.set(name, (found.get(name) ?? 0) + 1);
    counts = new Map([...found].sort(([a], [b]) => (a < b ? -1 : 1)));
    _known.set(model, counts);
  }
  return counts;
}

/** Number of elements that stand there, spaces left out. */
export const solidCount = (model: ModelInfo): number => [...classCounts(model).values()].reduce((sum, n) => sum + n, 0);

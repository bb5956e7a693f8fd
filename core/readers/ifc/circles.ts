import { refs } from './placements';
import type { StepIndex } from '../step/step-index';

/** What is made of other solids, and where it names them. */
const MADE_OF: Readonly<Record<string, readonly number[]>> = {
  IFCBOOLEANRESULT: [1, 2],
  IFCBOOLEANCLIPPINGRESULT: [1, 2],
  IFCCSGSOLID: [0],
};

/**
 * Solids that are made of themselves, directly or round corners, on which the library would build for ever: of each circle the
 * record that closes it. Cost: one visit to each record of such a solid.
 */
export function circularSolids(index: StepIndex): number[] {
  const closing: number[] = [];
  const state = new Map<number, 'open' | 'done'>();
  for (const type of Object.keys(MADE_OF))
    for (const first of index.all(type)) {
      // a path of its own instead of a recursion: real files nest thousands deep
      const path = [first];
      while (path.length) {
        const id = path.at(-1)!;
        if (state.get(id) === 'open') state.set(id, 'done');
        if (state.has(id)) {
          path.pop();
          continue;
        }
        state.set(id, 'open');
        const operands = (MADE_OF[index.typeNameOf(id)] ?? []).flatMap((at) => refs(index.valueOf(id, at)));
        if (operands.some((o) => state.get(o) === 'open')) closing.push(id);
        path.push(...operands.filter((o) => !state.has(o)));
      }
    }
  return closing;
}

import { expect, it } from 'vitest';
import { LinesBuilder } from '../linework/lines-builder';
import { box, modelOf } from '../testing/solids';
import { drawModel, FRONT } from '../testing/views';
import { bareSeams } from './bare-seams';
import { factsOnFace } from './surface-lines';

it('a seam is left out where lines run along half of it, counted once where they lie on one another', () => {
  const plain = drawModel(modelOf([box([0, 0, 0], [1, 1, 1])]), FRONT);
  const seam = { element: 0, ends: Float64Array.of(0, 5, 0, 10, 5, 0) };
  const leaves = (...lines: (readonly [number, number])[]) => {
    const out = new LinesBuilder();
    for (const [from, to] of lines) out.add([from, 5, to, 5], [0, 0], 0, 1, factsOnFace(0));
    return bareSeams({ ...plain, ...out.done() }, [seam])[0]!.ends.length === 0;
  };
  expect(leaves([0, 6])).toBe(true);
  expect(leaves([0, 3], [5, 8])).toBe(true);
  // three tenths, drawn twice
  expect(leaves([0, 3], [0.2, 3])).toBe(false);
  expect(leaves([0, 3], [1, 4.5])).toBe(false);
});

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { EVERY_SIGHT, gridScene, MORE, oddScene } from '../testing/scenes';
import { modelOf, type Piece } from '../testing/solids';
import { drawModel } from '../testing/views';
import { lineFaults } from './line-faults';
import { regionOverlaps } from './region-overlaps';
import { often } from '../testing/often';

const clean = (pieces: fc.Arbitrary<readonly Piece[]>, seed: number, numRuns: number) =>
  fc.assert(
    fc.property(pieces, fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (own, view, more) => {
      const model = modelOf(own);
      const drawing = drawModel(model, { ...view, ...more });
      expect([...lineFaults(drawing), ...regionOverlaps(model, drawing)]).toEqual([]);
    }),
    { seed, numRuns: often(numRuns) },
  );

it('a drawing has nothing to clean up: no double line, no speck, no gap, no face over another', () => {
  clean(gridScene, 47, 1200);
});

it('nor aslant, with thin sheets, layered walls and terrain', () => {
  clean(oddScene, 11, 800);
});

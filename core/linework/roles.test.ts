import { describe, expect, it } from 'vitest';
import { checkSight } from '../sights/sight-schema';
import { box, modelOf } from '../testing/solids';
import { drawModel, frameSight, ISO, lengthOf, piecesOf } from '../testing/views';

describe('roles by distance', () => {
  it('what lies deeper than the far distance is far; a line that runs through it changes there', () => {
    const model = modelOf([box([0, 0, 0], [1, 1, 1]), box([3, 9, 0], [1, 1, 1])]);
    const drawing = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, -1, 0], { far: 5 }));
    expect(lengthOf(piecesOf(drawing, ['far']))).toBeCloseTo(4, 9);
    expect(lengthOf(piecesOf(drawing, ['outline', 'edge']))).toBeCloseTo(4, 9);
    const bar = modelOf([box([0, 0, 0], [1, 10, 1])]);
    const all = ['outline', 'edge', 'far'] as const;
    const [plain, split] = [ISO, { ...ISO, far: 3 }].map((sight) => drawModel(bar, sight));
    expect(lengthOf(piecesOf(split!, all))).toBeCloseTo(lengthOf(piecesOf(plain!, all)), 6);
    // along the bar the depth grows by 1/√3 a metre: its lines change role on the way
    expect(lengthOf(piecesOf(split!, ['far']))).toBeGreaterThan(3);
    expect(lengthOf(piecesOf(split!, ['outline', 'edge']))).toBeGreaterThan(3);
  });

  it('a plan shows the beam and the opening above its cut as overhead lines, up to the set height', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [6, 4, 0.2]), name: 'floor' },
      { solid: box([0, 0, 3], [4, 4, 0.2]), name: 'gallery' },
      { solid: box([1, 0, 2.6], [0.3, 4, 0.4]), name: 'beam' },
    ]);
    const plan = checkSight({ kind: 'plan', number: 'P-01', name: '', height: 1.2, overhead: null });
    const overhead = piecesOf(drawModel(model, plan), ['overhead']);
    // both long edges of the beam and the free edge of the gallery; what lies on the floor's own edge is drawn there already
    expect(overhead.filter(([u0, , u1]) => [1, 1.3, 4].some((u) => Math.abs(u0! - u) < 1e-6 && Math.abs(u1! - u) < 1e-6))).toHaveLength(3);
    expect(lengthOf(overhead)).toBeCloseTo(12, 6);
    const low = piecesOf(drawModel(model, { ...plan, overhead: 1.5 }), ['overhead']);
    expect(lengthOf(low)).toBeCloseTo(8, 6);
    expect(piecesOf(drawModel(model, { ...plan, overhead: undefined }), ['overhead'])).toHaveLength(0);
    expect(() => checkSight({ kind: 'elevation', number: '', name: '', toward: 'north', overhead: 1 })).toThrowError(
      expect.objectContaining({ code: 'sight-field' }),
    );
  });
});

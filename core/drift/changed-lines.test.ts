import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { box, modelOf, moved, polygon, prism } from '../testing/solids';
import { drawModel, FRONT, frameSight, ISO, PLAN } from '../testing/views';
import { changedLines, changedMatter } from './changed-lines';

const still = box([0, 0, 0], [2, 1, 3]);
const block = box([5, 0, 0], [1, 1, 1]);
const tank = prism(polygon(10, 0, 1, 64), 0, 2);

describe('two drawings of one sight', () => {
  it('differ by what has moved: what lies on the old goes on, at both ends of it lines come and go', () => {
    const [before, after] = [[0, 0, 0], [0, 0, 0.5]].map((by) => drawModel(modelOf([still, tank, moved(block, by as never)]), FRONT)); // prettier-ignore
    const { gone, come, goneLength, comeLength } = changedLines(before!, after!);
    // its level sides of a metre, and half a metre of each upright one
    expect([goneLength, comeLength]).toEqual([expect.closeTo(3, 6), expect.closeTo(3, 6)]);
    const heights = (pieces: Float64Array) => [Math.min(...pieces.filter((_, i) => i % 2)), Math.max(...pieces.filter((_, i) => i % 2))];
    expect([heights(gone), heights(come)]).toEqual([[0, 1], [0.5, 1.5]]); // prettier-ignore
    expect(Math.min(...gone.filter((_, i) => i % 2 === 0))).toBeCloseTo(5, 6);
  });

  it('are the same where only the order of bodies, the sides of a round one and the names of elements differ', () => {
    const finer = prism(polygon(10, 0, 1, 96), 0, 2);
    for (const sight of [FRONT, PLAN, ISO]) {
      const [a, b] = [drawModel(modelOf([still, block, tank]), sight), drawModel(modelOf([tank, still, block]), sight)];
      expect([changedLines(a, b).come.length, changedLines(a, b).gone.length]).toEqual([0, 0]);
    }
    const [a, b] = [tank, finer].map((own) => drawModel(modelOf([own]), PLAN));
    expect(changedLines(a!, b!).comeLength).toBeLessThan(0.01);
    const wider = drawModel(modelOf([prism(polygon(10, 0, 1.01, 96), 0, 2)]), PLAN);
    expect(changedLines(a!, wider).comeLength).toBeCloseTo(2 * Math.PI * 1.01, 2);
  });

  it('are the same in what stays as it is, however short its sides are: bevels of a quarter of a millimetre, rims of thin bars', () => {
    const c = 0.0002;
    const bevelled = prism([[8, 0], [9 - c, 0], [9, c], [9, 1 - c], [9 - c, 1], [8, 1]], 0, 1); // prettier-ignore
    const bars = [0.0005, 0.002, 0.0125].map((r, k) => prism(polygon(12 + k, 0, r, 33), 0, 1));
    for (const sight of [PLAN, FRONT, ISO]) {
      const [before, after] = [[0, 0, 0], [0, 0, 0.5]].map((by) => drawModel(modelOf([still, bevelled, ...bars, moved(block, by as never)]), sight)); // prettier-ignore
      const { gone, come } = changedLines(before!, after!);
      const far = [...gone, ...come].filter((u, i) => i % 2 === 0 && (sight === ISO ? Math.abs(u) > 1e9 : u > 6.5));
      expect(far).toEqual([]);
      expect(changedLines(before!, before!).come).toHaveLength(0);
    }
  });

  it('a line that is drawn in another role has gone and come', () => {
    // flush with a wall behind it the outline of the block is an edge
    const [alone, flush] = [modelOf([block]), modelOf([block, box([4, 0.999, 0], [3, 0.5, 1])])].map((model) => drawModel(model, FRONT));
    const { goneLength, comeLength } = changedLines(alone!, flush!);
    expect(comeLength).toBeGreaterThan(goneLength);
    const back = changedLines(flush!, alone!);
    expect([back.comeLength, back.goneLength]).toEqual([goneLength, comeLength]);
  });
});

it('a cut face that is of another material than before is told where no line is', () => {
  const cut = (materials: readonly string[]) => {
    const model = modelOf(materials.map((material, i) => ({ solid: box([i * 3, 0, 0], [1, 1, 1 + i]), material })));
    const drawing = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0], { kind: 'section' }));
    return { drawing, names: { materials: model.materials.map(({ name }) => name) } };
  };
  const before = cut(['Oak', 'Brick', 'Stone']);
  const after = cut(['Brick', 'Oak', 'Stone']);
  expect(changedLines(before.drawing, after.drawing)).toMatchObject({ goneLength: 0, comeLength: 0 });
  expect(changedMatter(before, after).map((face) => Math.round(faceArea(face)))).toEqual([1, 2]);
  expect(changedMatter(before, cut(['Oak', 'Brick', 'Stone']))).toEqual([]);
  // what moved is told by its lines
  expect(changedMatter(before, cut(['Oak']))).toEqual([]);
});

import { describe, expect, it } from 'vitest';
import { elementFigures } from '../../checks/element-figures';
import { boundCorners } from '../../geometry/bounds';
import { correct } from '../../model/correct';
import { noteSentence } from '../../faults/wording';
import type { Model } from '../../model/model';
import { readPlanDxf } from '../../readers/plan/plan-dxf';
import { prepare } from '../../scene/prepare';
import { drawModel } from '../../testing/views';
import { emptyPlan } from '../../readers/plan/empty-plan';
import { replan } from '../../readers/plan/replan';
import { stripOutlines } from '../../readers/plan/strip';

/** A DXF of entities on layers, in millimetres unless said otherwise. */
const dxf = (entities: string, insunits = 4) =>
  new TextEncoder().encode(
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${insunits}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`,
  );
const outline = (layer: string, corners: readonly (readonly [number, number, number?])[]) =>
  `0\nLWPOLYLINE\n8\n${layer}\n90\n${corners.length}\n70\n1\n${corners.map(([x, y, bulge]) => `10\n${x}\n20\n${y}\n${bulge ? `42\n${bulge}\n` : ''}`).join('')}`;
const rectangle = (layer: string, x: number, y: number, w: number, h: number) =>
  outline(layer, [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ]);
const line = (layer: string, a: number, b: number, c: number, d: number) =>
  `0\nLINE\n8\n${layer}\n10\n${a}\n20\n${b}\n11\n${c}\n21\n${d}\n`;
const circle = (layer: string, x: number, y: number, r: number) => `0\nCIRCLE\n8\n${layer}\n10\n${x}\n20\n${y}\n40\n${r}\n`;

const volumes = (model: Model) => {
  const scene = prepare(model);
  expect([...scene.partClosed].every((c) => c === 1)).toBe(true);
  const { volume } = elementFigures(model, scene);
  return Object.fromEntries(model.elements.map((e, i) => [e.name, Math.round(volume[i]! * 1e6) / 1e6]));
};

describe('a model out of a plan', () => {
  const house =
    rectangle('WALLS', 0, 0, 10000, 8000) +
    rectangle('WALLS', 300, 300, 9400, 7400) +
    rectangle('OPENINGS', 2000, -50, 1000, 400) +
    rectangle('SLAB', 0, 0, 10000, 8000);

  it('outlines within outlines are holes; openings are cut through walls between sill and head; layers go by their names', () => {
    const model = readPlanDxf(dxf(house), 'house.dxf');
    expect(model.plan!.rows.map((r) => [r.layer, r.class])).toEqual([
      ['OPENINGS', 'Opening'],
      ['SLAB', 'Slab'],
      ['WALLS', 'Wall'],
    ]);
    const wall = (10 * 8 - 9.4 * 7.4) * 2.5;
    expect(volumes(model)).toEqual({ 'SLAB 1': 16, 'WALLS 1': expect.closeTo(wall - 1 * 0.3 * 2.1, 6) });
    const window = replan(model, { plan: { OPENINGS: { base: 0.9, height: 1.2 }, WALLS: { height: 3 }, SLAB: { class: '' } } });
    expect(volumes(window)).toEqual({ 'WALLS 1': expect.closeTo((10 * 8 - 9.4 * 7.4) * 3 - 1 * 0.3 * 1.2, 6) });
  });

  it('the bands of a pierced wall draw no line between them', () => {
    const model = readPlanDxf(dxf(house), 'house.dxf');
    const front = drawModel(model, { kind: 'elevation', number: 'E', name: '', toward: [0, 1] });
    // the outline of the wall, the slab below it, and the three sides of the opening: no level line at the head but the opening's own
    const heads: number[] = [];
    for (let l = 0; l < front.lineRole.length; l++) {
      const [from, to] = [front.lineStart[l]! * 2, front.lineStart[l + 1]! * 2];
      for (let i = from; i + 3 < to; i += 2)
        if (Math.abs(front.points[i + 1]! - 2.1) < 1e-6 && Math.abs(front.points[i + 3]! - 2.1) < 1e-6)
          heads.push(Math.abs(front.points[i + 2]! - front.points[i]!));
    }
    expect(heads.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 5);
  });

  it('walls from double lines by their thickness, lines and arcs whose ends meet, circles and bulges', () => {
    const drawn =
      line('PARTITION', 0, 0, 4000, 0) +
      line('PARTITION', 500, 120, 4000, 120) +
      line('A', 0, 5000, 1000, 5000) +
      line('A', 1000, 6000, 0, 6000) +
      line('A', 0, 6000, 0, 5000) +
      line('A', 1000, 5000, 1000, 6000) +
      circle('COLUMN', 9000, 9000, 200) +
      outline(
        'B',
        [
          [20000, 0, -1],
          [22000, 0],
        ].concat([[21000, -3000]]) as [number, number, number?][],
      );
    const model = readPlanDxf(dxf(drawn), 'a.dxf');
    const v = volumes(model);
    expect(v['PARTITION 1']).toBeCloseTo(3.5 * 0.12 * 2.5, 6);
    expect(v['A 1']).toBeCloseTo(2.5, 6);
    expect(v['COLUMN 1']).toBeCloseTo(16 * 0.2 ** 2 * Math.sin(Math.PI / 16) * 2.5, 5);
    // a triangle with a half round on its side of two metres, of 16 chords
    expect(v['B 1']).toBeCloseTo((3 + 8 * Math.sin(Math.PI / 16)) * 2.5, 5);
  });

  it('a unit that is not stated is guessed by the size; nothing closed is refused', () => {
    const guessed = readPlanDxf(dxf(house, 0), 'a.dxf');
    expect(guessed.asRead).toEqual({ metres: 0.001, up: 'z', isStated: false });
    expect(guessed.notes.map((n) => n.code)).toEqual(['unit-guessed']);
    // set right to centimetres the house is ten times as wide, and as high as before
    const right = correct(replan(guessed, { unit: 'cm' }), { unit: 'cm' });
    const box = boundCorners(right.positions, 0, right.positions.length / 3, new Float64Array(6));
    expect([3, 4, 5].map((k) => box[k]! - box[k - 3]!)).toEqual([100, 80, 2.7].map((x) => expect.closeTo(x, 9) as number));
    expect(right.asRead).toMatchObject({ metres: 0.01, isStated: true });
    expect(right.notes).toEqual([]);
    expect(() => readPlanDxf(dxf(line('X', 0, 0, 1, 1)), 'a.dxf')).toThrowError(expect.objectContaining({ code: 'file-without-faces' }));
    const damaged = new TextEncoder().encode('0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n');
    expect(() => readPlanDxf(damaged, 'a.dxf')).toThrowError(expect.objectContaining({ code: expect.stringMatching(/^file-/) as string }));
    expect(readPlanDxf(dxf(`${house}0\nINSERT\n8\n0\n2\nX\n10\n0\n20\n0\n`), 'a.dxf').notes.map(noteSentence)).toEqual([
      '1 pieces are splines, hatches or blocks that are not there and are passed over',
    ]);
  });

  it('has its blocks taken apart: moved, turned, stretched, in rows, in one another, seen from behind', () => {
    const square = '0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n1000\n20\n0\n10\n1000\n20\n1000\n10\n0\n20\n1000\n';
    const block = (name: string, of: string, x = 0) => `0\nBLOCK\n8\n0\n2\n${name}\n10\n${x}\n20\n0\n${of}0\nENDBLK\n`;
    const insert = (name: string, layer: string, groups: Record<number, number>) =>
      `0\nINSERT\n8\n${layer}\n2\n${name}\n${Object.entries(groups).map(([code, value]) => `${code}\n${value}\n`).join('')}`; // prettier-ignore
    const blocks =
      block('Post', square, 500) + block('Pair', insert('post', '0', { 10: 0 }) + insert('POST', 'OTHER COLUMNS', { 10: 5000 })) + block('Loop', insert('Loop', '0', {}).repeat(9)); // prettier-ignore
    const placed = [
      // base point in the middle of a side: from 1500 to 2500, twice as deep
      insert('Post', 'COLUMNS A', { 10: 2000, 20: 0, 42: 2 }),
      // turned by a quarter: what was to the right is above
      insert('Post', 'COLUMNS B', { 10: 0, 20: 9000, 50: 90 }),
      insert('Post', 'COLUMNS C', { 10: 0, 20: 20000, 70: 3, 44: 4000 }),
      insert('Pair', 'COLUMNS D', { 10: 0, 20: 40000 }),
      insert('Post', 'COLUMNS E', { 10: 3000, 20: 60000, 230: -1 }),
      // on paper
      insert('Post', 'COLUMNS F', { 10: 0, 20: 0, 67: 1 }),
    ];
    const text = (of: string) => new TextEncoder().encode(`0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${of}0\nENDSEC\n0\nEOF\n`); // prettier-ignore
    const { plan } = readPlanDxf(text(placed.join('')), 'a.dxf', { unit: 'mm' });
    const boxes = plan!.layers.map(({ name, rings }) => [name, ...rings.map((r) => [0, 1].map((k) => [Math.min, Math.max].map((of) => of(...r.filter((_, i) => i % 2 === k))))).sort()]); // prettier-ignore
    expect(boxes).toEqual([
      ['COLUMNS A', [[1.5, 2.5], [0, 2]]],
      ['COLUMNS B', [[-1, expect.closeTo(0)], [8.5, 9.5]]],
      ['COLUMNS C', [[-0.5, 0.5], [20, 21]], [[3.5, 4.5], [20, 21]], [[7.5, 8.5], [20, 21]]],
      ['COLUMNS D', [[-0.5, 0.5], [40, 41]]],
      ['COLUMNS E', [[-3.5, -2.5], [60, 61]]],
      ['OTHER COLUMNS', [[4.5, 5.5], [40, 41]]],
    ]); // prettier-ignore
    // a block in itself, and a small file that would be a thousand times a thousand posts
    expect(readPlanDxf(text(insert('Loop', '0', {}) + house), 'a.dxf').notes.map((n) => n.code)).toContain('pieces-skipped');
    const rows = insert('Post', 'COLUMNS', { 70: 100, 71: 100 });
    expect(() => readPlanDxf(text(rows.repeat(30)), 'a.dxf')).toThrowError(expect.objectContaining({ code: 'file-too-large' }));
  });

  it('is drawn by hand: a ring of wall by its middle line, an opening in it, beside what was read', () => {
    const ring = stripOutlines([0, 0, 6, 0, 6, 4, 0, 4, 0, 0], 0.3);
    const drawn = [
      { layer: 'WALLS', rings: ring },
      { layer: 'OPENINGS', rings: [[1, -0.2, 2, -0.2, 2, 0.2, 1, 0.2]] },
      { layer: 'PARTITIONS', rings: stripOutlines([3, 0.15, 3, 3.85], 0.1) },
    ];
    const model = replan(emptyPlan('by hand'), { drawn, plan: { OPENINGS: { base: 0.9, height: 1.2 } } });
    // the middle lines of the ring are 20 m long, and its corners mitred
    expect(volumes(model)).toEqual({ 'WALLS 1': 20 * 0.3 * 2.5 - 1 * 0.3 * 1.2, 'PARTITIONS 1': expect.closeTo(3.7 * 0.1 * 2.5, 6) });
    expect(model.plan!.rows.map((r) => [r.layer, r.class, r.outlines])).toEqual([
      ['OPENINGS', 'Opening', 1],
      ['PARTITIONS', 'Wall', 1],
      ['WALLS', 'Wall', 2],
    ]);
    expect(
      replan(readPlanDxf(dxf(house), 'house.dxf'), { drawn: [{ layer: 'SHED', rings: [[20, 0, 22, 0, 22, 2]] }] }).elements.length,
    ).toBe(readPlanDxf(dxf(house), 'house.dxf').elements.length + 1);
  });
});

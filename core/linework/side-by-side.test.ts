import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { checkSight } from '../sights/sight-schema';
import type { Sight } from '../sights/sight';
import { box, modelOf, polygon, prism } from '../testing/solids';
import { drawModel, frameSight, lengthOf, piecesOf } from '../testing/views';

const section = (path: [number, number][], more: Partial<Sight> = {}): Sight => ({
  kind: 'section',
  number: 'S',
  name: '',
  path,
  look: 'left',
  ...more,
});

describe('a jogged section', () => {
  // A slab 10 long and 6 deep; a pier near the front at x = 2, another at the back at x = 8.
  const model = modelOf([
    { solid: box([0, 0, 0], [10, 6, 0.5]), material: 'Concrete' },
    { solid: box([1.5, 1, 0.5], [1, 1, 2]), material: 'Concrete' },
    { solid: box([7.5, 4, 0.5], [1, 1, 3]), material: 'Concrete' },
  ]);
  const jogged = section(
    [
      [-1, 1.5],
      [5, 1.5],
      [5, 4.5],
      [11, 4.5],
    ],
    { depth: 0 },
  );

  it('cuts both piers in one drawing, with no line at the jog and the slab in one region', () => {
    const drawing = drawModel(model, jogged);
    expect(drawing.regions).toHaveLength(1);
    expect(faceArea(drawing.regions[0]!.face)).toBeCloseTo(10 * 0.5 + 2 + 3, 5);
    // slab 10.5 x 2 less what stands on it, two piers
    expect(lengthOf(piecesOf(drawing))).toBeCloseTo(2 * 10.5 + 2 * 2 + 2 * 3, 5);
    expect(piecesOf(drawing).some(([u0, , u1]) => Math.abs(u0! - 6) < 1e-6 && Math.abs(u1! - 6) < 1e-6)).toBe(false);
    // the underside is one line from end to end
    expect(
      piecesOf(drawing).some(
        ([u0, v0, u1, v1]) => Math.abs(Math.abs(u1! - u0!) - 10) < 1e-6 && Math.abs(v0!) < 1e-6 && Math.abs(v1!) < 1e-6,
      ),
    ).toBe(true);
  });

  it('goes on beyond the ends of its line where its limits say so, on the side where the outer legs lie', () => {
    const short = section([[2, 1.5], [5, 1.5], [5, 4.5], [8, 4.5]], { depth: 0 }); // prettier-ignore
    const area = (own: Sight) => drawModel(model, own).regions.reduce((sum, { face }) => sum + faceArea(face), 0);
    expect(area(short)).toBeCloseTo(6 * 0.5 + 0.5 * 2 + 0.5 * 3, 5);
    // the slab and the piers whole, as without an end
    const whole = 10 * 0.5 + 2 + 3;
    expect(area({ ...short, limits: { left: null, right: null } })).toBeCloseTo(whole, 5);
    expect(area({ ...short, limits: { left: -10, right: 20 } })).toBeCloseTo(whole, 5);
    expect(area({ ...short, limits: { left: -0.5 } })).toBeCloseTo(6.5 * 0.5 + 2 + 0.5 * 3, 5);
    // from the other side the left end is the last of the path
    expect(area({ ...short, look: 'right', limits: { left: -0.5 } })).toBeCloseTo(6.5 * 0.5 + 0.5 * 2 + 3, 5);
    const { steps } = drawModel(model, { ...short, limits: { left: null, right: 7 } });
    expect(steps).toEqual([3, 7]);
  });

  it('looked at from the other side is the same, mirrored', () => {
    const other = drawModel(model, { ...jogged, look: 'right' });
    const us = (d: typeof other) => piecesOf(d).flatMap(([a, , b]) => [a!, b!]);
    const there = us(drawModel(model, jogged))
      .map((u) => Math.round((12 - u) * 1e6))
      .sort((a, b) => a - b);
    expect(
      us(other)
        .map((u) => Math.round(u * 1e6))
        .sort((a, b) => a - b),
    ).toEqual(there);
  });

  it('has a depth for each leg', () => {
    const behind = modelOf([box([1, 3, 0], [1, 1, 1]), box([8, 7, 0], [1, 1, 1])]);
    const sight = section([
      [-1, 0],
      [5, 0],
      [5, 4],
      [11, 4],
    ]);
    expect(lengthOf(piecesOf(drawModel(behind, sight)))).toBeCloseTo(8, 6);
    expect(lengthOf(piecesOf(drawModel(behind, { ...sight, legDepths: [2, null] })))).toBeCloseTo(4, 6);
    expect(lengthOf(piecesOf(drawModel(behind, { ...sight, legDepths: [null, 2] })))).toBeCloseTo(4, 6);
  });

  it('unfolds legs that run at an angle: a round tower cut along two radii keeps its wall thickness', () => {
    const wall = modelOf([{ solid: prism(polygon(0, 0, 2, 4, Math.PI / 4), 0, 1), material: 'Stone' }]);
    const drawing = drawModel(
      wall,
      section(
        [
          [-3, 0],
          [0, 0],
          [2, 2],
        ],
        { depth: 0 },
      ),
    );
    // the square has half sides √2; along the diagonal its corner lies at 2
    expect(faceArea(drawing.regions[0]!.face)).toBeCloseTo(Math.SQRT2 + 2, 5);
  });

  it('is refused when a leg has no length', () => {
    expect(() =>
      checkSight(
        section([
          [0, 0],
          [1, 0],
          [1, 0],
        ]),
      ),
    ).toThrowError(expect.objectContaining({ facts: expect.objectContaining({ field: 'path', reason: 'leg 2 has no length' }) as object }));
  });
});

describe('a ceiling plan', () => {
  it('lies as the floor plan lies: mirrored, with what hangs above', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [4, 4, 0.2]) },
      { solid: box([0, 0, 2.8], [4, 4, 0.2]) },
      { solid: box([0.5, 0.5, 2.3], [1, 0.5, 0.5]), name: 'beam' },
      { solid: box([0, 0, 0.2], [0.3, 4, 2.6]), name: 'wall' },
    ]);
    const ceiling = drawModel(model, checkSight({ kind: 'ceiling plan', number: 'C-01', name: '', height: 1.2 }));
    const beam = piecesOf(ceiling, ['outline', 'edge']).flatMap(([u0, v0, u1, v1]) => [
      [u0!, v0!],
      [u1!, v1!],
    ]);
    for (const [u, v] of [
      [0.5, 0.5],
      [1.5, 0.5],
      [1.5, 1],
      [0.5, 1],
    ] as const)
      expect(beam.some(([a, b]) => Math.hypot(a! - u, b! - v) < 1e-6)).toBe(true);
    expect(ceiling.frame.right).toEqual([1, 0, 0]);
    expect(ceiling.frame.look).toEqual([0, 0, 1]);
    const [region] = ceiling.regions;
    expect(faceArea(region!.face)).toBeCloseTo(1.2, 6);
    expect(Math.min(...region!.face[0]!.filter((_, i) => i % 2 === 0))).toBeCloseTo(0, 6);
  });

  it('keeps its arcs true', () => {
    const half = [...polygon(0, 0, 1, 32).slice(0, 17)];
    const model = modelOf([prism(half, 1, 2)]);
    const up = drawModel(model, checkSight({ kind: 'ceiling plan', number: '', name: '', height: 0 }));
    const down = drawModel(model, { ...frameSight([0, 0, -1], [0, 1, 0]) });
    const arcs = (d: typeof up) => [...d.arcs].map((x) => Math.round(x * 1e6) / 1e6 + 0);
    expect(arcs(up)).toEqual(arcs(down));
  });
});

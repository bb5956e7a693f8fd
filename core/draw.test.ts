import { describe, expect, it } from 'vitest';
import { faceArea } from './geometry/rings';
import { JOIN } from './geometry/numbers/tolerances';
import { box, modelOf, moved, polygon, prism, turned } from './testing/solids';
import { drawModel, FRONT, frameSight, ISO, lengthOf, piecesOf, PLAN } from './testing/views';

const area = (drawing: ReturnType<typeof drawModel>) => drawing.regions.reduce((sum, r) => sum + faceArea(r.face), 0);

describe('a drawing beside closed formulas', () => {
  it('shows the four sides of a box from the front', () => {
    const pieces = piecesOf(drawModel(modelOf([box([0, 0, 0], [2, 3, 1])]), FRONT));
    expect(lengthOf(pieces)).toBeCloseTo(2 * (2 + 1), 9);
  });

  it('shows nine edges of a cube in isometric, each √(2/3) long', () => {
    const pieces = piecesOf(drawModel(modelOf([box([0, 0, 0], [1, 1, 1])]), ISO));
    expect(pieces).toHaveLength(9);
    for (const piece of pieces) expect(lengthOf([piece])).toBeCloseTo(Math.sqrt(2 / 3), 8);
  });

  it('shows a cylinder of 32 sides as two rims and two outlines, and its plan as one true circle', () => {
    const model = modelOf([prism(polygon(0, 0, 1, 32), 0, 3)]);
    expect(lengthOf(piecesOf(drawModel(model, FRONT)))).toBeCloseTo(2 * 3 + 2 * 2, 9);
    const plan = drawModel(model, PLAN);
    expect([...plan.lineArc]).toEqual([0]);
    expect([...plan.arcs].map((x) => Math.round(x * 1e9) / 1e9 + 0)).toEqual([0, 0, 1, 0, 1, 0, Math.round(2 * Math.PI * 1e9) / 1e9]);
  });

  it.each([
    ['a pin of 8 mm and 320 sides', 0.004, 320, 0.03],
    ['a tank of 200 m and 6,000 sides, whose facets bend by less than 0.1°', 100, 6000, 10],
  ])('shows the outlines of what is divided very finely: %s', (_, radius, sides, height) => {
    const model = modelOf([prism(polygon(0, 0, radius, sides), 0, height)]);
    const pieces = piecesOf(drawModel(model, FRONT));
    expect(pieces).toHaveLength(4);
    // ends nearer to one another than JOIN are one
    expect(Math.abs(lengthOf(pieces) - 2 * height - 4 * radius)).toBeLessThan(4 * JOIN);
  });

  it.each([
    ['narrow facets of single precision', 2e-6, 0.002, 400],
    ['facets of a file with three digits behind the point', 4e-4, 0.5, 20],
  ])('shows nothing in a flat face that is seen edge-on, or nearly: %s', (_, noise, width, columns) => {
    const off = (i: number) => (((i * 7919) % 13) / 13 - 0.5) * noise;
    const corners = Array.from({ length: columns * 2 }, (_corner, i) => [Math.floor(i / 2) * width, off(i), (i % 2) * 3] as const);
    const triangles = Array.from({ length: columns - 1 }, (_column, c) => [[c * 2, c * 2 + 2, c * 2 + 3], [c * 2, c * 2 + 3, c * 2 + 1]] as const).flat(); // prettier-ignore
    const sheet = modelOf([{ corners, triangles }]);
    for (const slant of [0, 0.0003, 0.001]) {
      const pieces = piecesOf(drawModel(sheet, frameSight([1, slant, 0], [0, 0, 1])));
      // its two upright borders; the others are as long as they are wide in the picture
      const upright = pieces.filter(([, v0, , v1]) => Math.abs(v1! - v0!) > 0.1);
      expect(lengthOf(upright)).toBeLessThan(2 * 3 + 1e-3);
    }
  });

  it('keeps an octagon an octagon: eight edges, no arc', () => {
    const plan = drawModel(modelOf([prism(polygon(0, 0, 1, 8), 0, 1)]), PLAN);
    expect(plan.arcs).toHaveLength(0);
    expect(lengthOf(piecesOf(plan))).toBeCloseTo(8 * 2 * Math.sin(Math.PI / 8), 8);
  });

  it('cuts a cone by a level plane in a polygon of the expected area, and along its axis in a triangle', () => {
    const cone = modelOf([prism(polygon(0, 0, 1, 32), 0, 2, [0, 0])]);
    const level = drawModel(cone, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 }));
    // A regular polygon of n corners on radius r has the area n/2 r² sin(2π/n); half way up r = 1/2.
    expect(area(level)).toBeCloseTo(16 * 0.25 * Math.sin((2 * Math.PI) / 32), 5);
    const upright = drawModel(cone, frameSight([0, 1, 0], [0, 0, 1], [0, 0, 0], { depth: 0 }));
    expect(area(upright)).toBeCloseTo((2 * 2) / 2, 9);
  });

  it('keeps hidden lines on their own when asked: a box behind a box', () => {
    const model = modelOf([box([0, 0, 0], [2, 1, 2]), box([0.5, 2, 0.5], [1, 1, 1])]);
    expect(lengthOf(piecesOf(drawModel(model, FRONT)))).toBeCloseTo(8, 9);
    const withHidden = drawModel(model, { ...FRONT, hidden: true });
    expect(lengthOf(piecesOf(withHidden))).toBeCloseTo(8, 9);
    expect(lengthOf(piecesOf(withHidden, ['hidden']))).toBeCloseTo(4, 9);
  });

  it('stops at the depth limit and at the limits of the picture', () => {
    const model = modelOf([box([0, 0, 0], [1, 1, 1]), box([3, 5, 0], [1, 1, 1])]);
    const near = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, -1, 0], { depth: 3 }));
    expect(lengthOf(piecesOf(near))).toBeCloseTo(4, 9);
    const cropped = drawModel(model, { ...FRONT, limits: { right: 0.5 } });
    expect(lengthOf(piecesOf(cropped))).toBeCloseTo(0.5 + 1 + 0.5, 9);
  });

  it('draws nothing twice where boxes stand side by side, and the joint between elements without material once', () => {
    const pieces = piecesOf(drawModel(modelOf([box([0, 0, 0], [1, 1, 1]), box([1, 0, 0], [1, 1, 1])]), FRONT));
    expect(lengthOf(pieces)).toBeCloseTo(7, 9);
  });

  it('draws no joint between flush elements of one material', () => {
    const material = 'Concrete';
    const model = modelOf([
      { solid: box([0, 0, 0], [1, 1, 1]), material },
      { solid: box([1, 0, 0], [1, 1, 1]), material },
    ]);
    expect(lengthOf(piecesOf(drawModel(model, FRONT)))).toBeCloseTo(6, 9);
  });

  it('tells outlines from edges: the depth jumps across an outline', () => {
    const drawing = drawModel(modelOf([box([0, 0, 0], [3, 1, 3]), box([1, -1, 1], [1, 1, 1])]), FRONT);
    expect(lengthOf(piecesOf(drawing, ['outline']))).toBeCloseTo(12 + 4, 9);
    expect(piecesOf(drawing, ['edge'])).toHaveLength(0);
    const step = drawModel(modelOf([box([0, 0, 0], [3, 1, 3]), box([1, -0.005, 1], [1, 0.005, 1])]), FRONT);
    expect(lengthOf(piecesOf(step, ['edge']))).toBeCloseTo(4, 9);
  });

  it('is the same byte for byte each time, and moves with a model that lies at map coordinates', () => {
    const solids = [box([0, 0, 0], [2, 1, 1]), prism(polygon(1, 3, 0.7, 24), 0, 2)];
    const once = drawModel(modelOf(solids), ISO);
    expect(drawModel(modelOf(solids), ISO)).toEqual(once);
    const model = { ...modelOf(solids), origin: [512_000, 6_148_000, 12] as const };
    const far = drawModel(model, frameSight([-1, 1, -1], [0, 0, 1]));
    expect(lengthOf(piecesOf(far))).toBeCloseTo(lengthOf(piecesOf(once)), 6);
  });
});

it('a round bar through a block, cut along its axis, leaves no line of its own in the face of both', () => {
  const bar = moved(turned(prism(polygon(0, 0, 0.3, 24), 1, 3), 1), [0, 1, 1]);
  const pieces = [box([0, 0, 0], [2, 2, 2]), bar].map((solid) => ({ solid, material: 'Oak' }));
  const drawing = drawModel(modelOf(pieces), frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0]));
  expect(drawing.regions).toHaveLength(1);
  expect(piecesOf(drawing, ['outline', 'edge', 'surface'])).toEqual([]);
});

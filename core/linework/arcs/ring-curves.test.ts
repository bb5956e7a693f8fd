import { expect, it } from 'vitest';
import type { Sight } from '../../sights/sight';
import { modelOf, polygon, prism, type Solid } from '../../testing/solids';
import { drawModel, frameSight } from '../../testing/views';
import type { Drawing } from '../drawing';
import { drawnSides } from '../boundary-edges';

/** Area of the faces of a drawing as they are drawn: the polygons of all ends, and the segments between chords and arcs. */
function drawnArea({ regions, regionCurves }: Drawing, material?: number): number {
  let twice = 0;
  regions.forEach(({ face, material: of }, r) => {
    if (material !== undefined && of !== material) return;
    for (const ring of drawnSides(face, regionCurves?.[r]))
      for (const { from, to, arc, isForward } of ring) {
        twice += from[0] * to[1] - from[1] * to[0];
        if (!arc) continue;
        const angle = arc[6] - arc[5];
        twice += (isForward ? 1 : -1) * (arc[2] ** 2 + arc[3] ** 2) * arc[4] * (angle - Math.sin(angle));
      }
  });
  return twice / 2;
}

const cut = (solid: Solid, more: Partial<Sight> = {}) =>
  drawModel(modelOf([solid]), { ...frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1]), depth: 0, ...more });
const column = (sides: number, radius = 0.4) => prism(polygon(0.3, 0.1, radius, sides, 0.05), 0, 3);

it('faces are drawn along the arcs of their lines: areas of circle, ellipse, ring and half circle', () => {
  for (const sides of [12, 24, 100]) {
    expect(drawnArea(cut(column(sides)))).toBeCloseTo(Math.PI * 0.16, 6);
    // on its side, as a ceiling plan has it
    expect(drawnArea(cut(column(sides), { kind: 'ceiling plan' }))).toBeCloseTo(Math.PI * 0.16, 6);
    // cut off at the limits: a half, and what is left of a circle right of a third of its radius
    expect(drawnArea(cut(column(sides), { limits: { right: 0.3 } }))).toBeCloseTo((Math.PI * 0.16) / 2, 4);
    const segment = 0.16 * (Math.acos(1 / 3) - (1 / 3) * Math.sqrt(8 / 9));
    expect(drawnArea(cut(column(sides), { limits: { left: 0.3 + 0.4 / 3 } }))).toBeCloseTo(segment, 4);
  }
  const aslant = frameSight([1, 0, -1], [1, 0, 1], [0.3, 0, 1.5], { depth: 0 });
  expect(drawnArea(drawModel(modelOf([column(48)]), aslant))).toBeCloseTo(Math.PI * 0.16 * Math.SQRT2, 6);
});

it('a round wall with an opening is filled between its arcs and its jambs', () => {
  // jambs on radii, a fifth and a third along a facet: the area is 1/2 (R² - r²) of the angle between them
  const step = (2 * Math.PI) / 180;
  const rim = (radius: number) =>
    [10.2, ...Array.from({ length: 140 }, (_, k) => 11 + k), 150.35].map((k) => {
      const reach = (radius * Math.cos(step / 2)) / Math.cos(step * (k - Math.floor(k) - 0.5));
      return [reach * Math.cos(k * step), reach * Math.sin(k * step)] as const;
    });
  const wall = prism([...rim(2), ...rim(1.7).reverse()], 0, 3);
  expect(drawnArea(cut(wall))).toBeCloseTo(0.5 * (4 - 1.7 ** 2) * 140.15 * step, 6);
});

it('a column in the joint of two slabs takes half of its circle from each', () => {
  for (const sides of [12, 24, 60]) {
    const model = modelOf([
      { solid: prism(polygon(0, 0, 0.4, sides), 0, 3), material: 'Concrete' },
      { solid: prism([[-2, -1], [0, -1], [0, 1], [-2, 1]], 0, 3), material: 'Oak' }, // prettier-ignore
      { solid: prism([[0, -1], [2, -1], [2, 1], [0, 1]], 0, 3), material: 'Brick' }, // prettier-ignore
    ]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 }));
    for (const [name, area] of [
      ['Concrete', Math.PI * 0.16],
      ['Oak', 4 - Math.PI * 0.08],
      ['Brick', 4 - Math.PI * 0.08],
    ] as const)
      // prettier-ignore
      expect(drawnArea(drawing, model.materials.findIndex((m) => m.name === name))).toBeCloseTo(area, 5);
  }
});

import { expect, it } from 'vitest';
import { ON_FACES } from '../drafting/faces-on-paper';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { inLook } from '../drafting/standard/standard';
import { facesOf } from '../faces-of';
import { faceArea, ringBounds } from '../geometry/rings';
import { prepare } from '../scene/prepare';
import { published } from '../testing/published';
import { modelOf, polygon, prism } from '../testing/solids';
import { drawModel, FRONT } from '../testing/views';

const HIGH = 3;
const column = (sides: number) => modelOf([{ solid: prism(polygon(0, 0, 1, sides), 0, HIGH), name: 'column', class: 'Column', material: 'Concrete' }]); // prettier-ignore

/** The area of each tone of a column of radius 1 in elevation, the lightest first. */
function tones(sides: number): [colour: string, area: number, left: number, right: number][] {
  const model = column(sides);
  const seen = facesOf(model, prepare(model), FRONT);
  const drawing = { ...drawModel(model, FRONT), seen };
  const graphic = published(model, FRONT, { drawing, standard: inLook(SHIPPED, 'presentation')!, onFaces: ON_FACES });
  const found = new Map<string, [number, number, number]>();
  graphic.drawing.regions.forEach(({ use, face }, r) => {
    if (use !== 'tone') return;
    const colour = String(graphic.pens[graphic.fills[r]!.pen]!.colour);
    const [area, left, right] = found.get(colour) ?? [0, Infinity, -Infinity];
    const [u0, , u1] = ringBounds(face);
    found.set(colour, [area + faceArea(face), Math.min(left, u0), Math.max(right, u1)]);
  });
  return [...found].map(([colour, own]): [string, number, number, number] => [colour, ...own]).sort((a, b) => (a[0] < b[0] ? 1 : -1));
}

/*
 * A point of the column at the angle f from its middle, counted to the right, has the normal (sin f, cos f) to the right and to the eye; the
 * light comes along (-0.6, 0.8) and 0.7 from above. Its part along the light is then cos(f - f0) / sqrt(1.49) with tan f0 = -0.6 / 0.8, and
 * the step n of sixteen goes from 1 - (n + 1/2) / 16 to 1 - (n - 1/2) / 16.
 */
const F0 = Math.atan2(-0.6, 0.8);
const angleAt = (lit: number) => Math.acos(Math.min(1, Math.max(-1, lit * Math.sqrt(1.49))));

it.each([
  [20, 0.05],
  [48, 0.005],
])('tones of a round column of %d sides lie as those of its smooth surface (closed form)', (sides, within) => {
  const [lightest, second] = tones(sides);
  // steps 3 and 4: the brightest place of all is 0.819, which is step 3
  const [a3, a4] = [angleAt(1 - 3.5 / 16), angleAt(1 - 4.5 / 16)];
  const expected = (from: number, to: number) => Math.sin(Math.min(Math.PI / 2, to)) - Math.sin(Math.max(-Math.PI / 2, from));
  const off = (found: number, should: number) => expect(Math.abs(found - should)).toBeLessThan(within);
  off(lightest![1] / HIGH, expected(F0 - a3, F0 + a3));
  off(lightest![3], Math.sin(F0 + a3));
  // to the left the second goes on behind the edge where that is near
  off(second![1] / HIGH, expected(F0 - a4, F0 - a3) + expected(F0 + a3, F0 + a4));
});

it('all tones together are the column, and a flat front has one', () => {
  const all = tones(20);
  expect(all.reduce((sum, [, area]) => sum + area, 0)).toBeCloseTo(2 * HIGH, 1);
  expect(all.length).toBeGreaterThan(8);
  const flat = facesOf(column(4), prepare(column(4)), FRONT);
  expect(flat.faces.every(({ bend }) => !bend)).toBe(true);
});

it('a shadow on a column ends on the line where its surface turns away from the sun, not at the edge of a facet', () => {
  // a plate far above throws its shadow over all; the sun stands 30° to the left of the eye: it leaves the column at 60° to the right
  const sun = { azimuth: 180 + 30, height: 20 };
  const ends = [22, 26, 34].map((sides) => {
    const plate = prism([[-9, -9], [9, -9], [9, 9], [-9, 9]], 3.2, 3.4); // prettier-ignore
    const model = modelOf([
      { solid: prism(polygon(0, 0, 1, sides), 0, HIGH), class: 'Column' },
      { solid: plate, class: 'Slab' },
    ]);
    const { faces } = facesOf(model, prepare(model), FRONT, sun);
    return Math.max(
      ...faces.filter(({ element }) => element === 0).flatMap(({ shadow = [] }) => shadow.map((face) => ringBounds(face)[2])),
    );
  });
  for (const end of ends) expect(end).toBeLessThan(Math.sin(Math.PI / 3) + 0.01);
});

import fc from 'fast-check';
import * as polyclip from 'polyclip-ts';
import { expect, it } from 'vitest';
import { faceArea, ringArea } from '../geometry/rings';
import { box, modelOf, moved, polygon, prism, turned } from '../testing/solids';
import { drawModel, frameSight } from '../testing/views';
import { cropDrawing } from './crop';
import { linePoints, type Drawing } from './drawing';

/** Straight lines, circles, arcs that end on an outline, ellipses, and cut faces with a hole. */
const pipe = prism(polygon(0, 0, 0.8, 48), 0, 4);
const model = modelOf([
  { solid: moved(pipe, [1, 1, 0]), material: 'Clay' },
  { solid: box([-2, -0.5, 0.5], [2.4, 1, 2]), material: 'Oak' },
  { solid: moved(turned(pipe, 1), [-2, 3, 1]), material: 'Clay' },
]);
const drawings = [
  drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1.1])),
  drawModel(model, frameSight([0.37, 0.81, -0.49], [0, 0, 1])),
];
const side = fc.integer({ min: -40, max: 40 }).map((n) => n / 10 + 0.0137);

/** The length of all lines within a window, by chords that leave their arcs by at most a micrometre. */
function lengthIn(drawing: Drawing, [u0, v0, u1, v1]: readonly number[]): number {
  let sum = 0;
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const p = linePoints(drawing, l, 1e-7);
    for (let i = 0; i + 3 < p.length; i += 2) {
      const [du, dv] = [p[i + 2]! - p[i]!, p[i + 3]! - p[i + 1]!];
      // the slab method, for each axis the part of the chord between two sides
      let [from, to] = [0, 1];
      for (const [a, d, low, high] of [
        [p[i]!, du, u0!, u1!],
        [p[i + 1]!, dv, v0!, v1!],
      ] as const) {
        if (d === 0) {
          if (a < low || a > high) to = 0;
          continue;
        }
        from = Math.max(from, Math.min((low - a) / d, (high - a) / d));
        to = Math.min(to, Math.max((low - a) / d, (high - a) / d));
      }
      if (to > from) sum += (to - from) * Math.hypot(du, dv);
    }
  }
  return sum;
}

const ALL = [-100, -100, 100, 100];

it('what limits leave of lines and arcs is what lies within them, and of cut faces what an independent package finds', () => {
  expect(Math.min(...drawings.map((d) => d.arcs.length))).toBeGreaterThan(0);
  fc.assert(
    fc.property(fc.constantFrom(...drawings), side, side, side, side, (drawing, a, b, c, d) => {
      const window = [Math.min(a, b), Math.min(c, d), Math.max(a, b) + 0.01, Math.max(c, d) + 0.01] as const;
      const [left, bottom, right, top] = window;
      const cropped = cropDrawing(drawing, { left, bottom, right, top });
      const wanted = lengthIn(drawing, window);
      expect(lengthIn(cropped, ALL)).toBeCloseTo(wanted, 4);
      // nothing sticks out
      expect(lengthIn(cropped, window)).toBeCloseTo(wanted, 4);
      const frame = [[left, bottom], [right, bottom], [right, top], [left, top]] as [number, number][]; // prettier-ignore
      let area = 0;
      for (const { face } of drawing.regions) {
        const rings = face.map((ring) =>
          Array.from({ length: ring.length / 2 }, (_, k): [number, number] => [ring[k * 2]!, ring[k * 2 + 1]!]),
        );
        for (const polygonOf of polyclip.intersection(rings as never, [frame] as never) as unknown as [number, number][][][])
          polygonOf.forEach((ring, k) => (area += (k ? -1 : 1) * Math.abs(ringArea(Float64Array.from(ring.slice(0, -1).flat())))));
      }
      expect(cropped.regions.reduce((sum, { face }) => sum + faceArea(face), 0)).toBeCloseTo(area, 5);
    }),
    { seed: 21, numRuns: 120 },
  );
});

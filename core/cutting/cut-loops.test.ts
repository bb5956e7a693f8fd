import fc from 'fast-check';
import { expect, it } from 'vitest';
import { frameFrom } from '../geometry/frame';
import { ringArea } from '../geometry/rings';
import { dot, unit, type Vec3 } from '../geometry/vec3';
import { prepare } from '../scene/prepare';
import { box, modelOf, moved, polygon, prism, turned } from '../testing/solids';
import { clipOutlines } from './half-planes';
import { cutLoops } from './cut-loops';

const whole = fc.integer({ min: -5, max: 5 });
const solid = fc
  .tuple(
    fc.constantFrom(box([-1, -1, -1], [2, 2, 2]), prism(polygon(0, 0, 1.2, 14), -1, 1), prism(polygon(0, 0, 1.2, 9), -1, 1, [0.2, 0.1])),
    fc.constantFrom(0 as const, 1 as const, 2 as const),
  ) // prettier-ignore
  .map(([own, steps]) => moved(turned(own, steps), [0.1, -0.2, 0.05]));

/** What a plane cuts from a convex body, brute force: the points in which it passes the body's edges, round their middle. */
function sliceArea(corners: readonly Vec3[], triangles: readonly (readonly number[])[], origin: Vec3, look: Vec3): number {
  const frame = frameFrom(origin, look, Math.abs(look[2]) > 0.9 ? [0, 1, 0] : [0, 0, 1]);
  const height = (p: Vec3) => dot([p[0] - origin[0], p[1] - origin[1], p[2] - origin[2]], look);
  const points: [number, number][] = [];
  for (const t of triangles)
    for (let k = 0; k < 3; k++) {
      const [p, q] = [corners[t[k]!]!, corners[t[(k + 1) % 3]!]!];
      const [a, b] = [height(p), height(q)];
      if (a * b >= 0) continue;
      const f = a / (a - b);
      const d: Vec3 = [p[0] + f * (q[0] - p[0]) - origin[0], p[1] + f * (q[1] - p[1]) - origin[1], p[2] + f * (q[2] - p[2]) - origin[2]];
      points.push([dot(d, frame.right), dot(d, frame.up)]);
    }
  if (points.length < 3) return 0;
  const [mu, mv] = [0, 1].map((k) => points.reduce((sum, p) => sum + p[k as 0 | 1], 0) / points.length) as [number, number];
  points.sort((p, q) => Math.atan2(p[1] - mv, p[0] - mu) - Math.atan2(q[1] - mv, q[0] - mu));
  return Math.abs(ringArea(Float64Array.from(points.flat())));
}

it('the loops of a plane through a convex body enclose the slice, counter-clockwise', () => {
  fc.assert(
    fc.property(solid, whole, whole, whole, whole, (own, x, y, z, at) => {
      if (!x && !y && !z) return;
      const look = unit([x, y, z]);
      const origin: Vec3 = [0.013 + at / 9, 0.027, -0.041];
      const frame = frameFrom(origin, look, Math.abs(look[2]) > 0.9 ? [0, 1, 0] : [0, 0, 1]);
      const { points, loopStart, loopClosed } = cutLoops(prepare(modelOf([own])), frame, Uint8Array.of(1));
      const areas = Array.from(loopClosed, (_, l) => ringArea(points.slice(loopStart[l]! * 2, loopStart[l + 1]! * 2)));
      expect(areas.every((area) => area > -1e-9)).toBe(true);
      expect([...loopClosed].every((is) => is === 1)).toBe(true);
      expect(areas.reduce((sum, area) => sum + area, 0)).toBeCloseTo(sliceArea(own.corners, own.triangles, origin, look), 6);
    }),
    { seed: 15, numRuns: 400 },
  );
});

it('half planes leave of a comb what lies inside, one ring for each tooth', () => {
  const teeth = 5;
  const comb = [[0, 0], [2 * teeth, 0], ...Array.from({ length: teeth }, (_, k) => 2 * (teeth - k)).flatMap((u) => [[u, 3], [u - 1, 3], [u - 1, 1], [u - 2, 1]])].slice(0, -1); // prettier-ignore
  const outline = { part: 0, points: Float64Array.from([...comb.flat(), 0, 1]), isClosed: true, gap: 0, at: [0, 0] as const };
  const above = clipOutlines([outline], [{ a: 0, b: -1, c: 2 }]);
  expect(above.map(({ points }) => Math.round(ringArea(points) * 1e9) / 1e9)).toEqual(Array.from({ length: teeth }, () => 1));
  const below = clipOutlines([outline], [{ a: 0, b: 1, c: -2 }]);
  expect(below).toHaveLength(1);
  expect(ringArea(below[0]!.points)).toBeCloseTo(2 * teeth + teeth, 9);
  // what is not touched stays the same object
  expect(clipOutlines([outline], [{ a: 0, b: 1, c: -9 }])[0]).toBe(outline);
});

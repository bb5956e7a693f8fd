import fc from 'fast-check';
import { expect, it } from 'vitest';
import { draw } from '../draw';
import { prepare } from '../scene/prepare';
import { angle, box, modelOf, moved, polygon, prism, turned, type Piece } from '../testing/solids';
import { frameSight } from '../testing/views';
import { CutMemory } from './cut-memory';

/** Walls, columns, cones, lying pipes and an open shell on a grid of 1/4: some are cut alike over a stretch, others nowhere. */
const lid = box([0, 0, 0], [1, 1, 1]);
const solid = fc.constantFrom(
  box([0, 0, 0], [2, 0.25, 1]),
  angle(1.5),
  prism(polygon(0.5, 0.5, 0.5, 24), 0, 1.25),
  prism(polygon(0.5, 0.5, 0.5, 12), 0, 1, [0.5, 0.5]),
  turned(prism(polygon(0.5, 0.5, 0.25, 16), 0, 2), 1),
  { ...lid, triangles: lid.triangles.slice(2) },
);
const step = fc.integer({ min: 0, max: 8 }).map((n) => n / 4);
const pieces = fc.array(
  fc.tuple(solid, step, step, step, fc.constantFrom('Oak', 'Brick', undefined)).map(([s, x, y, z, material]): Piece => ({
    solid: moved(s, [x, y, z]),
    ...(material ? { material } : {}),
  })),
  { minLength: 1, maxLength: 8 },
);

it('a plane that is moved along its normal cuts with a memory what it cuts without one', () => {
  fc.assert(
    fc.property(pieces, fc.boolean(), fc.integer({ min: 1, max: 9 }), (own, isPlan, stride) => {
      const model = modelOf(own);
      const scene = prepare(model);
      const memory = new CutMemory();
      for (let at = 0.011; at < 3; at += stride * 0.0417) {
        const sight = isPlan
          ? frameSight([0, 0, -1], [0, 1, 0], [0, 0, at])
          : frameSight([0.6, 0.8, 0], [0, 0, 1], [0.6 * at, 0.8 * at, 0]);
        const regions = (kept?: CutMemory) =>
          draw(model, scene, sight, { cutOnly: true, memory: kept }).regions.map(({ face, elements, material }) => ({
            elements,
            material,
            face: face.map((ring) => Array.from(ring, (x) => Math.round(x * 1e5) + 0)),
          }));
        expect(regions(memory)).toEqual(regions());
      }
    }),
    { seed: 11, numRuns: 60 },
  );
});

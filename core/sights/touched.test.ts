import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Vec3 } from '../geometry/vec3';
import type { Drawing } from '../linework/drawing';
import { ROLES } from './role';
import { prepare } from '../scene/prepare';
import { leftOver, REACH } from '../testing/same-lines';
import { box, modelOf, moved, polygon, prism, type Solid } from '../testing/solids';
import { drawModel, frameSight } from '../testing/views';
import type { Sight } from './sight';
import { touchedElements } from './touched';

const whole = (min: number, max: number) => fc.integer({ min, max });
const solids = fc.array(
  fc
    .tuple(
      fc.constantFrom<Solid>(box([0, 0, 0], [1, 2, 1]), box([0, 0, 0], [3, 1, 1]), prism(polygon(0.5, 0.5, 0.5, 24), 0, 2)),
      whole(-8, 8),
      whole(-8, 8),
      whole(-4, 4),
    )
    .map(([solid, x, y, z]) => moved(solid, [x / 2, y / 2, z / 2])),
  { minLength: 3, maxLength: 12 },
);
const look = fc.constantFrom<Vec3>([0, 1, 0], [1, 0, 0], [0, 0, -1], [0.6, 0.8, 0]);
const sight = fc
  .record({
    look,
    at: whole(-3, 3),
    cut: fc.boolean(),
    depth: fc.option(whole(1, 3)),
    side: fc.option(whole(-2, 2)),
    hidden: fc.boolean(),
    trim: fc.option(whole(-3, 3)),
    keep: fc.option(whole(-2, 2)),
  })
  .map(({ look: l, at, cut, depth, side, hidden, trim, keep }): Sight => {
    const up: Vec3 = l[2] ? [0, 1, 0] : [0, 0, 1];
    const origin: Vec3 = [l[0] * (at + 0.13), l[1] * (at + 0.13), l[2] * (at + 0.13)];
    return {
      ...frameSight(l, up, origin),
      frame: { origin, look: l, up, cut },
      hidden,
      ...(cut && depth !== null && { depth: depth + 0.01 }),
      ...(side !== null && { limits: { left: side - 1.03, top: side + 2.07 } }),
      ...(trim !== null && { trims: [{ origin: [trim + 0.21, 0, 0], normal: [0.8, 0.6, 0] }] }),
      ...(keep !== null && { keepBox: { centre: [keep, 0, 0.5], size: [3.3, 4.1, 2.7], turn: 20 } }),
    };
  });

it('what a sight does not touch can be taken away without a change of its drawing', () => {
  let untouched = 0;
  fc.assert(
    fc.property(solids, sight, (bodies, own) => {
      const model = modelOf(bodies);
      const touched = touchedElements({ ...model, fileName: model.name, elementBoxes: prepare(model).partBounds }, own);
      // a model has its elements in the order of their ids
      const left = bodies.filter((_, k) => touched[model.elements.findIndex(({ id }) => id === `e${k}`)]);
      untouched += bodies.length - left.length;
      const [all, rest] = [drawModel(model, own), drawModel(modelOf(left), own)];
      for (const role of ROLES)
        expect([leftOver(all, rest, false, REACH, [role]), leftOver(rest, all, false, REACH, [role])]).toEqual([[], []]);
      // corners of faces that meet are put onto each other, by less than a micrometre
      const corners = (drawing: Drawing) => drawing.regions.map(({ face }) => face.map((ring) => Array.from(ring)));
      const near = corners(all).map((face) => face.map((ring) => ring.map((x): unknown => expect.closeTo(x, 5))));
      expect(corners(rest)).toEqual(near);
    }),
    { seed: 14, numRuns: 250 },
  );
  expect(untouched).toBeGreaterThan(500);
});

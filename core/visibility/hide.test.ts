import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec3 } from '../geometry/vec3';
import { judge } from '../testing/sampler';
import { angle, box, modelOf, moved, polygon, prism, station, swept, turned, type Solid } from '../testing/solids';
import { drawModel, frameSight, piecesOf, PLAN } from '../testing/views';
import type { Sight } from '../sights/sight';
import { often } from '../testing/often';

/** One body in a cell of 1 × 1 × 1; all coordinates of the flat ones lie on a grid of 1/4, so faces meet and edges coincide. */
const inCell: fc.Arbitrary<Solid> = fc.oneof(
  fc.constant(box([0, 0, 0], [1, 1, 1])),
  fc.constant(box([0, 0, 0], [1, 1, 0.5])),
  fc.constant(box([0.25, 0.25, 0], [0.5, 0.5, 1])),
  fc.constant(
    prism(
      [
        [0, 0],
        [1, 0],
        [1, 1],
      ],
      0,
      1,
    ),
  ),
  fc.constant(angle(0.75)),
  fc.constant(prism(polygon(0.5, 0.5, 0.5, 8, Math.PI / 8), 0, 1)),
  fc.constant(prism(polygon(0.5, 0.5, 0.4, 24), 0, 1)),
  fc.constant(
    prism(
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ],
      0,
      1,
      [0.5, 0.5],
    ),
  ),
  fc.constant(prism(polygon(0.5, 0.5, 0.5, 32), 0, 1, [0.5, 0.5])),
);

const scene = fc
  .uniqueArray(fc.record({ x: fc.integer({ min: 0, max: 2 }), y: fc.integer({ min: 0, max: 2 }), z: fc.integer({ min: 0, max: 2 }) }), {
    minLength: 1,
    maxLength: 6,
    selector: ({ x, y, z }) => x + 3 * y + 9 * z,
  })
  .chain((cells) =>
    fc.tuple(
      ...cells.map(({ x, y, z }) =>
        fc.tuple(inCell, fc.constantFrom(0 as const, 1 as const, 2 as const)).map(([s, t]) => moved(turned(s, t), [x, y, z] as Vec3)),
      ),
    ),
  );

/** Bodies that run through one another, slanted ones among them; their coordinates lie on a grid of 1/4, so that faces also meet flush. */
const step = fc.integer({ min: -4, max: 4 }).map((n) => n / 4);
const size = fc.integer({ min: 2, max: 8 }).map((n) => n / 4);
const crossingScene = fc.array(
  fc
    .tuple(
      fc.oneof(
        fc.tuple(size, size, size).map((s) => box([0, 0, 0], s)),
        fc.tuple(size, size, size).map(([x, y, z]) =>
          prism(
            [
              [0, 0],
              [x, 0],
              [0, y],
            ],
            0,
            z,
          ),
        ),
        fc.constantFrom(8, 24).map((sides) => prism(polygon(0.5, 0.5, 0.5, sides), -0.5, 1.5)),
        fc.constant(prism(polygon(0.5, 0.5, 0.75, 12), 0, 1.5, [0.5, 0.5])),
      ),
      fc.constantFrom(0 as const, 1 as const, 2 as const),
      fc.tuple(step, step, step),
    )
    .map(([solid, turn, by]) => moved(turned(solid, turn), by)),
  { minLength: 2, maxLength: 4 },
);

/** A bar that runs along x, turns twice and comes back along y, through itself or past it, higher, lower or flush. */
const quarter = (min: number, max: number) => fc.integer({ min: min * 4, max: max * 4 }).map((n) => n / 4);
const loopingBar = fc
  .record({
    long: quarter(3, 6),
    away: quarter(1.5, 3),
    back: quarter(0.25, 1.5),
    wide: quarter(0.25, 1.25),
    end: quarter(-3, 1),
    low: quarter(0.25, 0.5),
  })
  .map(({ long, away, back, wide, end, low }) => {
    const [near, far] = [back + wide, back];
    return [
      swept([
        station([0, 0], [1, 0], [0, 1]),
        station([long, long + 1], [1, 0], [0, 1]),
        station([long, long + 1], [1 + away, 2 + away], [0, 1]),
        station([near, far], [1 + away, 2 + away], [0, 1]),
        // a step: nothing is warped
        station([near, far], [1 + away, 2 + away], [low, low + 0.25]),
        station([near, far], [end, end], [low, low + 0.25]),
      ]),
    ];
  });

/** Scenes a view; six views of two kinds of scene, and half as many of a third. `npm run scenes` looks at 100,000 in all. */
const RUNS = Number(process.env['TARVEX_SCENES'] ?? often(110));
const TIME = 60_000 + RUNS * 100;

const VIEWS: Record<string, Sight> = {
  front: frameSight([0, 1, 0], [0, 0, 1]),
  plan: frameSight([0, 0, -1], [0, 1, 0]),
  iso: frameSight([-1, 1, -1], [0, 0, 1]),
  odd: frameSight([0.37, 0.81, -0.29], [0, 0, 1]),
};
const CUTS: Record<string, Sight> = {
  'front cut': frameSight([0, 1, 0], [0, 0, 1], [0, 1.37, 0]),
  'slanted cut': frameSight([0.37, 0.81, -0.29], [0, 0, 1], [1.31, 1.42, 1.17]),
};

const SCENES: readonly (readonly [what: string, solids: fc.Arbitrary<Solid[]>, runs: number])[] = [
  ['random scenes', scene, RUNS],
  ['a body that runs through itself', loopingBar, Math.ceil(RUNS / 2)],
  ['bodies that run through one another', crossingScene, RUNS],
];

describe('visible lines beside a brute-force sampler', () => {
  for (const [what, solidsOf, numRuns] of SCENES)
    for (const [name, sight] of Object.entries({ ...VIEWS, ...CUTS }))
      it(
        `agrees on ${what}: ${name}`,
        () => {
          fc.assert(
            fc.property(solidsOf, (solids) => {
              const model = modelOf(solids);
              const { missing, extra } = judge(model, drawModel(model, sight), sight.frame!.cut);
              expect({ missing, extra }).toEqual({ missing: [], extra: [] });
            }),
            { seed: 20261126, numRuns },
          );
        },
        TIME,
      );
});

it('a face hides nothing beyond its sharp corners', () => {
  // a wedge of a third of a degree over a box; a side of both runs along one line
  const wedge = prism([[0, 0], [2, 0], [2, 0.01]], 1, 1.1); // prettier-ignore
  const pieces = piecesOf(drawModel(modelOf([wedge, box([-1, 0, 0], [4, 1, 0.5])]), PLAN));
  expect(pieces).toContainEqual([0, 0, -1, 0]);
  expect(pieces).toContainEqual([3, 0, 2, 0]);
});

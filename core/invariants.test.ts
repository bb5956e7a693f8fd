import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faceArea } from './geometry/rings';
import type { Vec3 } from './geometry/vec3';
import type { Drawing } from './linework/drawing';
import type { Model } from './model/model';
import type { Sight } from './sights/sight';
import { box, modelOf, moved, polygon, prism, shuffle, turned, type Solid } from './testing/solids';
import { ALL_ROLES, distance, leftOver, REACH } from './testing/same-lines';
import { published } from './testing/published';
import { chordsOf, drawModel, frameSight } from './testing/views';
import { writeJson } from './writers/json';
import { often } from './testing/often';

/*
 * What must not change a drawing: where the model lies, how its triangles are cut up or in which order they come. On scenes of a
 * coarse grid, where coincidences abound.
 */
const step = fc.integer({ min: 0, max: 8 }).map((n) => n / 4);
const size = fc.integer({ min: 1, max: 8 }).map((n) => n / 4);
const solid = fc
  .tuple(
    fc.oneof(
      fc.tuple(size, size, size).map((s) => box([0, 0, 0], s)),
      fc.tuple(size, size, size).map(([x, y, z]) => prism([[0, 0], [x, 0], [0, y]], 0, z)), // prettier-ignore
      fc.constant(prism(polygon(0.5, 0.5, 0.5, 24), -0.5, 1.5)),
      fc.constant(prism(polygon(0.5, 0.5, 0.75, 32), 0, 1.5, [0.5, 0.5])),
    ),
    fc.constantFrom(0 as const, 1 as const, 2 as const),
    fc.tuple(step, step, step),
  )
  .map(([s, turn, by]) => moved(turned(s, turn), by));
const scene = fc.array(solid, { minLength: 1, maxLength: 4 });
const SIGHTS: readonly Sight[] = [
  frameSight([0, 1, 0], [0, 0, 1]),
  frameSight([0.37, 0.81, -0.29], [0, 0, 1]),
  frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.63]),
  frameSight([0.37, 0.81, -0.29], [0, 0, 1], [1.31, 1.42, 1.17], { hidden: true }),
];
const sight = fc.constantFrom(...SIGHTS);
const RUNS = Number(process.env['TARVEX_SCENES'] ?? often(170));
const runs = (n: number) => ({ seed: 20261126, numRuns: Math.max(20, Math.round(RUNS * n)) });
const TIME = 120_000 + RUNS * 100;

type Map3 = (p: Vec3) => Vec3;
const changed = (s: Solid, map: Map3, flip = false): Solid => ({
  corners: s.corners.map(map),
  triangles: flip ? s.triangles.map(([a, b, c]) => [a, c, b] as const) : s.triangles,
});
/** The sight after the same change: its place by `map`, its directions by `direct`. */
const changedSight = (s: Sight, map: Map3, direct: Map3): Sight => {
  const { origin, look, up, cut } = s.frame!;
  return { ...s, frame: { origin: map(origin), look: direct(look), up: direct(up), cut } };
};

const same = (a: Drawing, b: Drawing, mirrored = false, reach = REACH) => {
  expect(leftOver(a, b, mirrored, reach)).toEqual([]);
  expect(leftOver(b, a, mirrored, reach)).toEqual([]);
  const area = (d: Drawing) => d.regions.reduce((sum, r) => sum + faceArea(r.face), 0);
  expect(area(a)).toBeCloseTo(area(b), 4);
};

describe('a drawing is the same', () => {
  const check = (name: string, change: (solids: Solid[], s: Sight) => void, share = 0.6) =>
    it(name, () => fc.assert(fc.property(scene, sight, change), runs(share)), TIME);

  check('when model and sight are turned together', (solids, s) => {
    const [c, n] = [Math.cos(0.7), Math.sin(0.7)];
    const turn: Map3 = ([x, y, z]) => [c * x - n * y, n * x + c * y, z];
    same(drawModel(modelOf(solids), s), drawModel(modelOf(solids.map((b) => changed(b, turn))), changedSight(s, turn, turn)));
  });

  check('but mirrored when both are mirrored', (solids, s) => {
    const mirror: Map3 = ([x, y, z]) => [-x, y, z];
    same(
      drawModel(modelOf(solids), s),
      drawModel(modelOf(solids.map((b) => changed(b, mirror, true))), changedSight(s, mirror, mirror)),
      true,
    );
  });

  check('500 km away', (solids, s) => {
    const move: Map3 = ([x, y, z]) => [x + 512_340, y - 487_655.5, z + 12];
    const far = changedSight(s, move, (d) => d);
    same(drawModel(modelOf(solids), s), drawModel(modelOf(solids.map((b) => changed(b, move))), far), false, 8e-6);
  });

  check('when its triangles are cut up in four', (solids, s) => {
    // where two lines run within 50 µm of each other, the end of one is drawn to the other: within JOIN
    same(drawModel(modelOf(solids), s), drawModel(modelOf(solids.map(subdivided)), s), false, 2.5e-5);
  });

  check('byte for byte when triangles are shuffled and elements come in another order', (solids, s) => {
    const bytes = (model: Model) => writeJson(published(model, s));
    const once = bytes(modelOf(solids));
    const shuffled = solids.map((b, i) => ({
      solid: { ...b, triangles: shuffle(b.triangles, i + 5).map(([p, q, r]) => [q, r, p] as const) },
      name: `e${i}`,
    }));
    expect(bytes(modelOf(shuffle(shuffled, 3)))).toBe(once);
  });
});

describe('a cut', () => {
  it(
    'has one outline, from whichever side one looks at it',
    () => {
      fc.assert(
        fc.property(scene, fc.constantFrom(0.63, 1.13, 1.87), (solids, at) => {
          const model = modelOf(solids);
          const [there, back] = [1, -1].map((way) => drawModel(model, frameSight([0, way, 0], [0, 0, 1], [0, at, 0], { depth: 0 })));
          same(there!, back!, true);
        }),
        runs(0.6),
      );
    },
    TIME,
  );
});

it(
  'visible and hidden lines together are the lines of the bodies with nothing before them',
  () => {
    fc.assert(
      fc.property(fc.array(solid, { minLength: 2, maxLength: 3 }), (solids) => {
        // bodies apart from each other in the picture's depth, so that no surfaces meet
        const apart = solids.map((s, i) => moved(s, [0, 10 * i, 0]));
        const view = frameSight([0, 1, 0], [0, 0, 1], undefined, { hidden: true });
        const both = drawModel(modelOf(apart), view);
        const alone = apart.map((s) => drawModel(modelOf([s]), frameSight([0, 1, 0], [0, 0, 1])));
        const drawn = chordsOf(both, ALL_ROLES);
        for (const one of alone)
          for (const [u0, v0, u1, v1] of chordsOf(one))
            for (const t of [0.1, 0.4, 0.9]) {
              const [u, v] = [u0! + t * (u1! - u0!), v0! + t * (v1! - v0!)];
              expect(drawn.some((o) => distance(o, u, v) < REACH + o[4]!)).toBe(true);
            }
      }),
      runs(0.3),
    );
  },
  TIME,
);

function subdivided({ corners, triangles }: Solid): Solid {
  const out = [...corners];
  const middles = new Map<string, number>();
  const middle = (a: number, b: number) => {
    const key = [a, b].sort((p, q) => p - q).join();
    const known = middles.get(key);
    if (known !== undefined) return known;
    const [p, q] = [corners[a]!, corners[b]!];
    middles.set(key, out.push([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (p[2] + q[2]) / 2]) - 1);
    return out.length - 1;
  };
  return {
    corners: out,
    triangles: triangles.flatMap(([a, b, c]) => {
      const [p, q, r] = [middle(a, b), middle(b, c), middle(c, a)];
      return [[a, p, r], [p, b, q], [r, q, c], [p, q, r]] as const; // prettier-ignore
    }),
  };
}

import fc from 'fast-check';
import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d/manifold';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Vec3 } from '../geometry/vec3';
import { prepare } from '../scene/prepare';
import { angle, box, modelOf, polygon, prism, type Solid } from '../testing/solids';
import { gapBetween } from './near-misses';
import { sharedVolume } from './overlaps';

let manifold: ManifoldToplevel;
beforeAll(async () => {
  manifold = await Module();
  manifold.setup();
});

const bodyOf = ({ corners, triangles }: Solid): Manifold =>
  new manifold.Manifold(
    new manifold.Mesh({ numProp: 3, vertProperties: Float32Array.from(corners.flat()), triVerts: Uint32Array.from(triangles.flat()) }),
  );

/** A body turned about two axes by degrees and moved. */
function placed({ corners, triangles }: Solid, about: readonly [number, number], to: Vec3): Solid {
  const [a, b] = about.map((degrees) => (degrees * Math.PI) / 180) as [number, number];
  const put = ([x, y, z]: Vec3): Vec3 => {
    const [u, v] = [Math.cos(a) * x - Math.sin(a) * y, Math.sin(a) * x + Math.cos(a) * y];
    return [Math.cos(b) * u + Math.sin(b) * z + to[0], v + to[1], -Math.sin(b) * u + Math.cos(b) * z + to[2]];
  };
  return { corners: corners.map(put), triangles };
}

const shape = fc.constantFrom(
  box([-0.5, -0.5, -0.5], [1, 1, 1]),
  box([-1.5, -0.1, -0.1], [3, 0.2, 0.2]),
  prism(polygon(0, 0, 0.5, 24), -0.5, 0.5),
  prism(polygon(0, 0, 0.6, 6), -0.5, 0.7, [0, 0]),
  angle(1),
);
const degrees = fc.integer({ min: 0, max: 35 }).map((k) => k * 10 + 3);
const body = fc.record({ shape, about: fc.tuple(degrees, degrees) });
const tenth = fc.integer({ min: -20, max: 20 }).map((k) => k / 10);
const away: fc.Arbitrary<Vec3> = fc.tuple(tenth, tenth, tenth);
const two = fc
  .tuple(body, body, away)
  .map(([a, b, to]): [Solid, Solid] => [placed(a.shape, a.about, [0, 0, 0]), placed(b.shape, b.about, to)]);

// the independent package works in single precision
const NOISE = 1e-5;

describe('two elements', () => {
  it('share the volume that manifold-3d finds, to a few per cent of the smaller box that they share', () => {
    fc.assert(
      fc.property(two, ([a, b]) => {
        const expected = bodyOf(a).intersect(bodyOf(b)).volume();
        const scene = prepare(modelOf([a, b]));
        const box = [0, 1, 2].map((k) => {
          const reach = (s: Solid) => [Math.min(...s.corners.map((p) => p[k]!)), Math.max(...s.corners.map((p) => p[k]!))] as const;
          const [p, q] = [reach(a), reach(b)];
          return Math.max(0, Math.min(p[1], q[1]) - Math.max(p[0], q[0]));
        });
        const most = box.reduce((product, x) => product * x, 1);
        if (most === 0) return;
        expect(Math.abs(sharedVolume(scene, 0, 1) - expected)).toBeLessThan(0.03 * most + NOISE);
      }),
      { seed: 11, numRuns: 300 },
    );
  });

  it('that do not meet are as far apart as manifold-3d finds: at corners, faces and edges', () => {
    fc.assert(
      fc.property(two, ([a, b]) => {
        const [p, q] = [bodyOf(a), bodyOf(b)];
        fc.pre(p.intersect(q).isEmpty());
        const gap = gapBetween(prepare(modelOf([a, b])), 0, 1, 0.5);
        const expected = p.minGap(q, 0.5);
        if (expected > 0.5 - NOISE) expect(gap).toBeGreaterThan(0.5 - 2 * NOISE);
        else expect(gap).toBeCloseTo(expected, 4);
      }),
      { seed: 11, numRuns: 300 },
    );
  });
});

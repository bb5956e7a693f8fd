import { expect, it } from 'vitest';
import type { Vec3 } from '../../geometry/vec3';
import type { Sight } from '../../sights/sight';
import { box, modelOf, moved, polygon, prism, type Solid } from '../../testing/solids';
import { drawModel, frameSight, ISO, lengthOf, piecesOf, PLAN } from '../../testing/views';

/** A closed cushion of rolling surface, 2 × 2 m, n by n facets above and below. */
function rolling(n: number): Solid {
  const corners: Vec3[] = [];
  const id = (side: number, i: number, j: number) => side * (n + 1) ** 2 + i * (n + 1) + j;
  for (const side of [0, 1])
    for (let i = 0; i <= n; i++)
      for (let j = 0; j <= n; j++)
        corners.push([(2 * i) / n, (2 * j) / n, 1 + 0.3 * Math.sin((7 * i) / n) * Math.cos((5 * j) / n) + side * 0.1]);
  const triangles: [number, number, number][] = [];
  const quad = (a: number, b: number, c: number, d: number) => triangles.push([a, b, c], [a, c, d]);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      quad(id(1, i, j), id(1, i + 1, j), id(1, i + 1, j + 1), id(1, i, j + 1));
      quad(id(0, i, j), id(0, i, j + 1), id(0, i + 1, j + 1), id(0, i + 1, j));
    }
    quad(id(0, i, 0), id(0, i + 1, 0), id(1, i + 1, 0), id(1, i, 0));
    quad(id(0, i + 1, n), id(0, i, n), id(1, i, n), id(1, i + 1, n));
    quad(id(0, 0, i + 1), id(0, 0, i), id(1, 0, i), id(1, 0, i + 1));
    quad(id(0, n, i), id(0, n, i + 1), id(1, n, i + 1), id(1, n, i));
  }
  return { corners, triangles };
}

it('fine surfaces are drawn as if all of the picture were known', () => {
  const scene = [
    rolling(32),
    moved(rolling(24), [0.7, 1.1, 0.35]),
    box([0.8, -0.5, 0.2], [0.3, 3, 0.6]),
    prism(polygon(0.5, 0.5, 0.2, 48), 0, 2),
    box([-0.5, 1.5, 0], [0.2, 0.2, 3]),
  ];
  // so many angular bodies beside the picture that every tile of it is filled
  const crowd = Array.from({ length: 1000 }, (_, k) => box([60 + (k % 40) * 0.1, 0.1 * Math.floor(k / 40), 0], [0.05, 0.05, 0.05]));
  const sights: Sight[] = [
    ISO,
    PLAN,
    frameSight([0, 1, 0], [0, 0, 1]),
    frameSight([0.37, 0.81, -0.29], [0, 0, 1], [1.31, 1.42, 1.17]),
    frameSight([0, 1, 0], [0, 0, 1], [0, 0.9, 0], { hidden: true }),
  ];
  for (const sight of sights) {
    const sums = [scene, [...scene, ...crowd]].map((solids) => {
      const drawing = drawModel(modelOf(solids), { ...sight, limits: { left: -8, right: 8, bottom: -8, top: 8 } });
      return (['cut', 'outline', 'edge', 'surface', 'hidden'] as const).map((role) => lengthOf(piecesOf(drawing, [role])));
    });
    sums[0]!.forEach((length, k) => expect(length).toBeCloseTo(sums[1]![k]!, 4));
    expect(sums[0]![1]).toBeGreaterThan(1);
  }
});

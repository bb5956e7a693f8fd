import fc from 'fast-check';
import { expect, it } from 'vitest';
import { angle, box, moved, polygon, prism, shuffle, together } from '../testing/solids';
import { findEdges } from './adjacency';

const bodies = fc.constantFrom(
  box([0, 0, 0], [1, 1, 1]),
  prism(polygon(0, 0, 1, 9), 0, 1),
  prism(polygon(0, 0, 1, 7), 0, 1, [0, 0]),
  angle(2),
  together(box([0, 0, 0], [1, 1, 1]), moved(box([0, 0, 0], [1, 1, 1]), [3, 0, 0])),
);

it('the edges of a closed body are those of a table of its sides, each with its two faces; corners, edges and faces go by Euler', () => {
  fc.assert(
    fc.property(bodies, fc.nat(1000), fc.boolean(), (solid, seed, isOpen) => {
      const all = shuffle(solid.triangles, seed);
      const own = isOpen ? all.slice(1) : all;
      const found = findEdges(Uint32Array.from(own.flat()), Uint32Array.of(0, own.length), solid.corners.length);
      const table = new Map<string, number[]>();
      own.forEach((t, n) =>
        t.forEach((a, k) => {
          const b = t[(k + 1) % 3]!;
          const key = `${Math.min(a, b)} ${Math.max(a, b)}`;
          table.set(key, [...(table.get(key) ?? []), n]);
        }),
      );
      const edges = Array.from({ length: found.edgeFaces.length / 2 }, (_, e) => [`${found.edgeVertices[e * 2]} ${found.edgeVertices[e * 2 + 1]}`, [found.edgeFaces[e * 2]!, found.edgeFaces[e * 2 + 1]!].filter((f) => f >= 0).sort((p, q) => p - q)] as const); // prettier-ignore
      expect(new Map(edges)).toEqual(new Map([...table].map(([key, faces]) => [key, faces.sort((p, q) => p - q)])));
      expect(found.partClosed[0]).toBe(isOpen ? 0 : 1);
      expect(found.partBorders[0]).toBe(isOpen ? 3 : 0);
      const shells = solid.corners.length === 16 && solid.triangles.length === 24 && solid.corners.some(([x]) => x > 3) ? 2 : 1;
      if (!isOpen) expect(solid.corners.length - edges.length + own.length).toBe(2 * shells);
    }),
    { seed: 12, numRuns: 200 },
  );
});

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { weld } from './weld';

const TOLERANCE = 1e-5;

/** Corners in clumps no wider than the tolerance, four tolerances apart: which clump a corner is of is beyond doubt. */
const corner = fc.record({
  clump: fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })),
  off: fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 }), fc.integer({ min: -4, max: 4 })),
});

it('corners of a clump are one, those of different clumps and of different parts are not, in small parts and in large ones', () => {
  // clumps lie on the walls of the hash's cells, 16 tolerances wide, and beside them
  const place = (clump: number, off: number) => clump * 4 * TOLERANCE + off * (TOLERANCE / 10);
  fc.assert(
    fc.property(fc.array(corner, { minLength: 9, maxLength: 300 }), fc.integer({ min: 0, max: 1000 }), (all, far) => {
      const corners = all.slice(0, all.length - (all.length % 3));
      const positions = Float64Array.from(corners.flatMap(({ clump, off }) => [0, 1, 2].map((k) => far + place(clump[k]!, off[k]!))));
      const triangles = Uint32Array.from(corners, (_, i) => i);
      const half = Math.floor(corners.length / 6);
      const {
        vertices,
        triangles: welded,
        partVertexStart,
        partTriangleStart,
      } = weld(positions, triangles, Uint32Array.of(0, half, corners.length / 3), TOLERANCE);
      const kept: string[] = [];
      const wanted: string[] = [];
      const clumps = [new Set<string>(), new Set<string>()];
      corners.forEach(({ clump }, i) => clumps[i < half * 3 ? 0 : 1]!.add(clump.join()));
      for (let t = 0; t < corners.length; t += 3) {
        const three = [0, 1, 2].map((k) => corners[t + k]!.clump.join());
        if (new Set(three).size === 3) wanted.push(three.join(' '));
      }
      for (let c = 0; c < welded.length; c += 3)
        kept.push(
          [0, 1, 2]
            .map((k) => [0, 1, 2].map((axis) => Math.round((vertices[welded[c + k]! * 3 + axis]! - far) / (4 * TOLERANCE)) + 0).join())
            .join(' '),
        );
      expect(kept).toEqual(wanted);
      expect([partVertexStart[1], partVertexStart[2]! - partVertexStart[1]!]).toEqual(clumps.map((c) => c.size));
      for (let c = 0; c < welded.length; c++) expect(welded[c]! < partVertexStart[1]!).toBe(c < partTriangleStart[1]! * 3);
    }),
    { seed: 8, numRuns: 300 },
  );
});

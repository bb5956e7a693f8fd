import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { box, modelOf, moved, polygon, prism, together } from '../../testing/solids';
import { intersections } from './intersections';
import { partPairs } from '../part-pairs';
import { prepare } from '../prepare';

const lengthOf = (solids: Parameters<typeof modelOf>[0]) => {
  const { meetingEnds: e } = prepare(modelOf(solids));
  let sum = 0;
  for (let i = 0; i < e.length; i += 6) sum += Math.hypot(e[i + 3]! - e[i]!, e[i + 4]! - e[i + 1]!, e[i + 5]! - e[i + 2]!);
  return sum;
};
const cube = box([0, 0, 0], [1, 1, 1]);

describe('where surfaces run through each other', () => {
  it('a bar through a cube leaves two outlines of its section, a tube two of its circles', () => {
    expect(lengthOf([cube, box([0.3, -1, 0.4], [0.2, 3, 0.1])])).toBeCloseTo(2 * 2 * (0.2 + 0.1), 9);
    const pipe = prism(polygon(0.5, 0.5, 0.3, 24), -1, 2);
    expect(lengthOf([cube, pipe])).toBeCloseTo(2 * 24 * 2 * 0.3 * Math.sin(Math.PI / 24), 9);
  });

  it('bodies that only touch, stand in one another or share a face have no such line', () => {
    expect(lengthOf([cube, moved(cube, [1, 0, 0])])).toBe(0);
    expect(lengthOf([cube, moved(cube, [0.25, 0.5, 1])])).toBe(0);
    expect(lengthOf([cube, box([0.2, 0.2, 0.2], [0.5, 0.5, 0.5])])).toBe(0);
    expect(lengthOf([cube, cube])).toBe(0);
    // sunk in flush with the top: its own edges are the joint
    expect(lengthOf([cube, box([0.2, 0.2, 0.5], [0.5, 0.5, 0.5])])).toBe(0);
  });

  it('bodies in one group meet as bodies of their own do, and a hollow in a body meets nothing', () => {
    const bar = box([0.3, -1, 0.4], [0.2, 3, 0.1]);
    expect(lengthOf([together(cube, bar)])).toBeCloseTo(lengthOf([cube, bar]), 9);
    const hollow = box([0.25, 0.25, 0.25], [0.5, 0.5, 0.5]);
    const inward = { ...hollow, triangles: hollow.triangles.map(([a, b, c]) => [a, c, b] as const) };
    expect(lengthOf([together(cube, inward)])).toBe(0);
  });

  it('leaves of one tree make no lines with each other, but with its trunk', () => {
    const leaf = (...corners: readonly [number, number, number][]) => ({ corners, triangles: [[0, 1, 2]] as const });
    const lying = leaf([-1, -1, 0.5], [2, -1, 0.5], [0.5, 2, 0.5]);
    const standing = leaf([-1, 0.3, 0.2], [2, 0.3, 0.2], [0.5, 0.3, 1.2]);
    expect(lengthOf([together(lying, standing)])).toBeCloseTo(1.7, 9);
    const others = Array.from({ length: 400 }, (_, k) => moved(lying, [0, 0, 10 + k]));
    expect(lengthOf([together(lying, standing, ...others)])).toBe(0);
    const trunk = box([0.4, 0.4, -1], [0.2, 0.2, 3]);
    expect(lengthOf([together(trunk, lying, standing, ...others)])).toBeCloseTo(0.8, 9);
  });

  it('a flat sheet is pierced like a body', () => {
    const sheet = {
      corners: [
        [-1, -1, 0.5],
        [2, -1, 0.5],
        [2, 2, 0.5],
        [-1, 2, 0.5],
      ] as const,
      triangles: [
        [0, 1, 2],
        [0, 2, 3],
      ] as const,
    };
    expect(lengthOf([sheet, cube])).toBeCloseTo(4, 9);
  });

  it('the air of rooms meets nothing', () => {
    const scene = prepare(modelOf([cube, box([0.5, -1, 0.5], [3, 3, 3])]));
    expect(intersections(scene, Uint8Array.of(1, 0), []).faces).toHaveLength(0);
    expect(intersections(scene, Uint8Array.of(1, 1), []).faces.length).toBeGreaterThan(0);
  });
});

it('pairs of boxes are those that a comparison of all with all finds, in order', () => {
  const figure = fc.integer({ min: 0, max: 12 });
  const one = fc.tuple(
    figure,
    figure,
    figure,
    fc.integer({ min: 0, max: 4 }),
    fc.integer({ min: 0, max: 4 }),
    fc.integer({ min: 0, max: 30 }),
  );
  fc.assert(
    fc.property(fc.array(one, { minLength: 2, maxLength: 40 }), (boxes) => {
      const bounds = Float64Array.from(boxes.flatMap(([x, y, z, a, b, c]) => [x, y, z, x + a, y + b, z + c]));
      const wanted = Uint8Array.from(boxes, (_, i) => (i % 7 === 3 ? 0 : 1));
      const found: string[] = [];
      partPairs(bounds, wanted, (p, q) => found.push(`${p} ${q}`));
      const all: string[] = [];
      for (let p = 0; p < boxes.length; p++)
        for (let q = p + 1; q < boxes.length; q++) {
          const shared = [0, 1, 2].every((k) => {
            const [p0, p1, q0, q1] = [bounds[p * 6 + k]!, bounds[p * 6 + k + 3]!, bounds[q * 6 + k]!, bounds[q * 6 + k + 3]!];
            const overlap = Math.min(p1, q1) - Math.max(p0, q0);
            return overlap > 0 || (overlap === 0 && (p0 === p1 || q0 === q1));
          });
          if (shared && wanted[p] && wanted[q]) all.push(`${p} ${q}`);
        }
      expect(found).toEqual(all);
    }),
    { seed: 4, numRuns: 200 },
  );
});

import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { box, modelOf, type Piece } from '../testing/solids';
import { drawModel, frameSight, lengthOf, piecesOf } from '../testing/views';

const SECTION = frameSight([0, 1, 0], [0, 0, 1], [0, 0, 0], { depth: 0 });
/** Open ground whose section is a line through some places. */
const ground = (...line: readonly (readonly [x: number, z: number])[]): Piece => ({
  solid: {
    corners: line.flatMap(([x, z]) => [[x, -4, z], [x, 4, z]] as const), // prettier-ignore
    triangles: line.slice(1).flatMap((_, k) => [[k * 2, k * 2 + 2, k * 2 + 3], [k * 2, k * 2 + 3, k * 2 + 1]] as const), // prettier-ignore
  },
  class: 'Site',
  use: 'terrain',
  material: 'Earth',
});
const cut = (...pieces: Piece[]) => {
  const drawing = drawModel(modelOf(pieces), SECTION);
  const earth = drawing.regions.filter(({ use }) => use === 'earth');
  return { earth: earth.reduce((sum, { face }) => sum + faceArea(face), 0), ground: lengthOf(piecesOf(drawing, ['ground'])) };
};
/** Earth goes 0.6 m below the lowest of what is cut. */
const BELOW = 0.6;

describe('earth', () => {
  it('lies below a quay, whose ground stands upright on the way, and its face is a line of the ground', () => {
    const quay = ground([0, 0], [4, 0], [4, -3], [9, -3]);
    // four metres wide at the height of the quay, five at that of the water's bed
    const found = cut(quay);
    expect(found.earth).toBeCloseTo(4 * (3 + BELOW) + 5 * BELOW, 6);
    expect(found.ground).toBeCloseTo(4 + 3 + 5, 6);
    // a wall of half a metre before the quay takes its place from nothing but the bed
    const wall: Piece = { solid: box([4, -1, -3], [0.5, 2, 3.2]), class: 'Wall', material: 'Concrete' };
    const walled = cut(quay, wall);
    expect(walled.earth).toBeCloseTo(found.earth, 6);
    expect(walled.ground).toBeCloseTo(4 + 4.5, 6);
  });

  it('has a lower edge, light as a joint, but none to its sides, where it goes on; a block of it has edges all round', () => {
    const level = ground([0, 0], [9, 0]);
    const drawing = drawModel(modelOf([level]), SECTION);
    expect(drawing.regions.map(({ use }) => use)).toEqual(['earth']);
    const lower = [...drawing.lineJoint].flatMap((is, l) => (is ? [[...drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2)]] : [])); // prettier-ignore
    expect(lower).toHaveLength(1);
    expect(lower[0]!.map((x) => +Math.abs(x).toFixed(6)).sort((a, b) => a - b)).toEqual([0, BELOW, BELOW, 9]);
    // cut out of it by four planes and looked at from above: two faces of 6 by 0.6 and 4 by 0.6, their common edge once
    const keepBox = { centre: [4, 0, 0], size: [6, 4, 20], turn: 0 } as const;
    const iso = { ...frameSight([1, 1, -1], [0, 0, 1], [0, 0, 0]), kind: 'axonometric' as const, keepBox };
    const block = drawModel(modelOf([level]), { ...iso, frame: { ...iso.frame!, cut: false } });
    let long = 0;
    block.lineJoint.forEach((is, l) => {
      for (let p = block.lineStart[l]!; is && p + 1 < block.lineStart[l + 1]!; p++) {
        const [u0, v0, u1, v1] = block.points.subarray(p * 2, p * 2 + 4) as unknown as [number, number, number, number];
        long += Math.hypot(u1 - u0, v1 - v0);
      }
    });
    // all three directions are as much foreshortened in an isometric
    expect(long).toBeCloseTo((6 + 4 + 3 * BELOW) * Math.sqrt(2 / 3), 6);
  });

  it('lies below an overhang too', () => {
    // a bank that is washed out by a metre
    const found = cut(ground([0, 0], [5, 0], [4, -1], [5, -2], [9, -2]));
    expect(found.earth).toBeCloseTo(5 * (2 + BELOW) - 1 + 4 * BELOW, 6);
    expect(found.ground).toBeCloseTo(5 + 2 * Math.SQRT2 + 4, 6);
  });

  it('of a row of posts is one, without them, however many they are', () => {
    for (const many of [3, 80]) {
      const posts = Array.from({ length: many }, (_, i): Piece => ({ solid: box([i + 0.4, -1, -1], [0.2, 2, 3]), class: 'Column', material: 'Oak' })); // prettier-ignore
      const found = cut(ground([0, 0], [many, 0]), ...posts);
      expect(found.earth).toBeCloseTo(many * (1 + BELOW) - many * 0.2, 6);
      expect(found.ground).toBeCloseTo(many * 0.8, 6);
    }
  });
});

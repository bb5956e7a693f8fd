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

import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import type { Vec3 } from '../geometry/vec3';
import { lineFaults } from '../proof/line-faults';
import type { Sight } from '../sights/sight';
import { angle, box, modelOf, moved, polygon, prism, turned, type Piece } from '../testing/solids';
import { drawModel, frameSight, lengthOf, piecesOf } from '../testing/views';

const CUT = frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0], { leaveWhole: [{ name: 'guest' }] });
const mass: Piece = { solid: box([0, 0, 0], [4, 2, 4]), name: 'mass', material: 'Concrete' };
const drawn = (pieces: readonly Piece[], sight: Sight = CUT) => {
  const drawing = drawModel(modelOf(pieces), sight);
  return {
    drawing,
    area: drawing.regions.reduce((sum, { face }) => sum + faceArea(face), 0),
    length: lengthOf(piecesOf(drawing, ['cut'])),
  };
};

describe('what is left whole, before a cut face', () => {
  it('covers it: no fill and no cut line runs through the element', () => {
    // over the left edge of the cut face, half of it beside
    const guest: Piece = { solid: moved(angle(1), [-0.5, 0.25, 1]), name: 'guest', material: 'Steel' };
    const { drawing, area, length } = drawn([mass, guest]);
    // the angle runs from u = -0.5 to 0.5 and from v = 1 to 2
    expect(area).toBeCloseTo(16 - 0.5, 9);
    expect(length).toBeCloseTo(16 - 1, 9);
    const corners = new Set(
      drawing.regions.flatMap(({ face }) =>
        face.flatMap((ring) => Array.from({ length: ring.length / 2 }, (_, k) => `${ring[k * 2]} ${ring[k * 2 + 1]}`)),
      ),
    );
    for (const [a, b, c, d] of piecesOf(drawing, ['cut'])) for (const end of [`${a} ${b}`, `${c} ${d}`]) expect(corners).toContain(end);
  });

  it('leaves a hole where it stands within, and what lies behind the plane covers nothing', () => {
    const at = (y: number): Piece => ({ solid: box([1, y, 1], [1, 2.5, 1]), name: 'guest', material: 'Steel' });
    expect(drawn([mass, at(-1)])).toMatchObject({ area: expect.closeTo(15, 9), length: expect.closeTo(16, 9) });
    expect(drawn([mass, at(2)])).toMatchObject({ area: expect.closeTo(16, 9), length: expect.closeTo(16, 9) });
  });

  it('a shaft that fills its bearing takes nothing from it: the rim is cut all round', () => {
    const round = polygon(2, 2, 0.5, 48);
    const shaft: Piece = { solid: turned(prism(round, -1, 5), 2), name: 'guest', material: 'Steel' };
    // two halves that leave the hole open along the cut
    const bearing: Piece[] = [box([0, 1.5, 0], [4, 1, 1.5]), box([0, 1.5, 2.5], [4, 1, 1.5])].map((solid) => ({
      solid,
      name: 'b',
      material: 'Bronze',
    }));
    const sight = { ...CUT, frame: { ...CUT.frame!, origin: [0, 2, 0] as Vec3 } };
    const alone = drawn(bearing, sight);
    const { area, length } = drawn([...bearing, shaft], sight);
    expect([area, length]).toEqual([expect.closeTo(alone.area, 6), expect.closeTo(alone.length, 6)]);
  });

  it('has an edge where it comes out of the cut face, unless its outline runs there', () => {
    // sheared along u: it leaves the plane y = 1 between u = 1 and 2, and ends at y = -1 between 2 and 3
    const bar = box([1, -1, 1], [1, 4, 1]);
    const sheared = { ...bar, corners: bar.corners.map(([x, y, z]): Vec3 => [x + (1 - y) / 2, y, z]) };
    for (const [solid, lines] of [
      [bar, 4],
      [sheared, 4 + 2 * 1 + 1],
    ] as const) {
      const { drawing, length } = drawn([mass, { solid, name: 'guest', material: 'Steel' }]);
      expect([length, lengthOf(piecesOf(drawing, ['outline', 'edge']))]).toEqual([expect.closeTo(16, 6), expect.closeTo(lines, 6)]);
      expect(lineFaults(drawing)).toEqual([]);
    }
  });

  it('covers the faces that a keep box makes, too', () => {
    const keepBox = { centre: [2, 1, 2] as Vec3, size: [2, 1, 2] as Vec3, turn: 0 };
    const guest: Piece = { solid: box([1.5, 0, 1.5], [1, 0.25, 1]), name: 'guest', material: 'Steel' };
    const { area } = drawn([mass, guest], { ...frameSight([0, 1, 0], [0, 0, 1]), keepBox, leaveWhole: CUT.leaveWhole });
    expect(area).toBeCloseTo(4 - 1, 9);
  });
});

import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { linePoints } from '../linework/drawing';
import { checkSight } from '../sights/sight-schema';
import type { BuildUp } from '../model/model';
import { box, modelOf, type Piece, type Solid } from '../testing/solids';
import { drawModel, FRONT, frameSight, lengthOf, piecesOf } from '../testing/views';

const panel = (x: number, name: string) => ({ solid: box([x, 0, 0], [1, 0.1, 2]), material: 'Oak', class: 'Furniture', name });

describe('joints', () => {
  const model = modelOf([panel(0, 'left'), panel(1, 'right')]);
  const cut = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 });

  it('between flush elements of one material are not drawn, and kept by a rule, seen and cut', () => {
    expect(lengthOf(piecesOf(drawModel(model, FRONT)))).toBeCloseTo(8, 9);
    expect(lengthOf(piecesOf(drawModel(model, { ...FRONT, joints: [{ class: 'Furniture' }] })))).toBeCloseTo(10, 9);
    expect(drawModel(model, cut).regions).toHaveLength(1);
    const apart = drawModel(model, { ...cut, joints: [{ material: 'oak' }] });
    expect(apart.regions).toHaveLength(2);
    expect(lengthOf(piecesOf(apart))).toBeCloseTo(lengthOf(piecesOf(drawModel(model, cut))) + 0.1, 9);
    expect([...apart.lineJoint].filter(Boolean)).toHaveLength(1);
    // a rule that names nothing keeps them all
    const rules = checkSight({ kind: 'elevation', number: 'E', name: '', toward: [0, 1], joints: [{}] }).joints!;
    expect(drawModel(model, { ...cut, joints: rules }).regions).toEqual(apart.regions);
  });
});

describe('a profile', () => {
  it('is one outline round all that is cut, whatever the materials, holes kept', () => {
    const room = modelOf([
      { solid: box([0, 0, 0], [5, 4, 0.3]), material: 'Concrete' },
      { solid: box([0, 0, 0.3], [0.3, 4, 2.4]), material: 'Brick' },
      { solid: box([4.7, 0, 0.3], [0.3, 4, 2.4]), material: 'Block' },
      { solid: box([0, 0, 2.7], [5, 4, 0.3]), material: 'Timber' },
    ]);
    const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 2, 0], { depth: 0 });
    expect(drawModel(room, sight).regions).toHaveLength(4);
    const profile = drawModel(room, { ...sight, profile: true });
    expect(profile.regions).toHaveLength(1);
    expect(profile.regions[0]!.face).toHaveLength(2);
    expect(faceArea(profile.regions[0]!.face)).toBeCloseTo(5 * 3 - 4.4 * 2.4, 5);
    expect(lengthOf(piecesOf(profile))).toBeCloseTo(16 + 2 * (4.4 + 2.4), 5);
  });

  it('shows no line between a wall and the ground that is cut with it', () => {
    const ground = {
      corners: [
        [-5, -5, 0],
        [5, -5, 0],
        [5, 5, 0],
        [-5, 5, 0],
      ] as const,
      triangles: [
        [0, 1, 2],
        [0, 2, 3],
      ] as const,
    };
    const model = modelOf([
      { solid: ground, use: 'terrain', class: 'Site', material: 'Earth' },
      { solid: box([-0.5, -4, -1], [1, 8, 3]), material: 'Concrete' },
    ]);
    const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0, 0], { depth: 0 });
    const usual = drawModel(model, sight);
    const profile = drawModel(model, { ...sight, profile: true });
    // and the lower edge of ten metres of earth
    expect(lengthOf(piecesOf(usual, ['cut']))).toBeCloseTo(8 + 10, 5);
    // what stands above the ground: two sides of 2 and the top of 1
    expect(lengthOf(piecesOf(profile, ['cut']))).toBeCloseTo(5 + 10, 5);
    expect(lengthOf(piecesOf(profile, ['ground']))).toBeCloseTo(9, 5);
    expect(profile.regions.map((r) => r.use).sort()).toEqual(['earth', 'matter']);
  });
});

describe('joints inside of walls whose layers run on into each other', () => {
  it('are of the wall that they lie in', () => {
    const [plaster, block] = [0, 1];
    const wall = (name: string, x: number, y: number, across: number, along: number, isAcross: boolean) => ({
      ...{ name, solid: box([x, y, 0], [across, along, 1]), material: 'Block' },
      buildUp: {
        name,
        normal: isAcross ? ([0, 1, 0] as const) : ([1, 0, 0] as const),
        bounds: isAcross ? [y, y + 0.02, y + 0.2] : [x, x + 0.02, x + 0.2],
        materials: [plaster, block],
      },
    });
    const names = [{ solid: box([50, 0, 5], [1, 1, 1]), material: 'Plaster' }];
    // three walls one behind the other, and one that meets the middle of them from above: their block is one face
    const walls = [wall('up', 1.4, 1.2, 0.2, 2, false), ...[0, 1, 2].map((k) => wall(`w${k}`, k * 1.5, 1, 1.5, 0.2, true))];
    const model = modelOf([...names, ...walls]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], { depth: 0 }));
    expect(drawing.regions.filter(({ material }) => material === block)).toHaveLength(1);
    const whose = [...drawing.lineJoint].flatMap((isJoint, l) => {
      const [u, v] = linePoints(drawing, l);
      return isJoint ? [[model.elements[drawing.lineElement[l]!]!.name, u!.toFixed(2), v!.toFixed(2)]] : [];
    });
    expect(whose).toContainEqual(['up', '1.40', '1.20']);
    expect(
      whose
        .filter(([, , v]) => v === '1.02')
        .map(([name]) => name)
        .sort(),
    ).toEqual(['w0', 'w1', 'w2']);
  });

  it('also where a wall stands in two pieces beside an opening', () => {
    const [plaster, block] = [0, 1];
    const both = (a: Solid, b: Solid): Solid => ({
      corners: [...a.corners, ...b.corners],
      triangles: [...a.triangles, ...b.triangles.map((t) => t.map((k) => k + a.corners.length) as unknown as typeof t)],
    });
    const buildUp: BuildUp = { name: 'long', normal: [0, 1, 0], bounds: [1, 1.02, 1.2], materials: [plaster, block] };
    const other = (name: string, x: number): Piece => ({ name, solid: box([x, 1, 0], [2, 0.2, 1]), material: 'Block', buildUp: { ...buildUp, name } }); // prettier-ignore
    const long: Piece = { name: 'long', solid: both(box([3, 1, 0], [2, 0.2, 1]), box([0, 1, 0], [2, 0.2, 1])), material: 'Block', buildUp };
    // other walls go on at both its ends, and stand before it in the model: their layers are one face each
    const names = [{ solid: box([50, 0, 5], [1, 1, 1]), material: 'Plaster' }];
    const model = modelOf([...names, other('before', -2), other('after', 5), long]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], { depth: 0 }));
    const whose = [...drawing.lineJoint].flatMap((isJoint, l) =>
      isJoint && linePoints(drawing, l)[1]!.toFixed(2) === '1.02' ? [model.elements[drawing.lineElement[l]!]!.name] : [],
    );
    expect(whose.sort()).toEqual(['after', 'before', 'long', 'long']);
  });
});

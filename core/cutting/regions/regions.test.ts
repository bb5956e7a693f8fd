import fc from 'fast-check';
import Module, { type ManifoldToplevel } from 'manifold-3d/manifold';
import { beforeAll, describe, expect, it } from 'vitest';
import { faceArea, intersection } from '../../geometry/polygons';
import { box, modelOf, moved, polygon, prism, turned, type Solid, together } from '../../testing/solids';
import { drawModel, frameSight, lengthOf, piecesOf } from '../../testing/views';

/* The union of solids and its slices by manifold-3d, a geometry library of general use, are the reference here. */
let manifold: ManifoldToplevel;
beforeAll(async () => {
  manifold = await Module();
  manifold.setup();
});

function solidOf({ corners, triangles }: Solid) {
  return new manifold.Manifold(
    new manifold.Mesh({ numProp: 3, vertProperties: Float32Array.from(corners.flat()), triVerts: Uint32Array.from(triangles.flat()) }),
  );
}

const CUT = { depth: 0 };
const areaOf = (drawing: ReturnType<typeof drawModel>) => drawing.regions.reduce((sum, r) => sum + faceArea(r.face), 0);

/** Bodies on a coarse grid, free to touch, to overlap and to stand in one another. */
const body: fc.Arbitrary<Solid> = fc
  .tuple(
    fc.oneof(
      fc
        .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
        .map((s) => box([0, 0, 0], [s[0] / 2, s[1] / 2, s[2] / 2])),
      fc.constantFrom(8, 24).map((sides) => prism(polygon(0, 0, 1, sides), 0, 1.5)),
      fc.constant(prism(polygon(0, 0, 1, 16), 0, 2, [0, 0])),
    ),
    fc.constantFrom(0 as const, 1 as const, 2 as const),
    fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })),
  )
  .map(([solid, turn, [x, y, z]]) => moved(turned(solid, turn), [x / 2, y / 2, z / 2]));

describe('cut faces', () => {
  it('have the area of the slice through the union, for random bodies of one material', () => {
    fc.assert(
      fc.property(fc.array(body, { minLength: 1, maxLength: 5 }), fc.integer({ min: -8, max: 8 }), (solids, k) => {
        const z = k / 4 + 0.1;
        const model = modelOf(solids.map((solid) => ({ solid, material: 'Concrete' })));
        const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, z], CUT));
        const reference = manifold.Manifold.union(solids.map(solidOf)).slice(z);
        expect(areaOf(drawing)).toBeCloseTo(reference.area(), 4);
        reference.delete();
      }),
      { seed: 7, numRuns: 200 },
    );
  });

  it('never cover one another, whatever the materials', () => {
    const names = ['Concrete', 'Brick', 'Insulation', 'Plaster', undefined];
    fc.assert(
      fc.property(fc.array(fc.tuple(body, fc.constantFrom(...names)), { minLength: 2, maxLength: 5 }), (pieces) => {
        const model = modelOf(pieces.map(([solid, material]) => ({ solid, ...(material && { material }) })));
        const { regions } = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.35], CUT));
        for (let i = 0; i < regions.length; i++)
          for (let j = i + 1; j < regions.length; j++) {
            const shared = intersection([...regions[i]!.face], [...regions[j]!.face]);
            expect(shared.reduce((sum, face) => sum + faceArea(face), 0)).toBeLessThan(1e-5);
          }
      }),
      { seed: 11, numRuns: 150 },
    );
  });

  it('of touching bodies of one material are one region; its ring is the drawn outline', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [1, 1, 1]), material: 'Brick' },
      { solid: box([1, 0, 0], [1, 2, 1]), material: 'Brick' },
    ]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], CUT));
    expect(drawing.regions).toHaveLength(1);
    expect(drawing.regions[0]!.elements).toEqual([0, 1]);
    expect(lengthOf(piecesOf(drawing, ['cut']))).toBeCloseTo(8, 9);
  });

  it('keep their holes: a pipe is one region with two rings', () => {
    const ring = (r: number) => polygon(0, 0, r, 32);
    const n = 32;
    const [outer, inner] = [prism(ring(1), 0, 1), prism(ring(0.8), 0, 1)];
    // the inner wall looks inwards; both ends are ring faces
    const corners = [...outer.corners, ...inner.corners];
    const triangles: [number, number, number][] = [];
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n;
      const [a, b, c, d] = [i, j, n + j, n + i];
      const [e, f, g, h] = [2 * n + i, 2 * n + j, 3 * n + j, 3 * n + i];
      triangles.push([a, b, c], [a, c, d], [e, g, f], [e, h, g], [d, c, g], [d, g, h], [a, f, b], [a, e, f]);
    }
    const drawing = drawModel(modelOf([{ corners, triangles }]), frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], CUT));
    expect(drawing.regions.map((r) => r.face.length)).toEqual([2]);
    expect(areaOf(drawing)).toBeCloseTo(16 * Math.sin((2 * Math.PI) / 32) * (1 - 0.64), 5);
  });

  it('give way by rank: concrete keeps its place, plaster loses it', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [2, 1, 1]), material: 'Plaster' },
      { solid: box([1, 0, 0], [2, 1, 1]), material: 'Concrete' },
    ]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], CUT));
    const byMaterial = Object.fromEntries(drawing.regions.map((r) => [model.materials[r.material]!.name, faceArea(r.face)]));
    expect(byMaterial['Concrete']).toBeCloseTo(2, 9);
    expect(byMaterial['Plaster']).toBeCloseTo(1, 9);
  });

  it('are split into the layers of a build-up, the cavity told apart', () => {
    const names = ['Brick', 'Air cavity', 'Concrete block'];
    const model = modelOf([
      {
        solid: box([0, 0, 0], [3, 0.25, 2]),
        material: 'Brick',
        buildUp: { name: 'wall', normal: [0, 1, 0], bounds: [0, 0.1, 0.15, 0.25], materials: [0, 1, 2] },
      },
      ...names.slice(1).map((material, i) => ({ solid: box([10 + i, 0, 5], [1, 1, 1]), material })),
    ]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], CUT));
    const rows = drawing.regions.map((r) => [model.materials[r.material]!.name, r.use, Math.round(faceArea(r.face) * 1e9) / 1e9]);
    expect(rows.sort()).toEqual([
      ['Air cavity', 'air', 0.15],
      ['Brick', 'matter', 0.3],
      ['Concrete block', 'matter', 0.3],
    ]);
  });

  it('are closed over a gap of less than a millimetre, and past faces that look the wrong way, with a word about the place', () => {
    const plan = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5], CUT);
    // a box of two halves that leave a slit of 0.4 mm, one of them inside out
    const sides = (x0: number, x1: number, drop: 'left' | 'right') => {
      const whole = box([x0, 0, 0], [x1 - x0, 1, 1]);
      return { ...whole, triangles: whole.triangles.filter((t) => !t.every((k) => whole.corners[k]![0] === (drop === 'left' ? x0 : x1))) };
    };
    const right = sides(1.0004, 2, 'left');
    const slit = together(sides(0, 1, 'right'), { ...right, triangles: right.triangles.map(([a, b, c]) => [a, c, b] as const) });
    const drawing = drawModel(modelOf([slit]), plan);
    expect(areaOf(drawing)).toBeCloseTo(2, 9);
    expect(drawing.report.notes.map((n) => [n.code, n.facts['gap']])).toEqual([['outline-mended', '0.40']]);
  });

  it('leave an open shell open, with a word about the place', () => {
    const whole = box([0, 0, 0], [1, 1, 1]);
    const lidless = { ...whole, triangles: whole.triangles.filter((_, i) => i !== 2 && i !== 3) };
    const drawing = drawModel(modelOf([lidless]), frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0], CUT));
    expect(drawing.report.notes.map((n) => n.code)).toEqual(['outline-open']);
    expect(lengthOf(piecesOf(drawing, ['cut']))).toBeGreaterThan(2);
  });
});

it('a site that is a body of no material gives way to whatever stands in it', () => {
  const model = modelOf([
    { solid: box([-5, -5, -2], [10, 10, 2]), use: 'terrain', class: 'Site' },
    { solid: box([-1, -1, -1], [2, 2, 3]), material: 'Plaster' },
    box([3, -1, -1], [1, 2, 3]),
  ]);
  const { regions } = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, 0, 0], { depth: 0 }));
  const areas = [0, 1, 2].map((e) => regions.filter((r) => r.elements.includes(e)).reduce((sum, r) => sum + faceArea(r.face), 0));
  expect(areas).toEqual([20 - 2 - 1, 6, 3].map((a) => expect.closeTo(a, 6) as number));
});

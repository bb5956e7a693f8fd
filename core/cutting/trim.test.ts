import fc from 'fast-check';
import Module, { type ManifoldToplevel } from 'manifold-3d/manifold';
import { beforeAll, describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { SAME_LINE } from '../geometry/numbers/tolerances';
import { unit, type Vec3 } from '../geometry/vec3';
import type { Sight } from '../sights/sight';
import { checkSight } from '../sights/sight-schema';
import { judge } from '../testing/sampler';
import { angle, box, modelOf, moved, polygon, prism, turned, type Solid } from '../testing/solids';
import { ALL_ROLES, distance as distanceTo } from '../testing/same-lines';
import { chordsOf, drawModel, frameSight, FRONT, ISO, lengthOf, piecesOf, PLAN } from '../testing/views';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import { often } from '../testing/often';

let manifold: ManifoldToplevel;
beforeAll(async () => {
  manifold = await Module();
  manifold.setup();
});

const solid: fc.Arbitrary<Solid> = fc
  .tuple(
    fc.constantFrom(
      box([0, 0, 0], [1, 1, 1]),
      prism(polygon(0.5, 0.5, 0.5, 24), 0, 1),
      prism(polygon(0.5, 0.5, 0.5, 8), 0, 1, [0.5, 0.5]),
      angle(1),
    ),
    fc.constantFrom(0 as const, 1 as const, 2 as const),
  )
  .map(([s, t]) => turned(s, t));
/** What is left of something round is round here, while a body that is cut already may not look so. */
const angular = solid.filter(({ corners }) => corners.length < 20);
const whole = fc.integer({ min: -4, max: 4 });
const plane = fc
  .tuple(whole, whole, whole, fc.integer({ min: 1, max: 7 }))
  .filter(([x, y, z]) => x !== 0 || y !== 0 || z !== 0)
  .map(([x, y, z, at]) => ({ normal: unit([x, y, z]), origin: [at / 8 + 0.01, at / 8 + 0.003, 0.507] as Vec3 }));

/** The bodies that planes leave of others, cut by an independent package; those of which nothing is left are gone. */
function cutByManifold(bodies: readonly Solid[], planes: readonly { readonly origin: Vec3; readonly normal: Vec3 }[]): Model {
  const left = bodies.map((body): Solid => {
    let rest = new manifold.Manifold(
      new manifold.Mesh({
        numProp: 3,
        vertProperties: Float32Array.from(body.corners.flat()),
        triVerts: Uint32Array.from(body.triangles.flat()),
      }),
    );
    // manifold keeps the side to which the normal points
    for (const { origin, normal: n } of planes)
      rest = rest.trimByPlane([-n[0], -n[1], -n[2]], -(n[0] * origin[0] + n[1] * origin[1] + n[2] * origin[2]));
    const { vertProperties: v, triVerts: t } = rest.getMesh();
    return {
      corners: Array.from({ length: v.length / 3 }, (_, k): Vec3 => [v[k * 3]!, v[k * 3 + 1]!, v[k * 3 + 2]!]),
      triangles: Array.from({ length: t.length / 3 }, (_, k) => [t[k * 3]!, t[k * 3 + 1]!, t[k * 3 + 2]!] as const),
    };
  });
  return modelOf(left.filter(({ triangles }) => triangles.length));
}

/** Places on the visible lines of one drawing, or on its hidden ones, that lie on no such line of another, whatever their roles. */
function apart(a: Drawing, b: Drawing, reach: number): number[][] {
  // what is left of something round may look folded alone
  return [ALL_ROLES.filter((role) => role !== 'hidden' && role !== 'surface'), ['hidden' as const]].flatMap((roles) => {
    const others = chordsOf(b, ALL_ROLES);
    return chordsOf(a, roles).flatMap(([u0, v0, u1, v1, rise]) => {
      if (Math.hypot(u1! - u0!, v1! - v0!) < 1e-3) return [];
      const places = [0.013, 0.31, 0.52, 0.77, 0.988].map((t) => [u0! + t * (u1! - u0!), v0! + t * (v1! - v0!)]);
      return places.filter(([u, v]) => !others.some((o) => distanceTo(o, u!, v!) < reach + o[4]! + rise!));
    });
  });
}

describe('trims', () => {
  it('are drawn as the bodies are that manifold-3d cuts: the same lines, whatever the sight', () => {
    const views = [FRONT, PLAN, ISO, frameSight([0.37, 0.81, -0.29], [0, 0, 1]), { ...FRONT, hidden: true }];
    fc.assert(
      fc.property(angular, fc.array(plane, { minLength: 1, maxLength: 3 }), fc.constantFrom(...views), (body, all, view) => {
        // faces that meet a cut face at a small angle are one surface with it for a body that is cut already
        if (view.hidden && body.corners.length === 9) return;
        const planes = view.hidden ? all.slice(0, 1) : all;
        const [own, other] = [drawModel(modelOf([body]), { ...view, trims: planes }), drawModel(cutByManifold([body], planes), view)];
        // lines nearer than this are one
        const reach = SAME_LINE;
        expect(apart(own, other, reach)).toEqual([]);
        expect(apart(other, own, reach)).toEqual([]);
      }),
      { seed: 5, numRuns: often(500) },
    );
  });

  describe('through a beam that is built into a wall', () => {
    const [wall, beam] = [box([0, 0, 0], [3, 3, 3]), box([2, 1, 1], [3, 1, 1])];
    const sight = {
      ...ISO,
      trims: [
        { origin: [0, 1.5, 0] as Vec3, normal: [0, -1, 0] as Vec3 },
        { origin: [0, 0, 1.6] as Vec3, normal: [0, 0, 1] as Vec3 },
      ],
    };
    const of = (a?: string, b?: string) =>
      modelOf([
        { solid: wall, name: 'wall', class: 'Wall', ...(a && { material: a }) },
        { solid: beam, name: 'beam', class: 'Beam', ...(b && { material: b }) },
      ]);
    // in an isometric picture upright edges are √(2/3) long, those along the axes are too
    const edges = (...lengths: number[]) => lengths.reduce((sum, l) => sum + l, 0) * Math.sqrt(2 / 3);

    it('show no edge of what gave way in the cut faces, whichever that is', () => {
      for (const [a, b] of [
        ['Concrete', 'Timber'],
        ['Timber', 'Concrete'],
        [undefined, undefined],
        ['Timber', 'Timber'],
      ]) {
        // prettier-ignore
        const drawing = drawModel(of(a, b), sight);
        // of the beam what lies below and behind, of the wall what the beam leaves to be seen of both
        expect(lengthOf(piecesOf(drawing, ['outline', 'edge'])), `${a} ${b}`).toBeCloseTo(edges(0.5, 0.6, 1, 1), 6);
      }
    });
  });

  it('show the earth below a terrain, on all sides of a keep box that are seen, and what stands in it', () => {
    // a flat site of ten metres, and a pier that goes half a metre down and through the box's front
    const site: Solid = { corners: [[-5, -5, 0], [5, -5, 0], [5, 5, 0], [-5, 5, 0]], triangles: [[0, 1, 2], [0, 2, 3]] }; // prettier-ignore
    const model = modelOf([
      { solid: site, class: 'Site', use: 'terrain' },
      { solid: box([-0.5, -3, -0.5], [1, 3, 2.5]), class: 'Wall', material: 'Concrete' },
    ]);
    const drawing = drawModel(model, { ...ISO, keepBox: { centre: [0, 0, 0], size: [4, 4, 2] } });
    // a face across an axis has 1/√3 of its area in an isometric picture
    const earth = drawing.regions.filter(({ use }) => use === 'earth');
    expect(earth.reduce((sum, { face }) => sum + faceArea(face), 0)).toBeCloseTo((4 - 0.5 + 4) / Math.sqrt(3), 6);
    expect(lengthOf(piecesOf(drawing, ['ground']))).toBeCloseTo((4 - 1 + 4) * Math.sqrt(2 / 3), 6);
  });

  it('are drawn as what remains: the brute-force sampler sees the same', () => {
    const cells = fc.array(fc.tuple(solid, fc.integer({ min: 0, max: 1 }), fc.integer({ min: 0, max: 1 })), { minLength: 1, maxLength: 3 });
    const [eye, target] = [[0.3, -4, 2.7], [0, 1, 0.5]] as const; // prettier-ignore
    const perspective: Sight = { kind: 'perspective', number: '', name: '', eye, target };
    const ways = [[ISO, Infinity], [frameSight([0.37, 0.81, -0.29], [0, 0, 1]), Infinity], [perspective, Math.hypot(0.3, 5, 2.2)]] as const; // prettier-ignore
    fc.assert(
      fc.property(cells, fc.array(plane, { minLength: 1, maxLength: 2 }), fc.constantFrom(...ways), (bodies, planes, [view, distance]) => {
        const model = modelOf(bodies.map(([s, x, z]) => moved(s, [x * 0.75, 0.25 * z, z])));
        const sight = { ...view, trims: planes };
        const rest = cutByManifold(
          bodies.map(([s, x, z]) => moved(s, [x * 0.75, 0.25 * z, z])),
          planes,
        );
        const { missing, extra } = judge(rest, drawModel(model, sight), false, distance);
        expect({ missing, extra }).toEqual({ missing: [], extra: [] });
      }),
      { seed: 9, numRuns: often(200) },
    );
  });

  it('make cut faces that are told apart from those of the sight itself', () => {
    const model = modelOf([{ solid: box([0, 0, 0], [2, 2, 2]), material: 'Concrete' }]);
    const slanted = { origin: [0, 2, 1] as Vec3, normal: unit([0, -1, 1]) };
    const drawing = drawModel(model, { ...frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0]), trims: [slanted] });
    const areas = drawing.regions.map((r) => [r.trim ?? 0, Math.round(faceArea(r.face) * 1e4) / 1e4]);
    // z - 1 <= y - 2 is kept: in the plane y = 1 nothing stays above z = 0, beyond it the slanted face rises to z = 1
    expect(areas).toEqual([[1, 2]]);
    const lower = drawModel(model, { ...frameSight([0, 1, 0], [0, 0, 1], [0, 1.5, 0]), trims: [{ ...slanted, origin: [0, 1, 1] }] });
    expect(lower.regions.map((r) => [r.trim ?? 0, Math.round(faceArea(r.face) * 1e4) / 1e4])).toEqual([
      [0, 3],
      [1, 1],
    ]);
    expect(lengthOf(piecesOf(lower, ['cut']))).toBeCloseTo(10, 5);
  });

  it('and a keep box leaves what is inside; elements left whole stay whole', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [4, 4, 4]), name: 'mass' },
      { solid: box([6, 0, 0], [1, 1, 1]), name: 'guest' },
    ]);
    const keepBox = { centre: [1, 1, 1] as Vec3, size: [1, 1, 1] as Vec3, turn: 0 };
    const inside = drawModel(model, { ...ISO, keepBox });
    expect(lengthOf(piecesOf(inside))).toBeCloseTo(9 * Math.sqrt(2 / 3), 6);
    expect(inside.regions.map((r) => r.trim).sort()).toEqual([1, 4, 5].sort());
    const withGuest = drawModel(model, { ...ISO, keepBox, leaveWhole: [{ name: 'guest' }] });
    expect(lengthOf(piecesOf(withGuest))).toBeCloseTo(18 * Math.sqrt(2 / 3), 6);
    const turnedBox = drawModel(model, { ...frameSight([0, 0, -1], [0, 1, 0]), keepBox: { ...keepBox, centre: [2, 2, 2], turn: 45 } });
    expect(Math.max(...turnedBox.points)).toBeCloseTo(2 + Math.SQRT1_2, 6);
  });

  it('leave no sheet of a body that only touches them from outside, however its face is divided', () => {
    const block = box([0, 0, 0], [2, 1, 2]);
    const turnedRound = { ...block, triangles: block.triangles.map(([a, b, c]) => [b, c, a] as const).reverse() };
    const trims = [{ origin: [0, 1, 0], normal: [0, -1, 0] }] as const;
    for (const body of [block, turnedRound]) {
      const model = modelOf([{ solid: body, material: 'Brick' }]);
      // its face in the plane is cut, as any that lies just before one; nothing else of it is drawn
      const drawing = drawModel(model, { ...ISO, trims });
      expect(drawing.regions).toHaveLength(1);
      expect(drawing.lineRole).toHaveLength(1);
    }
  });

  it('leave of something round what is round: the facets of a column and of a cone of twelve sides draw no line', () => {
    const front = frameSight([0, 1, 0], [0, 0, 1]);
    for (const apex of [undefined, [0, 0] as const])
      for (const half of [0.3, 0.15]) {
        const body = prism(polygon(0, 0, 0.4, 12), 0, 3, apex as [number, number]);
        const box = { centre: [0, 0, 1] as Vec3, size: [2 * half, 4, 1] as Vec3, turn: 0 };
        // a strip of four facets, and of two: its sides, its top and its bottom
        const pieces = piecesOf(drawModel(modelOf([body]), { ...front, keepBox: box })).filter(([a, , c]) => Math.abs(a! - c!) < 1e-6);
        expect(pieces.map(([a]) => Math.abs(a!))).toEqual(pieces.map(() => expect.closeTo(half, 9)));
      }
  });

  it('are checked before the model is read', () => {
    const sight = { kind: 'plan', number: '', name: '', storey: 'x' };
    expect(() => checkSight({ ...sight, trims: [{ origin: [0, 0, 0], normal: [0, 0, 0] }] })).toThrowError(
      expect.objectContaining({ facts: expect.objectContaining({ field: 'trims.0.normal', reason: 'has no length' }) as object }),
    );
    expect(() => checkSight({ ...sight, keepBox: { centre: [0, 0, 0], size: [1, 0, 1] } })).toThrowError(
      expect.objectContaining({ facts: expect.objectContaining({ field: 'keepBox.size.1' }) as object }),
    );
  });
});

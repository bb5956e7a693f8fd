import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draw } from './draw';
import { faceArea } from './geometry/rings';
import { dot, subtract, type Vec3 } from './geometry/vec3';
import type { Drawing } from './linework/drawing';
import type { Role } from './sights/role';
import { prepare } from './scene/prepare';
import type { Sight } from './sights/sight';
import { ALL_ROLES, distance, leftOver, REACH } from './testing/same-lines';
import { EVERY_SIGHT, gridScene, MORE, oddBodies, oddScene } from './testing/scenes';
import { box, modelOf, moved, shuffle, type Piece } from './testing/solids';
import { published } from './testing/published';
import { chordsOf, drawModel, frameSight } from './testing/views';
import { writeJson } from './writers/json';
import { often } from './testing/often';

/*
 * Two ways to ask for the same drawing give the same: each way has code of its own, and on models full of coincidences they must
 * not part.
 */
const run = (numRuns: number) => ({ seed: 5, numRuns: often(numRuns) });
const scene = fc.oneof(gridScene, oddScene);
const without = (hidden: Role): readonly Role[] => ALL_ROLES.filter((role) => role !== hidden);

function same(a: Drawing, b: Drawing, { mirrored = false, reach = REACH, roles = ALL_ROLES } = {}): void {
  expect(leftOver(a, b, mirrored, reach, roles)).toEqual([]);
  expect(leftOver(b, a, mirrored, reach, roles)).toEqual([]);
  const areas = (d: Drawing) => d.regions.filter((r) => r.use !== 'air').reduce((sum, r) => sum + faceArea(r.face), 0);
  expect(areas(a)).toBeCloseTo(areas(b), 4);
}

/** Places on the lines of one drawing that lie on no line of another, whatever their roles. */
function lost(a: Drawing, b: Drawing): number[][] {
  const roles: readonly Role[] = [...ALL_ROLES, 'far', 'overhead'];
  const others = chordsOf(b, roles);
  return chordsOf(a, roles).flatMap(([u0, v0, u1, v1, rise]) => {
    if (Math.hypot(u1! - u0!, v1! - v0!) < 1e-3) return [];
    const places = [0.013, 0.31, 0.52, 0.77, 0.988].map((t) => [u0! + t * (u1! - u0!), v0! + t * (v1! - v0!)]);
    return places.filter(([u, v]) => !others.some((o) => distance(o, u!, v!) < REACH + o[4]! + rise!));
  });
}

const section = (path: Sight['path'], more: Partial<Sight> = {}): Sight => ({
  kind: 'section',
  number: '',
  name: '',
  path,
  look: 'left',
  ...more,
});

/** A box of the grid as two that stand flush. */
function inTwo(piece: Piece, axis: number, share: number): Piece[] {
  const reach = (pick: (...x: number[]) => number) => [0, 1, 2].map((k) => pick(...piece.solid.corners.map((p) => p[k]!)));
  const [low, high] = [reach(Math.min), reach(Math.max)];
  const at = low[axis]! + share * (high[axis]! - low[axis]!);
  const between = (from: readonly number[], to: readonly number[]): Piece => ({
    ...piece,
    solid: box(from as unknown as Vec3, to.map((x, k) => x - from[k]!) as unknown as Vec3),
  });
  return [between(low, high.with(axis, at)), between(low.with(axis, at), high)];
}

const bytes = (pieces: readonly Piece[], sight: Sight): string => {
  const model = modelOf(pieces);
  return writeJson(published(model, sight));
};

describe('the same drawing', () => {
  it('what is seen is seen, whether hidden lines are kept or not', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT.filter((s) => s.overhead === undefined)), (pieces, sight) => {
        const model = modelOf(pieces);
        const [plain, kept] = [drawModel(model, sight), drawModel(model, { ...sight, hidden: true })];
        same(plain, kept, { roles: without('hidden') });
      }),
      run(220),
    );
  }, 120_000);

  it('a keep box is six trims', () => {
    fc.assert(
      fc.property(gridScene, fc.constantFrom(...EVERY_SIGHT.filter((s) => !s.trims)), (pieces, sight) => {
        const [[x0, y0, z0], [x1, y1, z1]] = [[-0.35, -0.65, -0.15] as const, [0.95, 1.05, 0.85] as const];
        const keepBox = { centre: [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2] as Vec3, size: [x1 - x0, y1 - y0, z1 - z0] as Vec3 };
        const trim = (origin: Vec3, normal: Vec3) => ({ origin, normal });
        const trims = [
          trim([x1, 0, 0], [1, 0, 0]),
          trim([x0, 0, 0], [-1, 0, 0]),
          trim([0, y1, 0], [0, 1, 0]),
          trim([0, y0, 0], [0, -1, 0]),
          trim([0, 0, z1], [0, 0, 1]),
          trim([0, 0, z0], [0, 0, -1]),
        ];
        const model = modelOf(pieces);
        same(drawModel(model, { ...sight, keepBox }), drawModel(model, { ...sight, trims }));
      }),
      run(110),
    );
  }, 120_000);

  it('a jog without a step is a straight line', () => {
    const limits = { left: 0, right: 5 };
    fc.assert(
      fc.property(scene, fc.constantFrom(0.3, 0.25, 0.8, -0.6), (pieces, y) => {
        const model = modelOf(pieces);
        const jog: Sight['path'] = [[-2, y], [0.217, y], [0.217, y + 1e-9], [3, y + 1e-9]]; // prettier-ignore
        same(drawModel(model, section([[-2, y], [3, y]], { limits })), drawModel(model, section(jog, { limits })), { reach: 2.5e-5, roles: without('hidden') }); // prettier-ignore
      }),
      run(160),
    );
  }, 120_000);

  it('a strip of a jogged section is what the section along its leg shows there', () => {
    // something round that the step divides is known as such in either, but may end on a chord
    const straight = scene.map((pieces) => pieces.filter((p) => p.solid.corners.length < 12));
    fc.assert(
      fc.property(straight, fc.constantFrom<[number, number]>([0.3, 0.8], [0.25, -0.5], [-0.6, 0.37]), (pieces, [y, z]) => {
        const model = modelOf(pieces);
        const jog: Sight['path'] = [[-2, y], [0.217, y], [0.217, z], [3, z]]; // prettier-ignore
        for (const [at, limits] of [
          [y, { left: 0.001, right: 2.216 }],
          [z, { left: 2.218, right: 4.999 }],
        ] as const)
          same(drawModel(model, section(jog, { limits })), drawModel(model, section([[-2, at], [3, at]], { limits })), { reach: 2.5e-5 }); // prettier-ignore
      }),
      run(110),
    );
  }, 120_000);

  it('a section in which all is left whole is the view from its plane without a cut', () => {
    const sights = EVERY_SIGHT.filter((s) => s.frame?.cut && !s.trims && !s.overhead && !s.profile);
    fc.assert(
      fc.property(gridScene, fc.constantFrom(...sights), (pieces, sight) => {
        // what lies before the plane as a whole is not drawn
        const { origin, look } = sight.frame!;
        const reaches = ({ solid }: Piece) => solid.corners.some((p) => dot(subtract(p, origin), look) > 1e-6);
        const model = modelOf(pieces.filter(reaches));
        const whole = { ...sight, leaveWhole: [{ class: 'Wall' }, { class: 'Guest' }] };
        same(drawModel(model, whole), drawModel(model, { ...sight, frame: { ...sight.frame!, cut: false } }));
      }),
      run(110),
    );
  }, 120_000);

  it('a keep box round all keeps all', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT), (pieces, sight) => {
        const model = modelOf(pieces);
        const keepBox = { centre: [0, 0, 0] as Vec3, size: [50, 60, 70] as Vec3, turn: 13 };
        same(drawModel(model, { ...sight, keepBox }), drawModel(model, sight));
      }),
      run(150),
    );
  }, 120_000);

  it('a far distance changes roles and no line; joints that are kept add lines and take none', () => {
    const sights = EVERY_SIGHT.filter((s) => s.far === undefined);
    fc.assert(
      fc.property(scene, fc.constantFrom(...sights), fc.constantFrom(0.1, 0.5, 1, 2), (pieces, sight, far) => {
        const model = modelOf(pieces);
        const plain = drawModel(model, sight);
        const graded = drawModel(model, { ...sight, far });
        expect([...lost(plain, graded), ...lost(graded, plain)]).toEqual([]);
        expect(lost(plain, drawModel(model, { ...sight, joints: [{ class: 'Guest' }] }))).toEqual([]);
      }),
      run(110),
    );
  }, 120_000);

  it('a box of a known material may be cut in two: the joint is no line, and no line is lost with it', () => {
    fc.assert(
      fc.property(
        gridScene,
        fc.constantFrom(...EVERY_SIGHT),
        fc.constantFrom(0, 1, 2),
        fc.constantFrom(0.5, 0.25, 0.37),
        (pieces, sight, axis, share) => {
          const halves = pieces.flatMap((piece) =>
            piece.material && piece.solid.corners.length === 8 ? inTwo(piece, axis, share) : [piece],
          );
          const [whole, cut] = [drawModel(modelOf(pieces), sight), drawModel(modelOf(halves), sight)];
          same(whole, cut, { reach: 2e-5 });
          expect(cut.regions).toHaveLength(whole.regions.length);
        },
      ),
      run(220),
    );
  }, 120_000);

  it('what is pulled apart is drawn where it is moved to', () => {
    fc.assert(
      fc.property(fc.oneof(gridScene, oddBodies), fc.constantFrom<Vec3>([0, 0, 3], [1.3, -0.4, 0.2]), (pieces, by) => {
        const view = frameSight([-1, 1, -1], [0, 0, 1], undefined, { kind: 'axonometric' });
        const apart = drawModel(modelOf(pieces), { ...view, pullApart: [{ class: 'Guest', by }] });
        const there = pieces.map((p) => (p.class === 'Guest' ? { ...p, solid: moved(p.solid, by) } : p));
        same(apart, drawModel(modelOf(there), view));
      }),
      run(110),
    );
  }, 120_000);

  it('byte for byte with its triangles and its elements in another order', () => {
    const another = ({ solid, ...piece }: Piece, k: number): Piece => ({
      ...piece,
      solid: { ...solid, triangles: shuffle(solid.triangles, k + 5).map(([p, q, r]) => [q, r, p] as const) },
    });
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (pieces, view, more) => {
        const named = pieces.map((p, k) => ({ ...p, name: `e${k}` }));
        // by the samples the materials keep their rows
        const [samples, own] = [named.filter((p) => p.class === 'Sample'), named.filter((p) => p.class !== 'Sample')];
        const sight = { ...view, ...more };
        expect(bytes([...samples, ...shuffle(own.map(another), 3)], sight)).toBe(bytes([...samples, ...own], sight));
      }),
      run(220),
    );
  }, 120_000);

  it('byte for byte without the elements that it does not show, and with rules that pick nothing', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (pieces, view, more) => {
        const sight = { ...view, ...more };
        const nothing = { ...sight, show: [{ class: 'Chair', use: 'exclude' as const }], pullApart: sight.pullApart ?? [] };
        expect(bytes(pieces, nothing)).toBe(bytes(pieces, sight));
        // names tell elements apart; materials keep their rows by the samples
        const named = pieces.map((p, k) => ({ ...p, name: `e${k}` }));
        const left = named.filter((p) => p.class !== 'Guest');
        if (left.length === 0 || sight.pullApart) return;
        const facts = (text: string) => text.replace(/"report":.*/, '');
        expect(facts(bytes(left, sight))).toBe(facts(bytes(named, { ...sight, show: [{ class: 'Guest', use: 'exclude' }] })));
      }),
      run(160),
    );
  }, 120_000);

  it('there is no end of depth, or one behind all', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT.filter((s) => s.depth === undefined && !s.legDepths)), (pieces, sight) => {
        const model = modelOf(pieces);
        const ready = prepare(model);
        const [far, endless] = [500, null].map((depth) => draw(model, ready, { ...sight, depth })) as [Drawing, Drawing];
        same(far, endless);
      }),
      run(110),
    );
  }, 120_000);
});

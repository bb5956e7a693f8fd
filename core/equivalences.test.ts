import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draw } from './draw';
import { faceArea } from './geometry/polygons';
import type { Vec3 } from './geometry/vec3';
import type { Drawing } from './linework/drawing';
import type { Role } from './linework/role';
import { prepare } from './scene/prepare';
import type { Sight } from './sights/sight';
import { ALL_ROLES, leftOver, REACH } from './testing/same-lines';
import { EVERY_SIGHT, gridScene, MORE, oddBodies, oddScene } from './testing/scenes';
import { modelOf, moved, type Piece } from './testing/solids';
import { drawModel, frameSight } from './testing/views';
import { writeJson } from './writers/json';

/*
 * Two ways to ask for the same drawing give the same: each way has code of its own, and on models full of coincidences they must
 * not part.
 */
const run = (numRuns: number) => ({ seed: 5, numRuns });
const scene = fc.oneof(gridScene, oddScene);
const without = (hidden: Role): readonly Role[] => ALL_ROLES.filter((role) => role !== hidden);

function same(a: Drawing, b: Drawing, { mirrored = false, reach = REACH, roles = ALL_ROLES } = {}): void {
  expect(leftOver(a, b, mirrored, reach, roles)).toEqual([]);
  expect(leftOver(b, a, mirrored, reach, roles)).toEqual([]);
  const areas = (d: Drawing) => d.regions.filter((r) => r.use !== 'air').reduce((sum, r) => sum + faceArea(r.face), 0);
  expect(areas(a)).toBeCloseTo(areas(b), 4);
}

const bytes = (pieces: readonly Piece[], sight: Sight): string => {
  const model = modelOf(pieces);
  return writeJson(model, drawModel(model, sight));
};

describe('the same drawing', () => {
  it('what is seen is seen, whether hidden lines are kept or not', () => {
    fc.assert(
      fc.property(scene, fc.constantFrom(...EVERY_SIGHT.filter((s) => s.overhead === undefined)), (pieces, sight) => {
        const model = modelOf(pieces);
        const [plain, kept] = [drawModel(model, sight), drawModel(model, { ...sight, hidden: true })];
        same(plain, kept, { roles: without('hidden') });
      }),
      run(400),
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
      run(200),
    );
  }, 120_000);

  it('a jog without a step is a straight line', () => {
    const section = (path: Sight['path']): Sight => ({
      kind: 'section',
      number: '',
      name: '',
      path,
      look: 'left',
      limits: { left: 0, right: 5 },
    });
    fc.assert(
      fc.property(scene, fc.constantFrom(0.3, 0.25, 0.8, -0.6), (pieces, y) => {
        const model = modelOf(pieces);
        const jog: Sight['path'] = [[-2, y], [0.217, y], [0.217, y + 1e-9], [3, y + 1e-9]]; // prettier-ignore
        same(drawModel(model, section([[-2, y], [3, y]])), drawModel(model, section(jog)), { reach: 2.5e-5, roles: without('hidden') }); // prettier-ignore
      }),
      run(300),
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
      run(200),
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
      run(300),
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
      run(200),
    );
  }, 120_000);
});

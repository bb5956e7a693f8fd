import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draw } from './draw';
import { noteSentence } from './faults/wording';
import { faceArea } from './geometry/rings';
import type { Vec3 } from './geometry/vec3';
import type { Drawing } from './linework/drawing';
import type { Model } from './model/model';
import { isEmpty } from './proof/empty-reason';
import { prepare } from './scene/prepare';
import { ROLES, type Role } from './sights/role';
import type { Sight } from './sights/sight';
import { checkSight } from './sights/sight-schema';
import { ALL_ROLES, leftOver } from './testing/same-lines';
import { gridScene } from './testing/scenes';
import { box, modelOf, moved, polygon, prism, type Piece, type Solid } from './testing/solids';
import { chordsOf, drawModel, frameSight, FRONT, ISO, lengthOf, piecesOf, PLAN } from './testing/views';

/* What a sight of each kind must show, by other ways of asking for the same thing. */

const named = (kind: Sight['kind'], more: Partial<Sight>): Sight => ({ kind, number: '', name: '', ...more });
const section = (path: Sight['path'], more: Partial<Sight> = {}) => named('section', { path, look: 'left', ...more });
const north = (more: Partial<Sight> = {}) => named('elevation', { toward: 'north', ...more });
const areaOf = (d: Drawing) => d.regions.reduce((sum, r) => sum + faceArea(r.face), 0);
const roles = (d: Drawing) => new Set(Array.from(d.lineRole, (r) => ROLES[r]!));
const refused = (sight: object, field: string) =>
  expect(() => checkSight({ number: '', name: '', ...sight })).toThrowError(
    expect.objectContaining({ facts: expect.objectContaining({ field }) as object }),
  );

describe('an elevation', () => {
  const house = (by: number) => modelOf([box([by, by, 0], [4, 6, 3]), box([by + 1, by + 3, 3], [1, 1, 2])]);

  it('counts depth and far from the building, wherever that stands', () => {
    for (const by of [0, 40, -1000])
      for (const more of [{ depth: 2 }, { far: 2 }, { depth: 5, far: 1 }, {}] as Partial<Sight>[]) {
        const [there, here] = [drawModel(house(by), north(more)), drawModel(house(0), north(more))];
        expect(there.lineRole).toEqual(here.lineRole);
        expect(lengthOf(chordsOf(there, [...ALL_ROLES, 'far']))).toBeCloseTo(lengthOf(chordsOf(here, [...ALL_ROLES, 'far'])), 6);
      }
    // the tower stands three metres behind the front
    expect(lengthOf(piecesOf(drawModel(house(40), north({ depth: 2 }))))).toBeCloseTo(2 * (4 + 3), 6);
    expect(roles(drawModel(house(40), north({ far: 2 })))).toContain('far');
    expect(roles(drawModel(house(40), north({ far: 4 })))).not.toContain('far');
  });

  it('by the compass says that it stands askew to a building that is turned, and what would be square to it', () => {
    const turn = (17 * Math.PI) / 180;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const turned = modelOf([{ ...box([0, 0, 0], [4, 3, 3]), corners: box([0, 0, 0], [4, 3, 3]).corners.map(([x, y, z]): Vec3 => [c * x - s * y, s * x + c * y, z]) }]); // prettier-ignore
    const [note] = drawModel(turned, north()).report.notes.filter((n) => n.code === 'elevation-askew');
    expect(noteSentence(note!)).toContain('17.0° off the building');
    const square: [number, number] = [Number(note!.facts['x']), Number(note!.facts['y'])];
    expect(drawModel(turned, north({ toward: square })).report.notes).toEqual([]);
    expect(drawModel(house(0), north()).report.notes).toEqual([]);
  });

  it('shows nothing of what is buried, however deep it goes', () => {
    const site: Solid = { corners: [[-9, -9, 0], [9, -9, 0], [9, 9, 0], [-9, 9, 0]], triangles: [[0, 1, 2], [0, 2, 3]] }; // prettier-ignore
    const model = modelOf([
      { solid: site, use: 'terrain', class: 'Site' },
      { solid: box([-1, -1, -90], [2, 2, 93]), class: 'Pile' },
      { solid: box([3, 0, -0.8], [1, 1, 2]), class: 'Footing' },
    ]);
    const below = (d: Drawing) => piecesOf(d, ['outline', 'edge']).filter(([, v0, , v1]) => v0! < -1e-6 || v1! < -1e-6);
    expect(below(drawModel(model, north()))).toEqual([]);
    // seen from above the ground, through the front edge of the site
    const eye = named('perspective', { eye: [0, -30, 2], target: [0, 0, 2] });
    const drawing = drawModel(model, eye);
    const edge = -2 * (30 / 21);
    expect(piecesOf(drawing, ['outline', 'edge']).filter(([, v0, , v1]) => Math.min(v0!, v1!) < edge - 1e-6)).toEqual([]);
    expect(drawing.lineRole.length).toBeGreaterThan(4);
  });
});

describe('a section along a path', () => {
  const slab = modelOf([box([-5, 0, 0], [20, 8, 1])]);

  it('ends at both ends of its path, jogged or not, unless its limits say otherwise', () => {
    const width = (sight: Sight) => {
      const us = piecesOf(drawModel(slab, sight)).flatMap(([a, , b]) => [a!, b!]);
      return [Math.min(...us), Math.max(...us)].map((u) => Math.round(u * 1e6) / 1e6);
    };
    expect(width(section([[0, 2], [6, 2]]))).toEqual([0, 6]); // prettier-ignore
    expect(width(section([[0, 2], [3, 2], [3, 4], [6, 4]]))).toEqual([0, 6]); // prettier-ignore
    expect(width(section([[0, 2], [6, 2]], { limits: { left: -2 } }))).toEqual([-2, 6]); // prettier-ignore
    expect(width(section([[0, 2], [6, 2]], { limits: { left: null, right: null } }))).toEqual([-5, 15]); // prettier-ignore
  });

  it('has no end where a leg says null, whatever the depth of the others', () => {
    const model = modelOf([box([0, 0, 0], [10, 1, 1]), box([0, 8, 0], [10, 1, 3])]);
    const path: Sight['path'] = [[0, 0.5], [5, 0.5], [5, 0.7], [10, 0.7]]; // prettier-ignore
    const seen = (legDepths: (number | null)[]) => piecesOf(drawModel(model, section(path, { depth: 2, legDepths })), ['outline', 'edge']);
    expect(seen([2, 2])).toEqual([]);
    expect(lengthOf(seen([2, null]))).toBeGreaterThan(5);
    refused(section(path, { legDepths: [1, 2, 3] }), 'legDepths');
  });

  it('shows the earth of all its legs down to one depth', () => {
    const ground = [0, 1, 2, 3, 4].flatMap((i) => [0, 1, 2, 3, 4].map((j): Vec3 => [i * 3, j * 3, Math.sin(i) + (j > 2 ? 3 : 0)]));
    const cells = [0, 1, 2, 3].flatMap((i) => [0, 1, 2, 3].map((j) => i * 5 + j));
    const site: Solid = { corners: ground, triangles: cells.flatMap((k) => [[k, k + 5, k + 6] as const, [k, k + 6, k + 1] as const]) };
    const model = modelOf([{ solid: site, use: 'terrain', material: 'Earth' }]);
    const drawing = drawModel(model, section([[0.5, 2], [6, 2], [6, 11], [11, 11]])); // prettier-ignore
    const lows = drawing.regions.flatMap(({ face }) => [Math.min(...face[0]!.filter((_, i) => i % 2 === 1))]);
    expect(lows.length).toBeGreaterThan(0);
    for (const low of lows) expect(low).toBeCloseTo(lows[0]!, 6);
  });

  it('is refused where it doubles back, or says its place twice, or its limits enclose nothing', () => {
    refused(section([[0, 0], [6, 0], [6, 2], [3, 2]]), 'path'); // prettier-ignore
    refused({ ...section([[0, 0], [6, 0]]), frame: { origin: [0, 0, 0], look: [0, 1, 0], up: [0, 0, 1], cut: true } }, 'path'); // prettier-ignore
    refused(section([[0, 0], [6, 0]], { limits: { left: 3, right: 2 } }), 'limits.left'); // prettier-ignore
    refused(section([[0, 0], [6, 0]], { limits: { bottom: 3, top: 3 } }), 'limits.bottom'); // prettier-ignore
  });

  it('a kilometre from its zero has its cut faces, with lines or without', () => {
    const far = modelOf([{ solid: box([2500, 0, 0], [4, 4, 3]), material: 'Brick' }]);
    const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0], { limits: { left: 2501, right: 2600 } });
    for (const cutOnly of [true, false]) expect(areaOf(draw(far, prepare(far), sight, { cutOnly }))).toBeCloseTo(9, 6);
  });

  it('whose limits lie within one cut face is not empty', () => {
    const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 2, 0], { limits: { left: 1, right: 2, bottom: 0.2, top: 0.8 } });
    const drawing = drawModel(slab, sight);
    expect(drawing.lineRole).toHaveLength(0);
    expect(isEmpty(drawing)).toBe(false);
    expect(areaOf(drawing)).toBeCloseTo(0.6, 6);
  });
});

describe('a plan', () => {
  it('does not show what is left whole and hangs above its cut, but what stands through it', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [6, 6, 2.8]), class: 'Wall' },
      { solid: box([1, 1, 3.2], [1, 1, 1]), class: 'Chair', name: 'upstairs' },
      { solid: box([8, 1, 0], [1, 1, 1]), class: 'Chair', name: 'downstairs' },
      { solid: box([8, 4, 0.8], [1, 1, 1]), class: 'Chair', name: 'through' },
    ]);
    const plan = { ...frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1.2]), kind: 'plan' as const, leaveWhole: [{ class: 'Chair' }] };
    const shown = (d: Drawing) => new Set(Array.from(d.lineElement, (e) => model.elements[e]!.name));
    const drawing = drawModel(model, plan);
    expect(shown(drawing)).not.toContain('upstairs');
    expect(shown(drawing)).toContain('downstairs');
    expect(shown(drawing)).toContain('through');
  });

  it('shows overhead what a ceiling plan from the same height has for outlines, mirrored', () => {
    fc.assert(
      fc.property(gridScene, (pieces) => {
        const model = modelOf(pieces);
        const level = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.6]);
        const plan = drawModel(model, { ...level, kind: 'plan', overhead: 2 });
        const up = frameSight([0, 0, 1], [0, 1, 0], [0, 0, 0.6], { kind: 'ceiling plan', depth: 2 });
        // where nothing of the plan itself runs
        const over = chordsOf(plan, ['overhead']);
        const ceiling = drawModel(model, up);
        for (const [u0, v0, u1, v1] of over) {
          const [u, v] = [(u0! + u1!) / 2, (v0! + v1!) / 2];
          const near = chordsOf(ceiling, ['outline']).some(([a, b, c, d, rise = 0]) => {
            const [du, dv] = [c! - a!, d! - b!];
            const t = Math.max(0, Math.min(1, ((u - a!) * du + (v - b!) * dv) / (du * du + dv * dv)));
            return Math.hypot(u - a! - t * du, v - b! - t * dv) < 1e-5 + rise;
          });
          expect(near).toBe(true);
        }
      }),
      { seed: 31, numRuns: 120 },
    );
  });

  it('of a wall over another of its kind has one gap, without a joint between the storeys', () => {
    const buildUp = { name: 'W', normal: [0, 1, 0] as Vec3, bounds: [0, 0.12, 0.18, 0.36], materials: [0, 1, 2] };
    const wall = (z: number): Piece => ({ solid: box([0, 0, z], [4, 0.36, 2.5]), class: 'Wall', buildUp });
    const samples = ['Brick', 'Air', 'Block'].map((material, k): Piece => ({ solid: box([20 + k, 20, 0], [0.1, 0.1, 0.1]), material }));
    const across = frameSight([1, 0, 0], [0, 0, 1], [2, 0, 0], { depth: 0 });
    const level = piecesOf(drawModel(modelOf([...samples, wall(0), wall(2.5)]), across)).filter(([u0, v0, u1, v1]) => Math.abs(v0! - 2.5) < 1e-6 && Math.abs(v1! - 2.5) < 1e-6 && Math.abs(u1! - u0!) > 0.01); // prettier-ignore
    expect(level).toEqual([]);
  });
});

describe('a perspective', () => {
  it('has far what lies so far behind its picture, by the depth in space', () => {
    const model = modelOf([0, 10, 20, 40].map((y) => box([-1 + y / 4, y, 0], [0.5, 0.5, 2])));
    const drawing = drawModel(model, named('perspective', { eye: [0, -5, 1], target: [0, 0, 1], far: 15 }));
    const deepest = (role: Role) => Math.max(...[...drawing.lineRole].flatMap((r, l) => (ROLES[r] === role ? [...drawing.depths.subarray(drawing.lineStart[l]!, drawing.lineStart[l + 1]!)] : []))); // prettier-ignore
    const nearest = (role: Role) => Math.min(...[...drawing.lineRole].flatMap((r, l) => (ROLES[r] === role ? [...drawing.depths.subarray(drawing.lineStart[l]!, drawing.lineStart[l + 1]!)] : []))); // prettier-ignore
    expect(nearest('far')).toBeGreaterThan(15);
    expect(deepest('outline')).toBeLessThan(15);
    expect(deepest('far')).toBeCloseTo(40.5, 6);
  });

  it('inside a room draws the same, whether what lies behind the eye is there or not', () => {
    const before = [box([-3, 4, 0], [6, 0.3, 3]), box([-1, 2, 0], [0.5, 0.5, 1])];
    const behind = [box([-3, -6, 0], [6, 0.3, 3]), moved(prism(polygon(0, 0, 0.4, 24), 0, 2), [0, -3, 0])];
    const eye = named('perspective', { eye: [0, 0, 1.6], target: [0, 3, 1.6], fov: 70 });
    const [alone, all] = [drawModel(modelOf(before), eye), drawModel(modelOf([...before, ...behind]), eye)];
    expect(leftOver(alone, all)).toEqual([]);
    expect(leftOver(all, alone)).toEqual([]);
  });
});

describe('two drawings in one thread', () => {
  it('may be under way at once: one that is asked whether it is stale draws another, and stays what it is', () => {
    const [one, two] = [[box([0, 0, 0], [2, 1, 1]), box([0.5, -1, 0], [1, 0.5, 2])], [prism(polygon(0, 0, 2, 64), 0, 3), box([4, 4, 0], [3, 3, 3])]].map(modelOf) as [Model, Model]; // prettier-ignore
    const [first, second] = [prepare(one), prepare(two)];
    for (const sight of [FRONT, ISO, { ...FRONT, hidden: true }, PLAN]) {
      const plain = draw(one, first, sight);
      const disturbed = draw(one, first, sight, { isStale: () => (draw(two, second, ISO), draw(two, second, FRONT), false) });
      expect(disturbed).toEqual(plain);
    }
  });
});

describe('bricks that nearly touch', () => {
  it('are one in the cut and in the elevation alike, and two where the gap can be seen', () => {
    for (const [gap, joint] of [
      [0, 0],
      [5e-6, 0],
      [12e-6, 0],
      [19e-6, 0],
      [2e-3, 2],
    ] as const) {
      // prettier-ignore
      const model = modelOf([0, 1].map((k) => ({ solid: box([k * (2 + gap), 0, 0], [2, 1, 0.6]), material: 'Brick' })));
      const upright = piecesOf(drawModel(model, FRONT)).filter(([a, , c]) => Math.abs(a! - c!) < 1e-9 && a! > 1 && a! < 3);
      expect(upright, `${gap}`).toHaveLength(joint);
      expect(drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0])).regions, `${gap}`).toHaveLength(joint ? 2 : 1);
    }
  });
});

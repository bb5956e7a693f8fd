import { describe, expect, it } from 'vitest';
import type { Model } from '../../model/model';
import { prepare } from '../../scene/prepare';
import { box, modelOf, moved, polygon, prism, spun } from '../../testing/solids';
import { drawModel } from '../../testing/views';
import { faceArea } from '../../geometry/rings';
import { drawingBounds } from '../../linework/drawing';
import { grazingCuts } from '../../proof/grazing-cuts';
import { ROLES } from '../role';
import { checkSight } from '../sight-schema';
import { detailOf } from './detail-of';
import { faceUnder } from './face-under';
import { floorLevels } from './floor-levels';
import { fourSides } from './four-sides';
import { nextNumber, numbered } from './number';
import { ofFace } from './of-face';
import { ofRooms } from './of-rooms';
import { onGrid } from './on-grid';
import { onStoreys } from './on-storeys';

const DEGREE = Math.PI / 180;
const walls = (height = 2.5, z = 0) => [
  box([0, 0, z], [8, 0.3, height]),
  box([0, 4.7, z], [8, 0.3, height]),
  box([0, 0.3, z], [0.3, 4.4, height]),
  box([7.7, 0.3, z], [0.3, 4.4, height]),
];
const named = (solid: ReturnType<typeof box>, name: string, more = {}) => ({ solid, name, class: 'Wall', ...more });
const dotOf = (a: readonly number[], b: readonly number[]) => a.reduce((sum, x, i) => sum + x * b[i]!, 0);

describe('the four sides', () => {
  const turned = (degrees: number) => walls().map((w) => spun(w, degrees));
  it.each([
    [0, 0],
    [17, 0],
    [17, -40],
    [-30, 100],
    [45, 0],
  ])('of a house turned by %d degrees, north by %d: square to it, each named by the side that is seen', (turn, north) => {
    const model = { ...modelOf(turned(turn)), trueNorth: [Math.sin(north * DEGREE), Math.cos(north * DEGREE)] as const };
    const sights = fourSides(model, prepare(model));
    expect(sights.map((s) => s.name)).toEqual(['North', 'East', 'South', 'West']);
    expect(sights.map((s) => s.number)).toEqual(['E-01', 'E-02', 'E-03', 'E-04']);
    sights.forEach(({ frame }, k) => {
      const look = frame!.look;
      // along the walls, to a tenth of a degree
      const askew = ((((Math.atan2(look[1], look[0]) / DEGREE - turn) % 90) + 90) % 90) as number;
      expect(Math.min(askew, 90 - askew)).toBeLessThan(0.06);
      // the north side is seen by whoever looks south: within an eighth of a turn
      const seen = (north + k * 90) * DEGREE;
      expect(-look[0] * Math.sin(seen) - look[1] * Math.cos(seen)).toBeGreaterThan(Math.cos(45.1 * DEGREE));
      // the plane stands before all geometry
      for (const { corners } of turned(turn)) for (const p of corners) expect(dotOf([p[0] - frame!.origin[0], p[1] - frame!.origin[1]], look)).toBeGreaterThan(0.99); // prettier-ignore
    });
    for (const sight of sights) expect(drawModel(model, checkSight(sight, 'made')).lineRole.length).toBeGreaterThan(0);
  });
});

describe('storeys', () => {
  const shed = modelOf(walls());
  it('have a plan each, or a ceiling plan, 1.2 m over their floor', () => {
    const model = { ...shed, storeys: [{ name: 'Ground', elevation: 0 }, { name: 'Loft', elevation: 2.7 }] }; // prettier-ignore
    expect(onStoreys(model, prepare(model), 'plan', ['P-03'])).toEqual([
      { kind: 'plan', number: 'P-04', name: 'Ground', storey: 'Ground', height: 1.2, depth: null },
      { kind: 'plan', number: 'P-05', name: 'Loft', storey: 'Loft', height: 1.2, depth: null },
    ]);
    expect(onStoreys(model, prepare(model), 'ceiling plan').map((s) => s.number)).toEqual(['C-01', 'C-02']);
  });

  it('are limited to the building where the ground would make them more than twice as large', () => {
    const on = (size: number) =>
      modelOf([...walls().map((w) => moved(w, [20, 30, 0])), { solid: moved(box([0, 0, -1], [size, size, 1]), [24 - size / 2, 32.5 - size / 2, 0]), use: 'terrain' }]); // prettier-ignore
    const made = (size: number) => onStoreys({ ...on(size), origin: [1000, 0, 0], storeys: [{ name: 'Ground', elevation: 0 }] }, prepare(on(size)), 'plan')[0]!; // prettier-ignore
    expect(made(9).limits).toBeUndefined();
    // 2 m round the walls of 8 by 5, in half metres, from the zero of the model
    expect(made(60).limits).toEqual({ left: 18, right: 30, bottom: 28, top: 37 });
    // the drawing is as large as that, and the walls are in it whole
    const model = { ...on(60), storeys: [{ name: 'Ground', elevation: 0 }] };
    for (const kind of ['plan', 'ceiling plan'] as const) {
      const drawing = drawModel(model, checkSight(onStoreys(model, prepare(model), kind)[0], 'made'));
      const [u0, v0, u1, v1] = drawingBounds(drawing);
      expect([u0, v0, u1, v1].every((x, k) => (k < 2 ? x >= [18, 28][k]! - 1e-9 : x <= [30, 37][k - 2]! + 1e-9))).toBe(true);
      expect(drawing.regions.filter(({ use }) => use === 'matter').reduce((sum, { face }) => sum + faceArea(face), 0)).toBeCloseTo(8 * 5 - 7.4 * 4.4, 5); // prettier-ignore
    }
  });

  /** Two storeys of walls on slabs, with what is no floor: tables, sills, a parapet, a landing. */
  const house = (z: number) =>
    modelOf(
      [
        box([0, 0, -0.2], [8, 5, 0.2]),
        ...walls(2.5),
        box([0, 0, 2.5], [8, 5, 0.25]),
        ...walls(2.4, 2.75),
        box([0, 0, 5.15], [8, 5, 0.2]),
        // a parapet stands on the roof, a top on a table, a shelf along a wall, a chimney on nothing much
        ...walls(0.9, 5.35),
        box([1, 1, 0.72], [2.4, 1.2, 0.04]),
        box([0.3, 0.3, 1.1], [7.4, 0.35, 0.04]),
        box([3, 2, 1.25], [1.2, 1, 0.15]),
      ].map((solid) => moved(solid, [100, 50, z])),
    );
  it('are found where a model tells none: where walls stand, in the coordinates of the file', () => {
    for (const z of [0, 12.35]) {
      const model = house(z);
      expect(floorLevels(model, prepare(model))).toEqual([z, +(z + 2.75).toFixed(3)]);
      const plans = onStoreys(model, prepare(model), 'plan');
      expect(plans.map((p) => p.height)).toEqual([+(z + 1.2).toFixed(3), +(z + 3.95).toFixed(3)]);
      // cut there, its four walls are what is cut
      for (const plan of plans) expect(drawModel(model, checkSight(plan, 'made')).regions.length).toBeGreaterThan(0);
    }
  });
});

describe('grid lines', () => {
  const arc = Array.from({ length: 13 }, (_, i) => [20 + 5 * Math.cos((i * 10 - 60) * DEGREE), 5 * Math.sin((i * 10 - 60) * DEGREE), 0] as const); // prettier-ignore
  const model: Pick<Model, 'grid' | 'origin'> = {
    origin: [1000, 2000, 0],
    grid: [
      ...['A', 'B', 'C', 'D'].map((tag, i) => ({ tag, from: [i * 4, -2, 0] as const, to: [i * 4, 9, 0] as const })),
      { tag: '1', from: [-2, 0, 0], to: [14, 0, 0] },
      { tag: '3', from: [-2, 6, 0], to: [14, 6, 0] },
      { tag: 'R', from: arc[0]!, to: arc.at(-1)!, curve: arc },
    ],
  };
  it('are cut along, one, some or a row of them, with both ends in the plane and the tag in the name', () => {
    expect(onGrid(model, 'A..C').map((s) => s.name)).toEqual(['Grid A', 'Grid B', 'Grid C']);
    expect(onGrid(model, 'D..B').map((s) => s.name)).toEqual(['Grid D', 'Grid C', 'Grid B']);
    expect(onGrid(model, '1, 3').map((s) => s.path)).toEqual([[[998, 2000], [1014, 2000]], [[998, 2006], [1014, 2006]]]); // prettier-ignore
    expect(onGrid(model, '')).toHaveLength(7);
  });
  it('that are arcs give a section tangent at their middle, as long as the arc, and say so', () => {
    const { name, path = [] } = onGrid(model, 'R')[0]!;
    expect(name).toBe('Grid R, tangent at its middle');
    const length = 12 * 2 * 5 * Math.sin(5 * DEGREE);
    expect(path[0]![0]).toBeCloseTo(1025, 6);
    expect(path[1]![0]).toBeCloseTo(1025, 6);
    expect(path[1]![1] - path[0]![1]).toBeCloseTo(length, 6);
  });
  it('that are not there are refused, and a row of lines that cross', () => {
    expect(() => onGrid(model, 'X')).toThrow(expect.objectContaining({ code: 'grid-unknown', facts: { tag: 'X', tags: 'A B C D 1 3 R' } }));
    expect(onGrid(model, 'A..R').map(({ name }) => name)).toEqual([
      'Grid A',
      'Grid B',
      'Grid C',
      'Grid D',
      'Grid R, tangent at its middle',
    ]);
    expect(onGrid(model, 'R..D').map(({ name }) => name)).toHaveLength(2);
    expect(() => onGrid(model, 'A..1')).toThrow(expect.objectContaining({ code: 'grid-unknown' }));
  });
});

describe('rooms', () => {
  /** A room of 4 by 3 by 2.4 m with walls of 0.2, turned, and a box in a corner. */
  const roomModel = (degrees: number): Model => {
    const at = (solid: ReturnType<typeof box>) => moved(spun(solid, degrees), [30, 10, 2]);
    const model = modelOf([
      { solid: at(box([0, 0, 0], [4, 3, 2.4])), name: '101', class: 'Space', use: 'space' },
      ...[box([-0.2, -0.2, 0], [4.4, 0.2, 2.6]), box([-0.2, 3, 0], [4.4, 0.2, 2.6]), box([-0.2, 0, 0], [0.2, 3, 2.6]), box([4, 0, 0], [0.2, 3, 2.6])].map((w, i) => named(at(w), `w${i}`)), // prettier-ignore
      named(at(box([-0.2, -0.2, -0.2], [4.4, 3.4, 0.2])), 'floor'),
      named(at(box([-0.2, -0.2, 2.4], [4.4, 3.4, 0.2])), 'deck'),
      named(at(box([0.5, 2.4, 0], [0.6, 0.5, 0.9])), 'chest'),
    ]);
    return { ...model, elements: model.elements.map((e) => (e.use === 'space' ? { ...e, facts: { longName: 'Store' } } : e)) };
  };
  it.each([0, 17, -38])(
    'turned by %d degrees have an elevation of each wall, a plan and a ceiling plan, as large as they are',
    (degrees) => {
      const model = roomModel(degrees);
      const sights = ofRooms(model, ['101']);
      expect(sights.map((s) => s.kind)).toEqual(['elevation', 'elevation', 'elevation', 'elevation', 'plan', 'ceiling plan']);
      expect(new Set(sights.map((s) => s.name)).size).toBe(6);
      for (const { name } of sights) expect(name).toMatch(/^101 Store, /);
      // what bounds the room, 0.2 thick all round, and a margin of 10 mm
      for (const { limits } of sights) expect([limits!.left, limits!.bottom].map((x) => +x!.toFixed(6))).toEqual([-0.21, -0.21]);
      const sizes = sights.map(({ limits }) => [limits!.right!, limits!.top!].map((x) => +(x - 0.21).toFixed(6)));
      expect(sizes.slice(0, 4).map(([w]) => w).sort()).toEqual([3, 3, 4, 4]); // prettier-ignore
      expect(sizes.slice(0, 4).map(([, h]) => h)).toEqual([2.4, 2.4, 2.4, 2.4]);
      for (const size of sizes.slice(4)) expect([...size].sort()).toEqual([3, 4]);
      sights.slice(0, 4).forEach((sight) => {
        const { frame, depth, limits } = sight;
        // the plane stands inside, and reaches through the wall: its point at that depth lies on an outer face
        const reach = depth! - 0.21;
        const middle = [0, 1].map((k) => frame!.origin[k]! + frame!.look[k]! * reach + (k ? -frame!.look[0]! : frame!.look[1]!) * (limits!.right! / 2)); // prettier-ignore
        const local = [Math.cos(-degrees * DEGREE), Math.sin(-degrees * DEGREE)];
        const [x, y] = [middle[0]! - 30, middle[1]! - 10];
        const [u, v] = [x * local[0]! - y * local[1]!, x * local[1]! + y * local[0]!];
        expect(Math.min(Math.abs(u), Math.abs(u - 4), Math.abs(v), Math.abs(v - 3))).toBeLessThan(1e-6);
        const box = drawingBounds(drawModel(model, checkSight(sight, 'made')));
        expect(box[2]).toBeLessThanOrEqual(limits!.right! + 1e-6);
        expect(box[3]).toBeLessThanOrEqual(2.6 + 1e-6);
        expect(grazingCuts(model, prepare(model), checkSight(sight, 'made'))).toEqual([]);
      });
      // the plan has its walls whole: a ring of 0.2
      const plan = drawModel(model, checkSight(sights[4]!, 'made'));
      expect(plan.regions.reduce((sum, { face }) => sum + faceArea(face), 0)).toBeCloseTo(4.4 * 3.4 - 4 * 3, 6);
      // the chest stands at one wall, and in the plan
      const seen = sights.map((sight) => {
        const drawing = drawModel(model, checkSight(sight, 'made'));
        const chest = model.elements.findIndex((e) => e.id === 'chest');
        return drawing.lineElement.some((e, l) => e === chest && ROLES[drawing.lineRole[l]!] !== 'hidden');
      });
      expect(seen[4]).toBe(true);
      expect(seen[5]).toBe(false);
      expect(seen.slice(0, 4).filter(Boolean).length).toBeGreaterThan(0);
    },
  );
  it('show the window in a wall, its frame and its pane, and are cut beside what stands where they would be cut first', () => {
    const south = box([-0.2, -0.2, 0], [4.4, 0.2, 0.9]);
    const model = modelOf([
      { solid: moved(box([0, 0, 0], [4, 3, 2.4]), [30, 10, 2]), name: '101', class: 'Space', use: 'space' },
      ...[south, box([-0.2, -0.2, 0.9], [1.4, 0.2, 1.7]), box([2.2, -0.2, 0.9], [2, 0.2, 1.7]), box([1.2, -0.2, 2.1], [1, 0.2, 0.5])].map((w, i) => named(moved(w, [30, 10, 2]), `s${i}`)), // prettier-ignore
      { ...named(moved(box([1.3, -0.15, 0.9], [0.8, 0.06, 1.1]), [30, 10, 2]), 'window'), class: 'Window' },
      // a shelf whose face lies half a metre before that wall
      { ...named(moved(box([3, 0.5, 0], [0.5, 0.4, 2]), [30, 10, 2]), 'shelf'), class: 'Furniture' },
    ]);
    const sight = ofRooms(model, ['101']).find((s) => s.frame!.look[1] === -1)!;
    expect(sight.frame!.origin[1]).not.toBeCloseTo(10.5, 3);
    expect(grazingCuts(model, prepare(model), checkSight(sight, 'made'))).toEqual([]);
    const drawing = drawModel(model, checkSight(sight, 'made'));
    const window = model.elements.findIndex((e) => e.id === 'window');
    expect(drawing.lineElement.some((e, l) => e === window && ROLES[drawing.lineRole[l]!] !== 'hidden')).toBe(true);
  });
  it('that are not there are refused by their number', () => {
    expect(() => ofRooms(roomModel(0), ['7'])).toThrow(
      expect.objectContaining({ code: 'room-unknown', facts: { room: '7', rooms: '101' } }),
    );
    expect(ofRooms(roomModel(0), ['store'])).toHaveLength(6);
  });
});

describe('a face', () => {
  const leaning = modelOf([named(spun(prism([[0, 0], [6, 0], [6, 4], [0, 4]], 0, 3, [3, 2]), 23.5), 'roof'), named(prism(polygon(20, 0, 2, 48), 0, 3), 'tank')]); // prettier-ignore
  it('is looked at exactly square, however odd its angle, and is as large in the drawing as it is', () => {
    // the south slope: corners (0,0,0), (6,0,0) and the tip (3,2,3)
    const [c, s] = [Math.cos(23.5 * DEGREE), Math.sin(23.5 * DEGREE)];
    const turn = ([x, y, z]: readonly [number, number, number]) => [x * c - y * s, x * s + y * c, z] as const;
    const point = turn([3, 2 / 3, 1]);
    const [sight] = ofFace(leaning, prepare(leaning), 'roof', [...point]);
    const n = turn([0, -3 / Math.hypot(2, 3), 2 / Math.hypot(2, 3)]);
    expect(sight!.frame!.cut).toBe(false);
    sight!.frame!.look.forEach((x, k) => expect(x).toBeCloseTo(-n[k]!, 9));
    const [u0, , u1] = drawingBounds(drawModel(leaning, checkSight({ ...sight!, show: [{ name: 'roof' }] }, 'made')));
    expect(u1 - u0).toBeCloseTo(6, 6);
  });
  it('that is curved is refused, and a point that is on none', () => {
    const scene = prepare(leaning);
    expect(() => ofFace(leaning, scene, 'tank', [22 * 0.999, 0, 1.5])).toThrow(expect.objectContaining({ code: 'face-curved' }));
    expect(ofFace(leaning, scene, 'tank', [20, 0, 3])[0]!.frame!.look).toEqual([0, 0, -1]);
    expect(() => ofFace(leaning, scene, 'roof', [3, 50, 1])).toThrow(expect.objectContaining({ code: 'face-unknown' }));
    expect(() => ofFace(leaning, scene, 'gone', [0, 0, 0])).toThrow(expect.objectContaining({ code: 'face-unknown' }));
  });
  it('of a wall that ends in a rounding is flat', () => {
    const round = Array.from({ length: 13 }, (_, i) => [8 + 0.3 * Math.sin((i * 15 * Math.PI) / 180), 0.3 - 0.3 * Math.cos((i * 15 * Math.PI) / 180)] as const); // prettier-ignore
    const model = modelOf([named(prism([[0, 0], ...round, [0, 0.6]], 0, 3), 'wall')]); // prettier-ignore
    expect(ofFace(model, prepare(model), 'wall', [4, 0, 1])[0]!.frame!.look).toEqual([0, 1, 0]);
    expect(() => ofFace(model, prepare(model), 'wall', [8.3, 0.3, 1])).toThrow(expect.objectContaining({ code: 'face-curved' }));
  });
});

it('numbers go on after the highest of their kind', () => {
  expect(nextNumber('section', ['S-02', 'S-9', 'P-40', 'Shaft'])).toBe('S-10');
  expect(numbered([{ kind: 'plan', name: 'a' }, { kind: 'section', name: 'b' }, { kind: 'plan', name: 'c' }], ['P-01']).map((s) => s.number)).toEqual(['P-02', 'S-01', 'P-03']); // prettier-ignore
});

describe('the face that is meant by a point of a drawing', () => {
  const house = modelOf([named(spun(box([0, 0, 0], [6, 0.4, 3]), 17), 'wall'), named(spun(box([1, 2, 0], [2, 1, 0.8]), 17), 'bench')]);
  const scene = prepare(house);
  const turned = (x: number, y: number) => [x * Math.cos(17 * DEGREE) - y * Math.sin(17 * DEGREE), x * Math.sin(17 * DEGREE) + y * Math.cos(17 * DEGREE)] as const; // prettier-ignore
  const plan = { kind: 'plan', number: 'P', name: '', height: 1.2, frame: { origin: [0, 0, 1.2], look: [0, 0, -1], up: [0, 1, 0], cut: true }, depth: null } as const; // prettier-ignore
  const lookOf = (found: ReturnType<typeof faceUnder>) => ofFace(house, scene, found!.id, found!.point)[0]!.frame!.look;
  it('in a plan is the side of a wall near whose line it lies: the elevation of a wall at 17 degrees', () => {
    const found = faceUnder(house, scene, plan, turned(3, 0.43), 0.05)!;
    expect(found.id).toBe('wall');
    found.point.forEach((x, k) => expect(x).toBeCloseTo([...turned(3, 0.4), 1.2][k]!, 9));
    lookOf(found).forEach((x, k) => expect(x).toBeCloseTo([Math.sin(17 * DEGREE), -Math.cos(17 * DEGREE), 0][k]!, 9));
    lookOf(faceUnder(house, scene, plan, turned(3, -0.03), 0.05)).forEach((x, k) => expect(x).toBeCloseTo([-Math.sin(17 * DEGREE), Math.cos(17 * DEGREE), 0][k]!, 9)); // prettier-ignore
  });
  it('away from what is cut is the one that is seen, or none; also in an elevation, an oblique and a perspective', () => {
    expect(faceUnder(house, scene, plan, turned(2, 2.5), 0.05)).toMatchObject({ id: 'bench', point: [expect.anything(), expect.anything(), expect.closeTo(0.8, 9)] }); // prettier-ignore
    expect(faceUnder(house, scene, plan, turned(5, 2.5), 0.05)).toBeNull();
    // from the south the wall hides the bench; what stands before a trim is not seen through it
    const south = { kind: 'elevation', number: 'E', name: '', frame: { origin: [0, -9, 0], look: [0, 1, 0], up: [0, 0, 1], cut: false }, depth: null } as const; // prettier-ignore
    expect(faceUnder(house, scene, south, [1, 0.5], 0.05)!.id).toBe('wall');
    const trims = [{ origin: [...turned(0, 1), 0], normal: [Math.sin(17 * DEGREE), -Math.cos(17 * DEGREE), 0] }] as never;
    expect(faceUnder(house, scene, { ...south, trims }, [1, 0.5], 0.05)!.id).toBe('bench');
    const from = { kind: 'perspective', number: 'V', name: '', eye: [0, 9, 1.6], target: [0, 5, 1.6], depth: null } as const;
    // the ray from the eye through a point of the picture's plane, four metres away, meets the top of the bench
    const seen = faceUnder(house, scene, from, [-0.8, -0.55], 0.05)!;
    expect(seen.id).toBe('bench');
    [seen.point[0] / 0.8, (9 - seen.point[1]) / 4, (1.6 - seen.point[2]) / 0.55].forEach((k) => expect(k).toBeCloseTo(0.8 / 0.55, 9));
  });
});

describe('a detail', () => {
  const model = modelOf([...walls(), box([2, 1, 0], [1, 1, 0.9]), box([5, 2, 0], [0.8, 0.8, 1.4])]);
  const section = { kind: 'section', number: 'S-01', name: 'Across', path: [[1, 1.5], [9, 1.5]], look: 'left', depth: null } as const; // prettier-ignore
  it('is drawn as the other is, within its area only', () => {
    const area = [0.5, -0.2, 4.4, 1.1] as const;
    const detail = detailOf(section, area, ['S-01', 'S-04']);
    expect(detail).toMatchObject({ number: 'S-05', name: 'Across, detail', path: section.path, look: 'left' });
    const own = drawModel(model, detail);
    const bounds = drawingBounds(own);
    [0, 1].forEach((k) => expect(bounds[k]!).toBeGreaterThanOrEqual(area[k]!));
    [2, 3].forEach((k) => expect(bounds[k]!).toBeLessThanOrEqual(area[k]!));
    // all that is drawn of the other in there, and nothing else: limits draw no line along them
    expect(lengthWithin(own, area)).toBeCloseTo(lengthWithin(drawModel(model, section), area), 9);
    // the first box is cut, all round it; behind it stand the foot of the wall, and a side and the foot of the other box
    expect(lengthWithin(own, area)).toBeCloseTo(2 * (1 + 0.9) + (0.5 + 2) + (1.1 + 0.4), 6);
  });
  it('goes no farther than what bounds the other: its limits, or the ends of its line', () => {
    const area = [-3, -1, 30, 1] as const;
    expect(detailOf(section, area).limits).toEqual({ left: 0, bottom: -1, right: 8, top: 1 });
    expect(detailOf({ ...section, limits: { left: null, top: 0.4 } }, area).limits).toEqual({ left: -3, bottom: -1, right: 8, top: 0.4 });
  });
});

/** Length of all lines of a drawing inside an area. */
function lengthWithin(
  { points, lineStart }: ReturnType<typeof drawModel>,
  [u0, v0, u1, v1]: readonly [number, number, number, number],
): number {
  let sum = 0;
  for (let line = 0; line + 1 < lineStart.length; line++)
    for (let i = lineStart[line]!; i + 1 < lineStart[line + 1]!; i++) {
      const [au, av, bu, bv] = points.subarray(i * 2, i * 2 + 4) as unknown as [number, number, number, number];
      let [from, to] = [0, 1];
      for (const [a, d, low, high] of [
        [au, bu - au, u0, u1],
        [av, bv - av, v0, v1],
      ] as const)
        // prettier-ignore
        if (d === 0) {
          if (a < low || a > high) to = 0;
        } else [from, to] = [Math.max(from, Math.min((low - a) / d, (high - a) / d)), Math.min(to, Math.max((low - a) / d, (high - a) / d))];
      if (to > from) sum += (to - from) * Math.hypot(bu - au, bv - av);
    }
  return sum;
}

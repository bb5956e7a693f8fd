import { describe, expect, it } from 'vitest';
import { draw } from '../draw';
import { faceArea } from '../geometry/rings';
import type { Vec3 } from '../geometry/vec3';
import { prepare } from '../scene/prepare';
import { shownParts } from '../sights/shown';
import { checkSight } from '../sights/sight-schema';
import { box, modelOf } from '../testing/solids';
import { alignByGrid, alignByMap, alignByPoints } from './align-models';
import { joinModels } from './join-models';
import type { GridLine, Model } from './model';
import { AS_IT_IS, placementMatrix } from './placement';
import { transformPoint } from '../geometry/matrix4';

const line = (tag: string, from: Vec3, to: Vec3): GridLine => ({ tag, from, to });
const house: Model = {
  ...modelOf([box([0, 0, 0], [6, 4, 3])]),
  storeys: [{ name: 'Ground', elevation: 0 }],
  grid: [line('A', [0, -1, 0], [0, 5, 0]), line('1', [-1, 0, 0], [7, 0, 0])],
};
// the same house as another firm drew it: turned by 30 degrees, from another zero, its grid from the other end
const turn = Math.PI / 6;
const other = ([x, y, z]: Vec3): Vec3 => [
  x * Math.cos(turn) - y * Math.sin(turn) + 100,
  x * Math.sin(turn) + y * Math.cos(turn) - 20,
  z + 7,
];
const frameOfIt: Model = {
  ...modelOf([box([1, 1, 3], [1, 1, 1])]),
  positions: Float64Array.from(modelOf([box([1, 1, 3], [1, 1, 1])]).positions),
  storeys: [{ name: 'ground', elevation: 7 }],
  grid: [line('A', other([0, 5, 0]), other([0, -1, 0])), line('1', other([7, 0, 0]), other([-1, 0, 0])), line('9', [0, 0, 0], [1, 0, 0])],
};
for (let i = 0; i < frameOfIt.positions.length; i += 3)
  frameOfIt.positions.set(other([frameOfIt.positions[i]!, frameOfIt.positions[i + 1]!, frameOfIt.positions[i + 2]!]), i);

const near = (p: readonly number[]) => p.map((x) => expect.closeTo(x, 9));

describe('several models', () => {
  it('are laid over one another by the grid, though it was drawn from the other end, and by storeys', () => {
    const found = alignByGrid(frameOfIt, house)!;
    expect(found.tags).toEqual(['A', '1']);
    expect(found.off).toBeLessThan(1e-9);
    const back = placementMatrix(found.placement, [0, 0, 0], [0, 0, 0]);
    expect(transformPoint(back, other([2, 3, 1]))).toEqual(near([2, 3, 1]));
    expect(alignByGrid({ ...frameOfIt, grid: [] }, house)).toBeNull();
  });

  it('by two points, and by their places on the map', () => {
    const placed = alignByPoints([other([0, 0, 0]), [0, 0, 0]], [other([6, 4, 0]), [6, 4, 0]]);
    const m = placementMatrix(placed, [0, 0, 0], [0, 0, 0]);
    expect(transformPoint(m, other([1, 2, 3]))).toEqual(near([1, 2, 3]));
    const map = (east: number, north: number, height: number, by: number) => ({ east, north, height, turn: by, system: '' });
    // one model's zero 10 m along the other's own x axis, which points to the map's north
    const a = { ...house, map: map(500, 2010, 5, Math.PI / 2) },
      b = { ...house, map: map(500, 2000, 2, Math.PI / 2) };
    expect(alignByMap(a, b)).toEqual({ by: near([10, 0, 3]), turn: 0 });
    expect(alignByMap(house, b)).toBeNull();
  });

  it('become one: ids told apart, materials and storeys of one name one, drawn where they belong', () => {
    const { placement } = alignByGrid(frameOfIt, house)!;
    const joined = joinModels([
      { name: 'house', model: house, placement: AS_IT_IS },
      { name: 'frame', model: frameOfIt, placement },
    ]);
    expect(joined.elements.map((e) => [e.id, e.facts?.model])).toEqual([
      [house.elements[0]!.id, 'house'],
      [`${house.elements[0]!.id} in frame`, 'frame'],
    ]);
    expect(joined.storeys.map((s) => s.name)).toEqual(['Ground']);
    expect(joined.grid.map((g) => g.tag)).toEqual(['A', '1', '9']);
    const sight = checkSight({
      kind: 'section',
      number: 'S',
      name: '',
      path: [
        [-1, 1.5],
        [7, 1.5],
      ],
      depth: 0,
    });
    const areas = draw(joined, prepare(joined), sight).regions.map((r) => faceArea(r.face));
    expect(areas.reduce((a, b) => a + b)).toBeCloseTo(18 + 1, 6);
  });

  it('are told apart by the rules of a sight: one alone, one left out, one left whole', () => {
    const joined = joinModels([
      { name: 'house', model: house, placement: AS_IT_IS },
      { name: 'Site', model: house, placement: { by: [10, 0, 0], turn: 0 } },
    ]);
    const sight = (more: object) => checkSight({ kind: 'section', number: '', name: '', path: [[-1, 1.5], [20, 1.5]], ...more }); // prettier-ignore
    const part = (name: string) => joined.elements.findIndex((e) => e.facts?.model === name);
    const shown = (more: object) => {
      const parts = shownParts(joined, sight(more));
      return ['house', 'Site'].map((name) => parts[joined.partElement.indexOf(part(name))]);
    };
    expect(shown({ show: [{ model: 'site' }] })).toEqual([0, 1]);
    expect(shown({ show: [{ model: 'site', use: 'exclude' }] })).toEqual([1, 0]);
    expect(shown({ leaveWhole: [{ model: 'house' }] })).toEqual([2, 1]);
    expect(shown({ show: [{ model: 'site', class: 'Pipe' }] })).toEqual([0, 0]);
    // one model alone goes by the name of its file
    expect([...shownParts({ ...house, name: 'house.ifc' }, sight({ show: [{ model: 'house' }] }))]).toContain(1);
  });

  it('keep their ids, their coordinates and their north when one of them is hidden', () => {
    const parts = [
      { name: 'house', model: { ...house, trueNorth: [0.6, 0.8] as const }, placement: AS_IT_IS },
      { name: 'frame', model: house, placement: { by: [10, 0, 0] as const, turn: 0 } },
      { name: 'frame', model: house, placement: { by: [20, 0, 0] as const, turn: 0 } },
    ];
    const own = house.elements[0]!.id;
    expect(joinModels(parts).elements.map((e) => e.id)).toEqual([own, `${own} in frame`, `${own} in frame in frame`]);
    const [first, ...others] = parts;
    const rest = joinModels([{ ...first!, isHidden: true }, ...others]);
    expect(rest.elements.map((e) => e.id)).toEqual([`${own} in frame`, `${own} in frame in frame`]);
    expect([Math.min(...rest.positions.filter((_, i) => i % 3 === 0)), rest.partElement.length]).toEqual([10, 2]);
    expect(rest.trueNorth).toEqual([0.6, 0.8]);
  });
});

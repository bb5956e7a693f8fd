import { detailScale, usualScale } from '../figures/usual-scale';
import { describe, expect, it } from 'vitest';
import type { Vec2 } from '../../core/geometry/vec3';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import { matterOnLine } from '../../core/cutting/matter-on-line';
import { copiesOf, newPerspective, newSection, plansForStoreys } from './register/new-sights';
import { frameOf, fromKey, gridAlong, keyFrameOf, lineOf, squared, stretch, toKey, turnTo, withLine } from './sight-geometry';
import { fit, toU, toV, toX, toY } from '../board/view';

const turn = (17 * Math.PI) / 180;
const model = {
  elements: [],
  elementBoxes: new Float32Array(0),
  origin: [100, 200, 0],
  trueNorth: [-Math.sin(turn), Math.cos(turn)],
  storeys: [
    { name: 'Ground', elevation: 0 },
    { name: 'Upper', elevation: 2.55 },
  ],
  grid: [
    { tag: 'A', from: [0, -5, 0], to: [0, 5, 0] },
    { tag: 'B', from: [3.6, -5, 0], to: [3.6, 5, 0] },
    { tag: '1', from: [-5, 0, 0], to: [5, 0, 0] },
  ],
  mainAngle: 0,
  bounds: [95, 195, 0, 131, 215, 10],
} as unknown as ModelInfo;
const project: Project = {
  id: 'p',
  name: 'p',
  model: 'm',
  created: 0,
  changed: 0,
  binned: null,
  sights: {},
  sets: {},
  backgrounds: {},
  accepted: {},
};
const section = (look: 'left' | 'right'): Sight => ({
  kind: 'section',
  number: 'S-01',
  name: '',
  look,
  path: [
    [100, 203],
    [110, 203],
  ],
});
const close = (a: readonly number[], b: readonly number[]) => a.forEach((x, i) => expect(x).toBeCloseTo(b[i]!, 9));

describe('the Key under a sight', () => {
  it('lies so that the line is level and the sight looks up the page, for either side', () => {
    for (const look of ['left', 'right'] as const) {
      const sight = section(look);
      const key = keyFrameOf(model, sight);
      const [a, b] = lineOf(sight)!.map((p) => toKey(key, p)) as [Vec2, Vec2];
      expect(a[1]).toBeCloseTo(0, 9);
      expect(b[1]).toBeCloseTo(0, 9);
      expect(b[0] - a[0]).toBeCloseTo(10, 9);
      const { look: away } = frameOf(model, sight);
      const ahead = toKey(key, [key.origin[0] + away[0], key.origin[1] + away[1]]);
      close(ahead, [0, 1]);
      close(fromKey(key, toKey(key, [1.5, -7])), [1.5, -7]);
    }
  });

  it('shares its horizontal with the drawing: grid lines stand at their place along the line', () => {
    const places = (look: 'left' | 'right') => gridAlong(model, frameOf(model, section(look))).map((g) => [g.tag, Math.round(g.u * 1000)]);
    expect(places('left')).toEqual([
      ['A', 0],
      ['B', 3600],
    ]);
    expect(places('right')).toEqual([
      ['B', 6400],
      ['A', 10000],
    ]);
  });
});

describe('a line of a section', () => {
  it('keeps its side when it is drawn anew', () => {
    for (const look of ['left', 'right'] as const) {
      const moved = withLine(section(look), [
        [0, 0],
        [0, 5],
      ]);
      expect(lineOf(moved)).toEqual([
        [0, 0],
        [0, 5],
      ]);
      expect(moved.look).toBe(look);
    }
  });
  it('can be squared, stretched and turned', () => {
    close(squared([0, 0], [4, 1], 0), [4, 0]);
    close(squared([0, 0], [1, 4], turn), [
      -Math.sin(turn) * (4 * Math.cos(turn) - Math.sin(turn)),
      Math.cos(turn) * (4 * Math.cos(turn) - Math.sin(turn)),
    ]);
    close(
      stretch(
        [
          [1, 1],
          [4, 5],
        ],
        10,
      )[1],
      [7, 9],
    );
    const turned = turnTo(
      [
        [0, 0],
        [2, 0],
      ],
      Math.PI / 2,
    );
    close(turned.flat(), [1, -1, 1, 1]);
  });
});

describe('sights made in one step', () => {
  it('take the largest usual scale that fits A3: 20 m at 1:100, a stand of 1.8 m at 1:5 (ISO 5455)', () => {
    expect(newSection(project, model, [[0, 0], [1, 1]]).scale).toBe(usualScale(model.bounds)); // prettier-ignore
    expect([36, 19.5, 1.8, 0.3, 4000].map((long) => usualScale([0, 0, 0, long, 0.2, 1]))).toEqual([100, 50, 5, 1, 1000]);
    expect([100, 50, 20, 10, 2].map(detailScale)).toEqual([20, 10, 5, 2, 1]);
  });
  it('are a plan for each storey that has none', () => {
    const [first] = plansForStoreys(project, model);
    const rest = plansForStoreys({ ...project, sights: { [first!.id]: first! } }, model);
    expect(rest.map((s) => s.sight.storey)).toEqual(['Upper']);
    expect(rest[0]!.sight.number).toBe('P-02');
  });
  it('are a section between two points, a copy, and a perspective from the height of an eye', () => {
    expect(
      newSection(project, model, [
        [0, 0],
        [1, 2.1 + 0.2],
      ]).sight.path,
    ).toEqual([
      [0, 0],
      [1, 2.1 + 0.2],
    ]);
    const [copy] = copiesOf({ ...project, sights: { s: newSection(project, model, [[0, 0], [1, 1]]) } }, [newSection(project, model, [[0, 0], [1, 1]])]) as [ProjectSight]; // prettier-ignore
    expect(copy.sight).toMatchObject({ number: 'S-02', name: 'Section, copy', path: [[0, 0], [1, 1]] }); // prettier-ignore
    const { sight } = newPerspective(project, model, [[0, -5], [3, 2]], 2.7); // prettier-ignore
    expect(sight).toMatchObject({ number: 'V-01', eye: [0, -5, 4.3], target: [3, 2, 4.3], fov: 60 });
  });
});

it('finds the matter that a line passes, merged where faces touch', () => {
  const square = (u: number, w: number) => ({
    material: 0,
    elements: [0],
    use: 'matter' as const,
    face: [Float64Array.of(u, 0, u + w, 0, u + w, 1, u, 1)],
  });
  const found = matterOnLine([square(1, 1), square(2, 1), square(5, 0.5), { ...square(8, 1), use: 'air' as const }], [0, 0.5], [10, 0.5]);
  close(found.flat(), [1, 3, 5, 5.5]);
});

it('turns places of the drawing into pixels and back, and fits a box into a pane', () => {
  const size = { width: 1000, height: 400 };
  const view = fit([0, 0, 20, 5], size, 0);
  expect(toU(view, size, toX(view, size, 3.21))).toBeCloseTo(3.21, 9);
  expect(toV(view.zoom, view.v, size, toY(view.zoom, view.v, size, -1.2))).toBeCloseTo(-1.2, 9);
  for (const [u, v] of [
    [0, 0],
    [20, 5],
  ] as const) {
    expect(toX(view, size, u)).toBeGreaterThan(100);
    expect(toX(view, size, u)).toBeLessThan(1000);
    expect(toY(view.zoom, view.v, size, v)).toBeGreaterThan(0);
    expect(toY(view.zoom, view.v, size, v)).toBeLessThan(400);
  }
});

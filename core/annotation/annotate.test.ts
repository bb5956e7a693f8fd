import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Graphic } from '../drafting/graphic';
import type { Model } from '../model/model';
import { checkSight } from '../sights/sight-schema';
import type { Sight } from '../sights/sight';
import { box, modelOf } from '../testing/solids';
import { published } from '../testing/published';
import { landmarksOf } from './landmarks';
import { levelWords } from './level-words';
import { spread } from './spread';

/** A hall of 10 m by 6 m and 7 m high, its source's zero far off, with two storeys and two grids square to one another. */
const hall: Model = {
  ...modelOf([{ solid: box([0, 0, 0], [10, 6, 7]), material: 'Brick', class: 'Wall', name: 'hall' }]),
  origin: [1000, 2000, 12],
  storeys: [
    { name: 'Ground, quay side', elevation: 0 },
    { name: 'Loft', elevation: 3.2 },
    { name: 'Mast', elevation: 9 },
  ],
  grid: [
    { tag: 'A', from: [1, -2, 0], to: [1, 8, 0] },
    { tag: 'B', from: [9, -2, 0], to: [9, 8, 0] },
    { tag: '1', from: [-2, 3, 0], to: [12, 3, 0] },
  ],
};
const sight = (value: object): Sight => checkSight({ number: 'S-01', name: 'Through the hall', ...value });
const SECTION = sight({ kind: 'section', path: [[999, 2003], [1012, 2003]], look: 'left' }); // prettier-ignore
const PLAN = sight({ kind: 'plan', storey: 'Ground, quay side', height: 1.2 });

const layerOf = ({ layers }: Graphic, of: { readonly layer: number }) => layers[of.layer]!.name;
const textsOf = (graphic: Graphic, layer: string) => graphic.texts.filter((text) => layerOf(graphic, text) === layer);
const strokesOn = ({ strokes, layers }: Graphic, layer: string) =>
  Array.from(strokes.layer, (l, s) => ({ l, s }))
    .filter(({ l }) => layers[l]!.name === layer)
    .map(({ s }) => ({ radius: strokes.radius[s]!, points: Array.from(strokes.points.subarray(strokes.start[s]! * 2, strokes.start[s + 1]! * 2)) })); // prettier-ignore

describe('landmarks', () => {
  it('are the storeys at their heights over the datum and the grid lines that run along the look', () => {
    const { levels, axes } = landmarksOf(hall, SECTION);
    expect(levels.map(({ height, v }) => [height, v])).toEqual([[12, 12], [15.2, 15.2], [21, 21]]); // prettier-ignore
    expect(axes.map(({ tag, points }) => [tag, points[0]])).toEqual([['A', 2], ['B', 10]]); // prettier-ignore
    // from the other side they lie the other way
    expect(landmarksOf(hall, { ...SECTION, look: 'right' }).axes.map(({ tag, points }) => [tag, points[0]])).toEqual([['B', 3], ['A', 11]]); // prettier-ignore
  });

  it('of a jogged section stand in the leg that crosses them', () => {
    const jogged = sight({ kind: 'section', path: [[1000, 2001], [1005, 2001], [1005, 2004], [1010, 2004]], look: 'left' }); // prettier-ignore
    expect(landmarksOf(hall, jogged).axes.map(({ tag, points }) => [tag, points[0]])).toEqual([['A', 1], ['B', 9]]); // prettier-ignore
  });

  it('of a plan are all grid lines; a ceiling plan has them where the plan has them; a view from a corner has none', () => {
    const plan = landmarksOf(hall, PLAN);
    expect(plan.levels).toEqual([]);
    expect(plan.axes.map(({ tag, points }) => [tag, ...points])).toEqual([['A', 1, -2, 1, 8], ['B', 9, -2, 9, 8], ['1', -2, 3, 12, 3]]); // prettier-ignore
    expect(landmarksOf(hall, { ...PLAN, kind: 'ceiling plan' })).toEqual(plan);
    const corner = sight({ kind: 'axonometric', frame: { origin: [0, 0, 0], look: [-1, 1, -1], up: [0, 0, 1] } });
    expect(landmarksOf(hall, corner)).toEqual({ levels: [], axes: [] });
  });
});

describe('annotation', () => {
  it('tells a storey within the drawing with its name as the model spells it, 2.5 mm high, and its line on its height', () => {
    const graphic = published(hall, SECTION, { title: true });
    expect(textsOf(graphic, 'LEVELS').map(({ words, height }) => [words, height])).toEqual([
      ['+12.000', 2.5],
      ['Ground, quay side', 2.5],
      ['+15.200', 2.5],
      ['Loft', 2.5],
    ]);
    const lines = strokesOn(graphic, 'LEVELS').filter(({ points }) => points.length === 4);
    expect(lines.map(({ points }) => [points[1], points[3]])).toEqual([[12, 12], [15.2, 15.2]]); // prettier-ignore
    // left of the hall, whose left side stands a metre behind the path's first point
    for (const { points } of lines) expect(Math.max(points[0]!, points[2]!)).toBeLessThan(1);
    expect(textsOf(graphic, 'TITLE').map(({ words, height }) => [words, height])).toEqual([
      ['S-01 Through the hall', 3.5],
      ['1:50', 2.5],
    ]);
  });

  it('tags the grid lines at their ends: in a plan at both, in a section at the foot', () => {
    const plan = published(hall, PLAN);
    expect(textsOf(plan, 'GRID TAGS').map(({ words }) => words)).toEqual(['A', 'A', 'B', 'B', '1', '1']);
    const [first] = strokesOn(plan, 'GRID TAGS');
    // the circle begins where the line ends, two metres before the hall
    expect(first!.points[1]! + first!.radius).toBeCloseTo(-2, 9);
    const section = published(hall, SECTION);
    expect(textsOf(section, 'GRID TAGS').map(({ words, at }) => [words, at[0]])).toEqual([['A', 2], ['B', 10]]); // prettier-ignore
    expect(textsOf(section, 'GRID TAGS').every(({ at }) => at[1] < 12)).toBe(true);
  });

  it('leads a grid line on to where its tag stands clear of what is drawn', () => {
    // a jetty of planks before the hall and behind it, on which the grid lines end
    const planks = Array.from({ length: 16 }, (_, i) => ({ solid: box([0.55 + (i % 8), i < 8 ? -9 : 6.1, -0.2], [0.9, 8.9, 0.2]), material: 'Oak', class: 'Slab', name: `plank ${i}` })); // prettier-ignore
    const own = modelOf([{ solid: box([0, 0, 0], [10, 6, 7]), material: 'Brick', class: 'Wall', name: 'hall' }, ...planks]);
    const jetty: Model = { ...hall, ...own, origin: hall.origin, storeys: hall.storeys, grid: hall.grid };
    const graphic = published(jetty, PLAN);
    const tags = strokesOn(graphic, 'GRID TAGS');
    expect(tags).toHaveLength(6);
    const { points, lineStart } = graphic.drawing;
    for (const { points: at, radius } of tags)
      for (let l = 0; l + 1 < lineStart.length; l++)
        for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++) {
          const [a, b, c, d] = [...points.subarray(p * 2, p * 2 + 4)] as [number, number, number, number];
          const t = Math.min(1, Math.max(0, ((at[0]! - a) * (c - a) + (at[1]! - b) * (d - b)) / ((c - a) ** 2 + (d - b) ** 2)));
          expect(Math.hypot(at[0]! - a - t * (c - a), at[1]! - b - t * (d - b))).toBeGreaterThan(radius);
        }
    // the line goes on with it
    const a = strokesOn(graphic, 'GRID').filter(({ points: p }) => Math.abs(p[0]! - 1) < 1e-9);
    const lowest = Math.min(...tags.filter(({ points: p }) => Math.abs(p[0]! - 1) < 1e-9).map(({ points: p, radius }) => p[1]! + radius));
    expect(Math.min(...a.flatMap(({ points: p }) => [p[1]!, p[3]!]))).toBeCloseTo(lowest, 9);
  });

  it('leaves out a grid line where a line of the drawing runs along it', () => {
    const onWall = { ...hall, grid: [{ tag: 'W', from: [0, -2, 0], to: [0, 8, 0] }] } as Model;
    const pieces = strokesOn(published(onWall, PLAN), 'GRID').map(({ points }) => [points[1], points[3]]);
    expect(pieces).toEqual([[-2, 0], [6, 8]]); // prettier-ignore
  });

  it('has no grid line of an axis without a length, and ends on one whose points repeat', () => {
    const at = [4, 3, 0] as const;
    const damaged = { ...hall, grid: [{ tag: 'X', from: at, to: at }, { tag: 'Y', from: at, to: at, curve: [at, at] }, { tag: 'Z', from: [2, -2, 0], to: [2, 8, 0], curve: [[2, -2, 0], [2, -2, 0], [2, 8, 0], [2, 8, 0]] }] } as Model; // prettier-ignore
    expect(textsOf(published(damaged, PLAN), 'GRID TAGS').map(({ words }) => words)).toEqual(['Z', 'Z']);
  });

  it('is left out where the sight or the call says so, and no line of the drawing changes with it', () => {
    const all = published(hall, SECTION);
    const none = published(hall, { ...SECTION, levels: false }, { grid: false });
    expect([none.texts.length, none.strokes.radius.length]).toEqual([0, 0]);
    expect(none.drawing).toEqual(all.drawing);
    expect(none.layers.map(({ name }) => name)).not.toContain('LEVELS');
  });

  it('takes the room on paper that its scale leaves: marks of close levels are moved apart, their tips stay', () => {
    const close = { ...hall, storeys: [0, 0.1, 0.25].map((elevation, k) => ({ name: `Step ${k}`, elevation })) };
    const graphic = published(close, SECTION, { scale: 100 });
    const names = textsOf(graphic, 'LEVELS').filter(({ words }) => words.startsWith('Step'));
    for (let k = 1; k < names.length; k++) expect(names[k]!.at[1] - names[k - 1]!.at[1]).toBeGreaterThan(0.1 * (2 * 2.5));
    const tips = strokesOn(graphic, 'LEVELS').filter(({ points }) => points[0] === points.at(-2) && points.length === 8);
    expect(tips.map(({ points }) => points[1])).toEqual([12, 12.1, 12.25]);
  });
});

it('spreads places apart by least squares: as brute force over a grid of places finds no better', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 2, maxLength: 4 }), (any) => {
      const wished = [...any].sort((a, b) => a - b);
      const found = spread(wished, 3);
      for (let k = 1; k < found.length; k++) expect(found[k]! - found[k - 1]!).toBeGreaterThan(3 - 1e-9);
      const cost = (places: readonly number[]) => places.reduce((sum, p, k) => sum + (p - wished[k]!) ** 2, 0);
      for (let k = 0; k < found.length; k++)
        for (const by of [-0.5, 0.5]) {
          // any block of them moved a little costs no less
          for (let n = 1; k + n <= found.length; n++) {
            const moved = found.map((p, i) => (i >= k && i < k + n ? p + by : p));
            if (moved.every((p, i) => i === 0 || p - moved[i - 1]! > 3 - 1e-9)) expect(cost(moved)).toBeGreaterThan(cost(found) - 1e-9);
          }
        }
    }),
  );
});

it('writes a level with its sign, zero as plus or minus', () => {
  expect([0, 3.2, -0.4, 0.0004].map(levelWords)).toEqual(['±0.000', '+3.200', '−0.400', '±0.000']);
});

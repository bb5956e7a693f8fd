import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { elementFigures } from '../core/checks/element-figures';
import { correct } from '../core/model/correct';
import { touchedElements } from '../core/sights/touched';
import { openBuilder } from '../cli/ifc-library';
import { draw } from '../core/draw';
import { faceArea } from '../core/geometry/polygons';
import { ARC_NUMBERS } from '../core/geometry/arcs/arc';
import type { Drawing } from '../core/linework/drawing';
import type { Model } from '../core/model/model';
import { readIfc } from '../core/readers/ifc/ifc';
import { prepare } from '../core/scene/prepare';
import type { Scene } from '../core/scene/scene';
import { checkSight } from '../core/sights/sight-schema';
import { authorGantry } from './author-gantry';
import { authorStand } from './author-stand';
import { authorStation } from './author-station';
import project from './project.json';

let model: Model;
let scene: Scene;
const bytes = readFileSync('demo/heron-spit-tide-station.ifc');
beforeAll(async () => {
  model = await readIfc(bytes, 'heron-spit-tide-station.ifc', { openBuilder });
  scene = prepare(model);
});
const drawn = (number: string): Drawing => draw(model, scene, checkSight(project.sights.find((s) => s.sight.number === number)!.sight));

describe('the demo station', () => {
  it('is just what its script writes', () => {
    expect(authorStation()).toBe(bytes.toString('utf8'));
    expect(authorGantry()).toBe(readFileSync('demo/boat-gantry.ifc', 'utf8'));
    const stand = authorStand();
    expect(stand.obj).toBe(readFileSync('demo/tide-bell-stand.obj', 'utf8'));
    expect(stand.mtl).toBe(readFileSync('demo/tide-bell-stand.mtl', 'utf8'));
  });

  it('reads without a word of doubt: storeys, grids, north, layered walls, spaces, only the terrain open', () => {
    expect(model.notes).toEqual([]);
    expect(model.elements.filter((e) => e.use === 'solid').length).toBeGreaterThan(300);
    expect(model.storeys.map((s) => [s.name, Math.round((s.elevation + model.origin[2]) * 1000)])).toEqual([
      ['Shore', -1250],
      ['Ground', 0],
      ['Upper', 2550],
      ['Roof', 5000],
    ]);
    expect(model.grid.map((g) => g.tag).sort()).toEqual(['1', '2', '3', '4', '5', 'A', 'B', 'C', 'D', 'E']);
    expect(Math.abs(Math.atan2(model.trueNorth[0], model.trueNorth[1]) * 180) / Math.PI).toBeCloseTo(17, 4);
    expect(model.elements.filter((e) => e.buildUp).length).toBeGreaterThan(8);
    expect(model.elements.some((e) => e.use === 'space')).toBe(true);
    const open = [...scene.partClosed.keys()].filter((p) => !scene.partClosed[p]);
    expect(open.map((p) => model.elements[model.partElement[p]!]!.use)).toEqual(open.map(() => 'terrain'));
  });

  it('gives two plans, two sections and four elevations, none empty, none with a doubt', () => {
    expect(project.sights.map((s) => s.sight.kind).sort()).toEqual([
      ...Array<string>(4).fill('elevation'),
      'plan',
      'plan',
      'section',
      'section',
    ]);
    for (const { sight } of project.sights) {
      const drawing = drawn(sight.number);
      expect(drawing.lineRole.length).toBeGreaterThan(60);
      expect(drawing.report.notes).toEqual([]);
    }
  });

  it('cuts the outer wall in its four layers with their thicknesses', () => {
    const drawing = draw(
      model,
      scene,
      checkSight({
        kind: 'section',
        number: '',
        name: '',
        path: [
          [-3, 2.4],
          [20, 2.4],
        ],
        look: 'left',
        depth: 0,
        limits: { left: 2.2, right: 3.2, bottom: 3.6, top: 3.7 },
      }),
    );
    const widths = drawing.regions.map((r) => [model.materials[r.material]!.name, Math.round(faceArea(r.face) * 1e4)] as const);
    expect(Object.fromEntries(widths)).toEqual({ Brick: 100, 'Air cavity': 40, Insulation: 160, 'Concrete block': 100 });
  });

  it('shows the round shaft as true arcs in the plan', () => {
    const plan = drawn('P-01');
    const radii = new Set<number>();
    for (let a = 0; a < plan.arcs.length; a += ARC_NUMBERS) radii.add(Math.round(plan.arcs[a + 2]! * 1000));
    expect([...radii].some((r) => r >= 1500)).toBe(true);
  });

  it('draws the same without all the elements that a sight is not said to depend on', () => {
    const boxes = { ...model, fileName: model.name, elementBoxes: elementFigures(model, scene).boxes };
    const sights = [
      ...project.sights.filter((_, i) => i % 8 === 0).map((s) => checkSight(s.sight)),
      checkSight({ ...project.sights.find((s) => s.sight.kind === 'section')!.sight, depth: 0.5, limits: { left: 1, top: 4 } }),
      checkSight({ kind: 'plan', number: 'P', name: '', storey: 'Ground', depth: 0.6, overhead: 0.8 }),
      checkSight({ kind: 'ceiling plan', number: 'C', name: '', storey: 'Ground', depth: 1, limits: { left: -4, right: 3 } }),
      checkSight({
        kind: 'axonometric',
        number: 'X',
        name: '',
        frame: { origin: [0, 0, 0], look: [1, 1, -1], up: [0, 0, 1], cut: false },
        keepBox: { centre: [4, 3, 1], size: [4, 4, 3], turn: 17 },
        show: [{ class: 'Pipe', use: 'exclude' }],
      }),
    ];
    const fewer: number[] = [];
    for (const sight of sights) {
      const touched = touchedElements(boxes, sight);
      const gone = model.elements.filter((e, i) => !touched[i] && e.use === 'solid');
      fewer.push(gone.length);
      const rest = correct(model, { elements: Object.fromEntries(gone.map((e) => [e.id, { leftOut: true as const }])) });
      const [all, some] = [draw(model, scene, sight), draw(rest, prepare(rest), sight)].map(sumsOf);
      expect(some, sight.number).toEqual(all);
    }
    expect(fewer.slice(-4).every((n) => n > 30)).toBe(true);
  });
});

/** What a drawing shows, however its lines are strung together: by role their length and its middle, by material the area. */
function sumsOf({ points, lineStart, lineRole, regions }: Drawing): string[] {
  const sums = new Map<string, number[]>();
  const add = (key: string, ...values: number[]) =>
    sums.set(
      key,
      (sums.get(key) ?? values.map(() => 0)).map((sum, k) => sum + values[k]!),
    );
  for (const { material, face } of regions) add(`region ${material}`, faceArea(face));
  for (let l = 0; l < lineRole.length; l++)
    for (let p = lineStart[l]! * 2; p + 2 < lineStart[l + 1]! * 2; p += 2) {
      const [u, v, x, y] = [points[p]!, points[p + 1]!, points[p + 2]!, points[p + 3]!];
      const length = Math.hypot(x - u, y - v);
      add(`${lineRole[l]}`, length, (length * (u + x)) / 2, (length * (v + y)) / 2);
    }
  return [...sums].map(([key, values]) => `${key}: ${values.map((x) => x.toFixed(5)).join(' ')}`).sort();
}

import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { openLibrary } from '../cli/ifc-library';
import { draw } from '../core/draw';
import { faceArea } from '../core/geometry/polygons';
import { ARC_NUMBERS } from '../core/linework/arc';
import type { Drawing } from '../core/linework/drawing';
import type { Model } from '../core/model/model';
import { readIfc } from '../core/readers/ifc';
import { prepare } from '../core/scene/prepare';
import type { Scene } from '../core/scene/scene';
import { checkSight } from '../core/sights/sight-schema';
import { authorStation } from './author-station';
import project from './project.json';

let model: Model;
let scene: Scene;
const bytes = readFileSync('demo/heron-spit-tide-station.ifc');
beforeAll(async () => {
  model = await readIfc(bytes, 'heron-spit-tide-station.ifc', { openLibrary });
  scene = prepare(model);
});
const drawn = (number: string): Drawing => draw(model, scene, checkSight(project.sights.find((s) => s.sight.number === number)!.sight));

describe('the demo station', () => {
  it('is just what its script writes', () => {
    expect(authorStation()).toBe(bytes.toString('utf8'));
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
});

import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import type { BuildUp, Model } from '../model/model';
import { box, modelOf, prism, type Piece, type Solid } from '../testing/solids';
import { frameSight, lengthOf, piecesOf } from '../testing/views';
import { draw } from '../draw';
import { prepare } from '../scene/prepare';
import type { Sight } from '../sights/sight';
import { rankOf, type RankRule } from './regions/material-rank';

const CUT = { depth: 0 };
const PLAN = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], CUT);
const MATERIALS = ['Plaster', 'Block', 'Air cavity', 'Brick'];

/** Elements with build-ups; the materials get the rows of MATERIALS. */
function house(pieces: readonly Piece[]): Model {
  const names = MATERIALS.map((material, i) => ({ solid: box([100 + 2 * i, -50, 50], [1, 1, 1]), material }));
  return modelOf([...names, ...pieces]);
}

const cutOf = (model: Model, sight: Sight, ranks?: readonly RankRule[]) => draw(model, prepare(model), sight, { ranks });

/** Area by material, rounded to 0.1 cm². */
function areas(model: Model, sight: Sight, ranks?: readonly RankRule[]): Record<string, number> {
  const out: Record<string, number> = {};
  for (const r of cutOf(model, sight, ranks).regions) {
    const name = model.materials[r.material]!.name;
    out[name] = Math.round(((out[name] ?? 0) + faceArea(r.face)) * 1e5) / 1e5;
  }
  return out;
}

/** A sector of a tube round the vertical axis through the origin, in facets of `step` degrees: from 0° to `turn`. */
function curved(inner: number, outer: number, turn: number, step: number, height: number): Solid {
  const n = turn / step;
  const arc = (r: number) => Array.from({ length: n + 1 }, (_, k) => [r * Math.cos((k * step * Math.PI) / 180), r * Math.sin((k * step * Math.PI) / 180)] as const); // prettier-ignore
  const [a, b] = [arc(inner), arc(outer)];
  const corners = [0, height].flatMap((z) => [...a, ...b].map(([x, y]) => [x, y, z] as const));
  const triangles: [number, number, number][] = [];
  const [m, top] = [n + 1, 2 * (n + 1)];
  const quad = (p: number, q: number, r: number, s: number) => triangles.push([p, q, r], [p, r, s]);
  for (let k = 0; k < n; k++) {
    quad(m + k, m + k + 1, top + m + k + 1, top + m + k);
    quad(k + 1, k, top + k, top + k + 1);
    quad(top + k, top + m + k, top + m + k + 1, top + k + 1);
    quad(m + k, k, k + 1, m + k + 1);
  }
  quad(0, m, top + m, top);
  quad(m + n, n, top + n, top + m + n);
  return { corners, triangles };
}

describe('layers of a curved wall', () => {
  const round: BuildUp = {
    name: 'round',
    normal: [0, 0, 1],
    centre: [0, 0, 0],
    bounds: [4, 4.02, 4.22, 4.27, 4.37],
    materials: [0, 1, 2, 3],
  };
  const model = house([{ solid: curved(4, 4.37, 90, 10, 3), buildUp: round }]);
  // a facet of 10° between two radii is a trapezium: sin 10° (R² - r²) / 2
  const quarter = (r: number, R: number) => Math.round(9 * Math.sin(Math.PI / 18) * ((R * R - r * r) / 2) * 1e5) / 1e5;

  it('follow its facets in the plan: each has its area, and its faces are true arcs', () => {
    const expected = {
      Plaster: quarter(4, 4.02),
      Block: quarter(4.02, 4.22),
      'Air cavity': quarter(4.22, 4.27),
      Brick: quarter(4.27, 4.37),
    };
    const found = areas(model, PLAN);
    for (const [name, area] of Object.entries(expected)) expect(found[name]).toBeCloseTo(area, 4);
    expect(cutOf(model, PLAN).arcs.length / 7).toBeGreaterThanOrEqual(5);
  });

  it('keep their thickness in a section through the axis, and are drawn out in one beside it', () => {
    const through = areas(model, frameSight([0, 1, 0], [0, 0, 1], [0, 1e-4, 0], CUT));
    expect(through['Block']).toBeCloseTo(0.2 * 3, 3);
    expect(through['Plaster']).toBeCloseTo(0.02 * 3, 3);
    const beside = areas(model, frameSight([0, 1, 0], [0, 0, 1], [0, 2, 0], CUT));
    // along a line 2 m from the centre the layers lie between √(r² - 4)
    expect(beside['Block']).toBeCloseTo((Math.sqrt(4.22 ** 2 - 4) - Math.sqrt(4.02 ** 2 - 4)) * 3, 1);
    expect(Object.keys(beside)).toHaveLength(4);
  });

  it('are ellipses in a slanted cut, and lose nothing of the area', () => {
    const slanted = frameSight([0, 1, -1], [0, 1, 1], [0, 0, 1.5], CUT);
    const total = Object.values(areas(model, slanted)).reduce((a, b) => a + b, 0);
    const plain = cutOf(modelOf([curved(4, 4.37, 90, 10, 3)]), slanted).regions.reduce((sum, r) => sum + faceArea(r.face), 0);
    expect(total).toBeCloseTo(plain, 4);
  });
});

describe('layers of walls that meet', () => {
  const buildUp = (normal: BuildUp['normal'], at: number): BuildUp => ({
    name: 'inner',
    normal,
    bounds: [at, at + 0.02, at + 0.12, at + 0.14],
    materials: [0, 1, 0],
  });
  const wall: Piece = { solid: box([0, 0, 0], [6, 0.14, 3]), buildUp: buildUp([0, 1, 0], 0) };
  const partition: Piece = { solid: box([3, 0.14, 0], [0.14, 2, 3]), buildUp: buildUp([1, 0, 0], 3) };

  it('go on through the plaster to their own material where the sight asks for it: one region of block, the plaster broken there', () => {
    const model = house([wall, partition]);
    const MEET = { ...PLAN, layersMeet: true };
    const drawing = cutOf(model, MEET);
    const block = drawing.regions.filter((r) => model.materials[r.material]!.name === 'Block');
    expect(block).toHaveLength(1);
    expect(faceArea(block[0]!.face)).toBeCloseTo(6 * 0.1 + 2 * 0.1 + 0.02 * 0.1, 6);
    const plaster = areas(model, MEET)['Plaster'];
    expect(areas(model, PLAN)['Plaster']).toBeCloseTo(6 * 0.04 + 2 * 0.04, 6);
    expect(plaster).toBeCloseTo(6 * 0.04 + 2 * 0.04 - 0.02 * 0.1, 6);
    // no line crosses the block where the walls meet
    const across = piecesOf(drawing, ['cut']).filter(([u0, v0, u1, v1]) => Math.abs(v0! - v1!) < 1e-9 && Math.abs(v0! - 0.14) < 1e-9 && Math.max(u0!, u1!) > 3.02 && Math.min(u0!, u1!) < 3.12); // prettier-ignore
    expect(lengthOf(across)).toBe(0);
  });

  it('stop at a layer as strong as they are: a weaker block by the table of ranks stays behind the plaster', () => {
    const soft: RankRule[] = [{ material: 'block', rank: 10 }];
    expect(areas(house([wall, partition]), { ...PLAN, layersMeet: true }, soft)['Block']).toBeCloseTo(6 * 0.1 + 2 * 0.1, 6);
    expect([rankOf('Reinforced concrete'), rankOf('Cement screed'), rankOf('Paint'), rankOf('Paint', [{ material: 'paint', rank: 99 }])]).toEqual([80, 40, 20, 99]); // prettier-ignore
  });

  it('mitred at a corner and cut off by a roof keep every part of their area', () => {
    // two walls mitred at 45°, under a slanted plane
    const a = prism([[0, 0], [4, 0], [3.86, 0.14], [0, 0.14]], 0, 3); // prettier-ignore
    const b = prism([[4, 0], [4, 4], [3.86, 4], [3.86, 0.14]], 0, 3); // prettier-ignore
    const model = house([
      { solid: a, buildUp: buildUp([0, 1, 0], 0) },
      { solid: b, buildUp: buildUp([-1, 0, 0], -4) },
    ]);
    const plan = areas(model, PLAN);
    // along the middle of each layer: (length of a) + (length of b), less the corner taken twice
    expect(plan['Block']).toBeCloseTo(0.1 * (4 - 0.07 + 4 - 0.07), 6);
    expect(cutOf(model, PLAN).regions.filter((r) => r.material === 1)).toHaveLength(1);
    const trimmed = { ...PLAN, trims: [{ origin: [2, 0, 0] as const, normal: [1, 0.5, 0.3] as const }] };
    expect(areas(model, trimmed)['Block']).toBeLessThan(0.25);
  });
});

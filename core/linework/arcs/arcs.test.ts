import { describe, expect, it } from 'vitest';
import { box, modelOf, moved, polygon, prism, turned, type Piece, type Solid } from '../../testing/solids';
import { published } from '../../testing/published';
import { drawModel, frameSight, ISO, lengthOf, piecesOf, PLAN } from '../../testing/views';
import { writeDxf } from '../../writers/dxf';
import { ARC_NUMBERS, arcBounds, arcPoint, isCircle, isWhole, mirrorArc, type Arc } from '../../geometry/arcs/arc';
import { arcAt, type Drawing } from '../drawing';

const arcsOf = (d: Drawing): Arc[] => Array.from({ length: d.arcs.length / ARC_NUMBERS }, (_, a) => arcAt(d, a));
const draw = (pieces: readonly (Piece | Solid)[], sight = ISO) => drawModel(modelOf(pieces), sight);
const column = (sides: number, r = 0.4) => prism(polygon(0, 0, r, sides), 0, 3);

describe('circles', () => {
  it('of 12 to 256 sides are one circle in the plan and have no facet lines; of 8 and 10 they stay polygons', () => {
    for (const sides of [12, 14, 16, 24, 32, 96, 256]) {
      const [circle, ...more] = arcsOf(draw([column(sides)], PLAN));
      expect(more).toHaveLength(0);
      expect(circle![2]).toBeCloseTo(0.4, 9);
      expect(isWhole(circle!)).toBe(true);
      const front = piecesOf(draw([column(sides)], frameSight([0, 1, 0], [0, 0, 1])));
      expect(front).toHaveLength(4);
    }
    for (const sides of [8, 10]) {
      expect(arcsOf(draw([column(sides)], PLAN))).toHaveLength(0);
      expect(piecesOf(draw([column(sides)], frameSight([0, 1, 0], [0, 0, 1]))).length).toBeGreaterThan(4);
    }
  });

  // prettier-ignore
  it('are told by size, too: what nobody would call round keeps its edges, a bar stays round however coarse', () => {
    const upright = (solid: Solid) => piecesOf(draw([solid], frameSight([0.1, 1, 0], [0, 0, 1]))).filter(([u, , w]) => Math.abs(u! - w!) < 1e-9);
    for (const sides of [12, 16, 20, 24]) {
      const tower = column(sides, 5);
      for (const sight of [PLAN, ISO]) expect(arcsOf(draw([tower], sight))).toHaveLength(0);
      // of each corner that is seen from the front
      expect(upright(tower)).toHaveLength(sides / 2 + 1);
    }
    // five panes of a metre between two walls, each turned by so much from the next
    for (const bend of [12, 18, 22]) {
      const panes = Array.from({ length: 6 }, (_, k) => (k * bend * Math.PI) / 180);
      const bay: (readonly [number, number])[] = [[0, 0]];
      for (const t of panes.slice(0, 5)) bay.push([bay.at(-1)![0] + Math.cos(t), bay.at(-1)![1] + Math.sin(t)]);
      const solid = prism([...bay, [bay.at(-1)![0], 6], [0, 6]], 0, 3);
      expect(arcsOf(draw([solid], PLAN))).toHaveLength(0);
      expect(piecesOf(draw([solid], frameSight([0, 1, 0], [0, 0, 1]))).filter(([u, , w]) => Math.abs(u! - w!) < 1e-9).length).toBeGreaterThanOrEqual(6);
    }
    // a bar of 20 mm, alone and beside something large; a tank of 32 sides
    for (const more of [[], [box([9, 9, 0], [9, 9, 9])]]) {
      expect(arcsOf(draw([column(12, 0.01), ...more], PLAN))).toHaveLength(1);
      expect(arcsOf(draw([column(32, 9), ...more], PLAN))).toHaveLength(1);
    }
    expect(upright(column(12, 0.01))).toHaveLength(2);
    expect(upright(column(32, 9))).toHaveLength(2);
  });

  it('seen aslant are ellipses whose axes follow from the angle of the look', () => {
    for (const sides of [12, 20, 64, 256]) {
      const arcs = arcsOf(draw([column(sides)], ISO));
      // the upper rim, an outline behind and an edge in front, and the front half of the lower one
      expect(arcs).toHaveLength(3);
      for (const [, , axisU, axisV, ratio] of arcs) {
        expect(Math.hypot(axisU, axisV)).toBeCloseTo(0.4, 6);
        // a level circle keeps its width; its height shrinks by the sine of the look's slope: sin = 1/√3 in an isometric
        expect(ratio).toBeCloseTo(1 / Math.sqrt(3), 5);
        expect(axisV).toBeCloseTo(0, 6);
      }
    }
  });

  it('are cut aslant by 45° in an ellipse with the axes r √2 and r', () => {
    const cut = drawModel(modelOf([column(96)]), frameSight([1, 0, -1], [1, 0, 1], [0, 0, 1.5], { depth: 0 }));
    const [ellipse, ...more] = arcsOf(cut);
    expect(more).toHaveLength(0);
    expect(Math.hypot(ellipse![2], ellipse![3])).toBeCloseTo(0.4 * Math.SQRT2, 6);
    expect(ellipse![4]).toBeCloseTo(Math.SQRT1_2, 6);
  });

  it('are not invented: a bevel in two steps and an irregular chain stay straight', () => {
    const bevel = prism([[0, 0], [1, 0], [1, 0.7], [0.9, 0.87], [0.7, 1], [0, 1]], 0, 1); // prettier-ignore
    const spread = Array.from({ length: 24 }, (_, i) => 2 * Math.PI * (i / 24 + 0.012 * Math.sin(i * 1.7)));
    const uneven = prism(spread.map((t) => [Math.cos(t), Math.sin(t)] as const), 0, 1); // prettier-ignore
    for (const solid of [bevel, uneven]) for (const sight of [PLAN, ISO]) expect(arcsOf(draw([solid], sight))).toHaveLength(0);
  });
});

describe('an arc that something hides', () => {
  // a disc behind a post: its rim runs behind the post's two edges
  const disc = turned(moved(prism(polygon(0, 0, 1, 24, 0.05), 0, 0.2), [0, 0, 5]), 2);
  const post = box([-0.3, 0, -3], [0.6, 0.5, 6]);
  const front = frameSight([0, 1, 0], [0, 0, 1]);

  it('ends on the line of what hides it, without a chord left over', () => {
    const seen = draw([disc, post], front);
    const ends = arcsOf(seen).flatMap((arc) => [arcPoint(arc, arc[5]), arcPoint(arc, arc[6])]);
    expect(ends).toHaveLength(4);
    for (const [u, v] of ends) {
      expect(Math.abs(Math.abs(u) - 0.3)).toBeLessThan(1e-9);
      expect(Math.hypot(u, v)).toBeCloseTo(1, 5);
    }
    // two arcs and the post's outline: nothing else
    expect(seen.lineRole).toHaveLength(3);
  });

  it('is known by its rim where only two or three chords of it are seen, from the front and aslant', () => {
    // behind a screen with a slot the rim shows two stretches of some 45°: three whole chords at most
    const screen = (x: number, w: number) => box([x, 0, -3], [w, 0.5, 6]);
    for (const slot of [1.1, 0.9]) {
      const arcs = arcsOf(draw([disc, screen(-2, 2.3), screen(0.3 + 0.6 * slot, 2)], front));
      expect(arcs).toHaveLength(2);
      for (const [u, v, radius] of arcs) expect([u, v, radius]).toEqual([expect.closeTo(0, 5), expect.closeTo(0, 5), expect.closeTo(1, 5)]);
    }
    const aslant = draw([disc, screen(-2, 2.3), screen(0.9, 2)], frameSight([0.1, 1, 0], [0, 0, 1]));
    for (const [, , axisU, axisV, ratio] of arcsOf(aslant)) {
      expect(Math.hypot(axisU, axisV)).toBeCloseTo(1, 6);
      expect(ratio).toBeCloseTo(1 / Math.hypot(1, 0.1), 6);
    }
    expect(arcsOf(aslant).length).toBeGreaterThan(0);
  });

  it('is cut off at the limits as an arc', () => {
    const cropped = draw([disc], { ...front, limits: { right: 0.5, top: 0.5 } });
    for (const arc of arcsOf(cropped)) {
      expect(isCircle(arc)).toBe(true);
      const [, , u, v] = arcBounds(arc);
      expect(Math.max(u - 0.5, v - 0.5)).toBeLessThan(1e-9);
    }
    // the quarter beyond both limits: from 30° to 60° nothing is left, from -60° to 30° u > 1/2, from 60° to 150° v > 1/2
    expect(lengthOf(piecesOf(cropped))).toBeCloseTo(Math.PI * (2 - 7 / 6), 3);
  });
});

it('a round wall beside an opening is two arcs and two jambs that end on them: the facets that the opening cut short draw nothing', () => {
  const SIDES = 180;
  const rim = (radius: number, from: number, to: number) => {
    // corners of the facets, and at both ends a place somewhere on one
    const corner = (k: number) => [Math.cos((2 * Math.PI * k) / SIDES) * radius, Math.sin((2 * Math.PI * k) / SIDES) * radius] as const;
    const onFacet = (k: number, part: number) => [0, 1].map((i) => corner(k)[i]! + part * (corner(k + 1)[i]! - corner(k)[i]!));
    const whole = Array.from({ length: to - from }, (_, k) => corner(from + 1 + k));
    return [onFacet(from, 0.4), ...whole, onFacet(to, 0.7)] as [number, number][];
  };
  const wall = prism([...rim(2, 10, 150), ...rim(1.7, 10, 150).reverse()], 0, 3);
  const cut = draw([wall], { ...PLAN, frame: { origin: [0, 0, 1], look: [0, 0, -1], up: [0, 1, 0], cut: true }, depth: 0 });
  const arcs = arcsOf(cut);
  expect(arcs).toHaveLength(2);
  expect(cut.lineRole).toHaveLength(4);
  const ends = arcs.flatMap((arc) => [arcPoint(arc, arc[5]), arcPoint(arc, arc[6])]);
  const jambs = piecesOf(cut).filter(
    ([a, b, c, d]) => Math.abs(Math.hypot(c! - a!, d! - b!) - 0.3) < 1e-3 && Math.abs(Math.hypot(a!, b!) - Math.hypot(c!, d!)) > 0.2,
  );
  expect(jambs).toHaveLength(2);
  for (const [a, b, c, d] of jambs)
    for (const [u, v] of [[a!, b!], [c!, d!]]) expect(Math.min(...ends.map(([x, y]) => Math.hypot(x - u!, y - v!)))).toBeLessThan(3e-9); // prettier-ignore
});

it('an ellipse keeps its place in a mirror, and goes to DXF as ELLIPSE with axis and ratio', () => {
  const arc: Arc = [1, 2, 0.3, 0.4, 0.5, 0.2, 1.7];
  for (const t of [0.2, 0.9, 1.7]) {
    const [u, v] = arcPoint(arc, t);
    expect(arcPoint(mirrorArc(arc), -t)).toEqual([expect.closeTo(-u, 12), expect.closeTo(v, 12)]);
  }
  const model = modelOf([column(32)]);
  const styled = published(model, ISO);
  const dxf = writeDxf(styled, { unit: 'm', plain: true });
  expect(dxf.split('\nELLIPSE\n')).toHaveLength(4);
  // ratio of the short axis to the long one in group 40, ends as parameters in 41 and 42 (DXF Reference, ELLIPSE)
  expect(dxf).toMatch(/\n40\n0\.577350\d*\n41\n[\d.]+\n42\n[\d.]+\n/);
});

import { describe, expect, it } from 'vitest';
import { faceArea } from './geometry/rings';
import { ARC_NUMBERS } from './geometry/arcs/arc';
import { arcAt, type Drawing } from './linework/drawing';
import { prepare } from './scene/prepare';
import { modelOf, polygon, prism, turned, type Solid } from './testing/solids';
import { drawModel, frameSight } from './testing/views';

/*
 * Beside formulas of the handbooks. I. Bronshtein, K. Semendyayev, Handbook of Mathematics: conic sections (3.5), bodies of
 * revolution and their sections (3.3); the intersection of two equal cylinders: Archimedes, The Method, proposition 15.
 * The bodies are finely faceted, so figures hold to the square of the step.
 */
const CUT = { depth: 0 };
const area = (d: Drawing) => d.regions.reduce((sum, r) => sum + faceArea(r.face), 0);
const outline = (d: Drawing): number[][] => {
  const out: number[][] = [];
  for (const { face } of d.regions) for (const ring of face) for (let i = 0; i < ring.length; i += 2) out.push([ring[i]!, ring[i + 1]!]);
  return out;
};

/** A body of revolution round the vertical: a closed profile of (radius, height), counter-clockwise, in `sides` facets. */
function revolved(profile: readonly (readonly [number, number])[], sides: number): Solid {
  const n = profile.length;
  const corners = Array.from({ length: sides }, (_, k) => profile.map(([r, z]) => [r * Math.cos((2 * Math.PI * k) / sides), r * Math.sin((2 * Math.PI * k) / sides), z] as const)).flat(); // prettier-ignore
  const triangles: [number, number, number][] = [];
  for (let k = 0; k < sides; k++)
    for (let i = 0; i < n; i++) {
      const [a, b] = [k * n + i, k * n + ((i + 1) % n)];
      const [c, d] = [((k + 1) % sides) * n + i, ((k + 1) % sides) * n + ((i + 1) % n)];
      triangles.push([a, c, d], [a, d, b]);
    }
  return { corners, triangles };
}
const circle = (r: number, at: number, steps: number) => polygon(at, 0, r, steps);

describe('sections of a cone with half an angle of 45° at its apex', () => {
  // apex at z = 4, radius 4 at the ground; a plane at an angle to the axis cuts a conic of the excentricity cos(slope) / cos(45°)
  const cone = modelOf([prism(polygon(0, 0, 4, 256), 0, 4, [0, 0])]);
  /** Cut square to the plane of the picture: its trace rises by `slope` from level. */
  const cut = (slope: number, z: number) => {
    const [c, s] = [Math.cos(slope), Math.sin(slope)];
    return drawModel(cone, frameSight([s, 0, -c], [c, 0, s], [0, 0, z], CUT));
  };

  it('level: a circle', () => {
    const level = cut(0, 1);
    const arc = arcAt(level, 0);
    expect(arc[2]).toBeCloseTo(3, 5);
    expect(arc[4]).toBe(1);
  });

  it('less steep than its side: an ellipse with the axes of the formula', () => {
    // z = 1 + x tan 30° meets r = 4 - z on the axis at x = 3 / (tan 30° ± 1)
    const tan = Math.tan(Math.PI / 6);
    const [x1, x2] = [3 / (1 + tan), -3 / (1 - tan)];
    const long = (x1 - x2) / 2 / Math.cos(Math.PI / 6);
    const excentricity = Math.sin(Math.PI / 6) / Math.cos(Math.PI / 4);
    const short = long * Math.sqrt(1 - excentricity ** 2);
    // where it does not reach the ground
    const small = modelOf([prism(polygon(0, 0, 20, 256), -16, 4, [0, 0])]);
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
    const found = drawModel(small, frameSight([s, 0, -c], [c, 0, s], [0, 0, 1], CUT));
    expect(area(found)).toBeCloseTo(Math.PI * long * short, 1);
    const v = outline(found).map(([, v]) => v!);
    expect((Math.max(...v) - Math.min(...v)) / 2).toBeCloseTo(long, 2);
  });

  it('parallel to its side: a parabola', () => {
    // along the line z = 1 + x in the picture: v counts along it from (0, 1); the vertex lies where 1 + x = 4 - x
    const found = cut(Math.PI / 4, 1);
    const vertex = 1.5 * Math.SQRT2;
    for (const [u, v] of outline(found)) {
      const height = 1 + v! / Math.SQRT2;
      if (height < 0.01) continue;
      // y² = r² - x² with x = v/√2, r = 4 - z: y² = 2 p (vertex - v) with p = 3/√2
      expect(u! ** 2).toBeCloseTo(2 * (3 / Math.SQRT2) * (vertex - v!), 1);
    }
  });

  it('upright beside the axis: a hyperbola', () => {
    const found = drawModel(cone, frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0], CUT));
    // r² = u² + 1, z = 4 - r: (4 - z)² - u² = 1
    for (const [u, z] of outline(found)) if (z! > 0.01) expect((4 - z!) ** 2 - u! ** 2).toBeCloseTo(1, 1);
    // a = b = 1: its vertex lies 1 below the apex
    expect(Math.max(...outline(found).map(([, z]) => z!))).toBeCloseTo(3, 2);
  });
});

it('two equal cylinders that cross at right angles meet in two ellipses: plane curves with the axes r√2 and r', () => {
  const tube = prism(polygon(0, 0, 1, 128), -3, 3);
  const { meetingEnds } = prepare(modelOf([turned(tube, 1), turned(tube, 2)]));
  expect(meetingEnds.length).toBeGreaterThan(0);
  let length = 0;
  for (let i = 0; i < meetingEnds.length; i += 6) {
    const [x, y, z, p, q, r] = meetingEnds.subarray(i, i + 6) as unknown as [number, number, number, number, number, number];
    // both lie in the planes x = ± y, on the cylinder of radius 1
    expect(Math.abs(Math.abs(x) - Math.abs(y))).toBeLessThan(1e-6);
    expect(Math.hypot(x, z)).toBeCloseTo(1, 3);
    length += Math.hypot(p - x, q - y, r - z);
  }
  // circumference of an ellipse after Ramanujan, 1914
  const [a, b] = [Math.SQRT2, 1];
  const h = ((a - b) / (a + b)) ** 2;
  expect(length).toBeCloseTo(2 * Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))), 2);
});

describe('areas of sections', () => {
  it('of a sphere: π (r² - d²)', () => {
    const half = Array.from(
      { length: 97 },
      (_, k) => [2 * Math.cos((Math.PI * (k - 48)) / 96), 2 * Math.sin((Math.PI * (k - 48)) / 96)] as const,
    );
    const ball = modelOf([revolved(half, 192)]);
    for (const d of [0.001, 0.7, 1.6])
      expect(area(drawModel(ball, frameSight([0, 0, -1], [0, 1, 0], [0, 0, d], CUT)))).toBeCloseTo(Math.PI * (4 - d * d), 1);
    expect(area(drawModel(ball, frameSight([0.3, 0.5, -0.4], [0, 0, 1], [0.001, 0.002, 0.003], CUT)))).toBeCloseTo(4 * Math.PI, 1);
  });

  it('of a torus: along the axis two circles, level a ring of π ((R + r)² - (R - r)²), aslant at sin = r/R the two circles of Villarceau', () => {
    const torus = modelOf([revolved(circle(1, 3, 128), 256)]);
    const axial = drawModel(torus, frameSight([0, 1, 0], [0, 0, 1], [0, 0.0001, 0], CUT));
    expect(axial.regions).toHaveLength(2);
    expect(area(axial)).toBeCloseTo(2 * Math.PI, 1);
    expect(axial.arcs.length / ARC_NUMBERS).toBe(2);
    const level = drawModel(torus, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.0001], CUT));
    expect(area(level)).toBeCloseTo(Math.PI * (16 - 4), 1);
    // each circle has the radius R and its centre r beside the middle: their lens is hollow, their moons are cut
    const slope = Math.asin(1 / 3);
    const villarceau = drawModel(
      torus,
      frameSight([0, Math.sin(slope), -Math.cos(slope)], [0, Math.cos(slope), Math.sin(slope)], [0, 0, 0.0001], CUT),
    );
    for (const [u, v] of outline(villarceau))
      expect(Math.min(Math.abs(Math.hypot(u! - 1, v!) - 3), Math.abs(Math.hypot(u! + 1, v!) - 3))).toBeLessThan(0.03);
    const lens = 2 * 9 * Math.acos(1 / 3) - 2 * Math.sqrt(8);
    expect(area(villarceau)).toBeCloseTo(2 * (9 * Math.PI - lens), 0);
  });

  it('of a hexagonal prism: square to its axis 3√3/2 a², aslant by 45° √2 times as much', () => {
    const hexagon = modelOf([prism(polygon(0, 0, 1, 6), -5, 5)]);
    const flat = (3 * Math.sqrt(3)) / 2;
    expect(area(drawModel(hexagon, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.3], CUT)))).toBeCloseTo(flat, 5);
    expect(area(drawModel(hexagon, frameSight([0, 1, -1], [0, 1, 1], [0, 0, 0.3], CUT)))).toBeCloseTo(flat * Math.SQRT2, 5);
  });
});

import { describe, expect, it } from 'vitest';
import { faceArea } from './geometry/rings';
import { cross, dot, unit, type Vec3 } from './geometry/vec3';
import { linePoints, type Drawing } from './linework/drawing';
import type { Role } from './sights/role';
import { prepare } from './scene/prepare';
import type { Sight } from './sights/sight';
import { box, modelOf, moved, polygon, prism, swept, turned, type Solid } from './testing/solids';
import { ALL_ROLES } from './testing/same-lines';
import { chordsOf, drawModel, frameSight, FRONT, ISO, lengthOf, piecesOf, PLAN } from './testing/views';

/* Models of a few faces, each with one thing that is small, huge or badly made, and what a drafter must see of it. */

const scaled = (solid: Solid, by: number): Solid => ({
  ...solid,
  corners: solid.corners.map(([x, y, z]): Vec3 => [x * by, y * by, z * by]),
});
/** A prism lying along y over a polygon of x and z. */
const lying = (outline: readonly (readonly [number, number])[], from: number, to: number): Solid => {
  const upright = prism(
    outline.map(([x, z]) => [x, z] as const),
    from,
    to,
  );
  return {
    corners: upright.corners.map(([x, z, y]): Vec3 => [x, y, z]),
    triangles: upright.triangles.map(([a, b, c]) => [a, c, b] as const),
  };
};
const has = (drawing: Drawing, ...roles: Role[]) => piecesOf(drawing, roles).length > 0;
/** Straight pieces of all lines, of arcs so fine that no drafter could tell. */
const finePieces = (drawing: Drawing): number[][] =>
  Array.from(drawing.lineRole, (_, l) => linePoints(drawing, l, 1e-9)).flatMap((p) =>
    Array.from({ length: p.length / 2 - 1 }, (_, k) => [...p.subarray(k * 2, k * 2 + 4)]),
  );

/** How far a place lies from the nearest line. */
const off = (drawing: Drawing, u: number, v: number): number =>
  Math.min(
    ...finePieces(drawing).map(([a, b, c, d]) => {
      const [du, dv] = [c! - a!, d! - b!];
      const t = Math.max(0, Math.min(1, ((u - a!) * du + (v - b!) * dv) / (du * du + dv * dv)));
      return Math.hypot(u - a! - t * du, v - b! - t * dv);
    }),
  );

describe('a body of some millimetres', () => {
  const wave = Array.from({ length: 61 }, (_, k) => [5 - (k * 5) / 60, 1.5 + 0.35 * Math.sin(k / 9)] as const);
  const body = lying([[0, 0], [5, 0], ...wave], 0, 2); // prettier-ignore
  const sights: readonly Sight[] = [FRONT, PLAN, ISO, frameSight([0, 1, 0], [0, 0, 1], [0, 1, 0]), { ...FRONT, hidden: true }];

  it('is drawn as the same body a thousand times as large, whatever the sight, with its cut faces', () => {
    for (const sight of sights) {
      const at = (by: number): Sight => ({
        ...sight,
        frame: { ...sight.frame!, origin: sight.frame!.origin.map((x) => x * by) as unknown as Vec3 },
      });
      const [tiny, large] = [drawModel(modelOf([scaled(body, 1e-3)]), at(1e-3)), drawModel(modelOf([body]), at(1))];
      const lengths = [tiny, large].map((d) => lengthOf(chordsOf(d, ALL_ROLES)));
      expect((lengths[0]! * 1000) / lengths[1]!).toBeCloseTo(1, 4);
      const areas = [tiny, large].map((d) => d.regions.reduce((sum, r) => sum + faceArea(r.face), 0));
      expect(areas[0]! * 1e6).toBeCloseTo(areas[1]!, 4);
    }
  });

  it('keeps every corner of its outline to half a micrometre', () => {
    const drawing = drawModel(modelOf([scaled(body, 1e-3)]), FRONT);
    for (const [x, z] of wave) expect(off(drawing, x / 1000, z / 1000)).toBeLessThan(5e-7);
  });

  it('is enlarged no farther than single precision allows where it stands', () => {
    const model = modelOf([scaled(body, 1e-3)]);
    expect(prepare(model).scale).toBe(256);
    expect(prepare({ ...model, origin: [100, 0, 0] }).scale).toBe(1);
    expect(prepare(modelOf([box([0, 0, 0], [1, 1, 1])])).scale).toBe(1);
  });
});

it('a finely divided curve that is no circle keeps within some micrometres of itself, however fine it is', () => {
  const z = (x: number) => 0.03 + 0.9 * x * (0.12 - x);
  const top = Array.from({ length: 1801 }, (_, k) => 0.12 - (k * 0.12) / 1800).map((x) => [x, z(x)] as const);
  const drawing = drawModel(modelOf([lying([[0, 0], [0.12, 0], ...top], 0, 0.1)]), FRONT); // prettier-ignore
  for (const [x] of top) expect(off(drawing, x, z(x))).toBeLessThan(1e-5);
});

it('a ledge of some hundredths of a millimetre is a line over its full width', () => {
  const ring = (r: number, z: number) => polygon(0, 0, r, 48).map(([x, y]): Vec3 => [x, y, z]);
  const rings = [ring(0.8, 0), ring(0.8, 1.1), ring(0.79994, 1.1), ring(0.6, 1.5), ring(0.6, 2.2)];
  const shaft: Solid = {
    corners: rings.flat(),
    triangles: rings
      .slice(1)
      .flatMap((_, r) =>
        Array.from({ length: 48 }, (_k, k) => [r * 48 + k, r * 48 + ((k + 1) % 48)] as const).flatMap(([a, b]) => [
          [a, b, b + 48] as const,
          [a, b + 48, a + 48] as const,
        ]),
      )
      .concat(
        Array.from({ length: 46 }, (_, k) => [0, k + 2, k + 1] as const),
        Array.from({ length: 46 }, (_, k) => [192, 192 + k + 1, 192 + k + 2] as const),
      ),
  };
  const drawing = drawModel(modelOf([shaft]), FRONT);
  for (const [v, half] of [
    [0, 0.79],
    [1.1, 0.79],
    [1.5, 0.59],
    [2.2, 0.59],
  ] as const)
    // prettier-ignore
    for (let u = -half; u <= half; u += half / 7) expect(off(drawing, u, v), `${u} ${v}`).toBeLessThan(1e-4);
});

it('a hair-thin sheet aslant has both its verges, whichever way its edge faces are divided', () => {
  for (const isTurned of [false, true]) {
    const [a, b, c]: Vec3[] = [[0, 0, 2], [4.4, 0, 2], [2.2, 0.7, 3.3]]; // prettier-ignore
    const normal = unit(cross([b![0] - a![0], b![1] - a![1], b![2] - a![2]], [c![0] - a![0], c![1] - a![1], c![2] - a![2]]));
    const down = [a!, b!, c!].map((p) => p.map((x, k) => x - 0.00007 * normal[k]!) as unknown as Vec3);
    const sides = [[0, 1], [1, 2], [2, 0]].flatMap(([p, q]) => (isTurned ? [[p! + 3, q! + 3, q!], [p! + 3, q!, p!]] : [[p! + 3, q! + 3, p!], [q! + 3, q!, p!]])); // prettier-ignore
    const sheet: Solid = { corners: [a!, b!, c!, ...down], triangles: [[0, 1, 2], [3, 5, 4], ...sides] as unknown as Solid['triangles'] }; // prettier-ignore
    const wall = box([-1, 6, 0], [7, 0.3, 5]);
    const drawing = drawModel(modelOf([sheet, wall]), FRONT);
    for (let t = 0.05; t < 1; t += 0.1) {
      expect(off(drawing, 2.2 * t, 2 + 1.3 * t)).toBeLessThan(2e-4);
      expect(off(drawing, 4.4 - 2.2 * t, 2 + 1.3 * t)).toBeLessThan(2e-4);
    }
  }
});

describe('chains of facets', () => {
  /** A slab whose front runs between a rim of n corners above and one of m below. */
  const apron = (n: number, m: number): Solid => {
    const at = (k: number, of: number, z: number): Vec3 => {
      const t = ((k / (of - 1)) * 52 - 26) * (Math.PI / 180);
      return [12 * Math.cos(t) - 10, 12 * Math.sin(t), z];
    };
    const top = Array.from({ length: n }, (_, k) => at(k, n, 3)),
      low = Array.from({ length: m }, (_, k) => at(k, m, 0));
    const back: Vec3[] = [[-4, low[0]![1], 0], [-4, low.at(-1)![1], 0], [-4, low[0]![1], 3], [-4, low.at(-1)![1], 3]]; // prettier-ignore
    const corners = [...top, ...low, ...back];
    const triangles: [number, number, number][] = [];
    let [i, j] = [0, 0];
    while (i < n - 1 || j < m - 1)
      if (j >= m - 1 || (i < n - 1 && (i + 1) / (n - 1) <= (j + 1) / (m - 1))) triangles.push([n + j, i + 1, i++]);
      else triangles.push([n + j, n + j + 1, i], ...(j++, []));
    const [b0, b1, t0, t1] = [n + m, n + m + 1, n + m + 2, n + m + 3];
    for (let k = 0; k + 1 < n; k++) triangles.push([t0, k, k + 1]);
    triangles.push([t0, n - 1, t1]);
    for (let k = 0; k + 1 < m; k++) triangles.push([b0, n + k + 1, n + k]);
    triangles.push([b0, b1, n + m - 1], [b0, t0, b1], [t0, t1, b1], [b0, n, 0], [b0, 0, t0], [b1, n - 1, n + m - 1], [b1, t1, n - 1]);
    return { corners, triangles };
  };
  const FROM_X = frameSight([-1, 0, 0], [0, 0, 1]);

  it('that all turn one way are a curved face: no zigzag on an apron between unequal rims', () => {
    expect(has(drawModel(modelOf([apron(8, 4)]), FROM_X), 'surface')).toBe(false);
    expect(has(drawModel(modelOf([apron(7, 3)]), FROM_X), 'surface')).toBe(false);
  });

  it('of single triangles are a curved face, bent either way: a flank that is twisted a little', () => {
    const twist = (k: number): [Vec3, Vec3, Vec3, Vec3] => {
      const t = k * 0.02;
      return [[k * 0.3, 0, 0], [k * 0.3, 1, 0], [k * 0.3, 1 + 0.8 * Math.sin(t), 1], [k * 0.3, 0.2 * Math.sin(t * 1.7), 1]]; // prettier-ignore
    };
    const bar = swept(Array.from({ length: 6 }, (_, k) => twist(k)));
    for (const view of [FRONT, ISO, frameSight([0.3, -0.8, -0.5], [0, 0, 1])])
      expect(has(drawModel(modelOf([bar]), view), 'surface')).toBe(false);
  });

  it('stay lines where something is folded: the ridge of a shallow roof, and the hips of a flat one', () => {
    const gable = lying([[0, 0], [6, 0], [6, 0.2], [3, 0.6], [0, 0.2]], 0, 8); // prettier-ignore
    expect(lengthOf(piecesOf(drawModel(modelOf([gable]), PLAN), ['surface']))).toBeCloseTo(8, 6);
    const hip = prism([[0, 0], [6, 0], [6, 6], [0, 6]], 0, 0.5, [3, 3]); // prettier-ignore
    expect(lengthOf(piecesOf(drawModel(modelOf([hip]), PLAN), ['surface']))).toBeCloseTo(4 * Math.hypot(3, 3), 6);
  });

  it('of a fillet in three facets are no lines; a chamfer in three facets of another kind is', () => {
    const fillet = (bend: readonly number[]): Solid => {
      // an inner corner turned by these angles, on chords of one length
      let [x, z, way] = [1, 0.1, Math.PI];
      const curve: [number, number][] = [[x, z]];
      for (const [k, angle] of bend.entries()) {
        way -= (angle * Math.PI) / 180;
        if (k + 1 === bend.length) break;
        [x, z] = [x + 0.1 * Math.cos(way), z + 0.1 * Math.sin(way)];
        curve.push([x, z]);
      }
      return lying([[0, 0], [2, 0], [2, 0.1], ...curve, [x, 2], [0, 2]] as [number, number][], 0, 1); // prettier-ignore
    };
    const alongY = (drawing: Drawing) =>
      piecesOf(drawing, ['edge', 'surface']).filter(([a, b, c, d]) => Math.abs(a! - c!) < 1e-6 && Math.abs(b! - d!) > 0.9);
    const from = frameSight([-1, 0, -1], [0, 1, 0]);
    const [round, bevelled] = [[15, 30, 30, 15], [30, 15, 15, 30]].map((bend) => alongY(drawModel(modelOf([fillet(bend)]), from)).length); // prettier-ignore
    expect(bevelled! - round!).toBeGreaterThanOrEqual(2);
  });
});

describe('a sheet that was left inside a solid', () => {
  const [x, y] = [[0, 0.3, 3], [0, 0.3, 4]] as const; // prettier-ignore
  // an L of two arms, each closed by the other, and the end face of one arm within the corner
  const ell = prism([[0, 0], [x[2], 0], [x[2], y[1]], [x[1], y[1]], [x[1], y[2]], [0, y[2]]], 0, 2.5); // prettier-ignore
  const corners = [...ell.corners, [0, y[1], 0], [0, y[1], 2.5]] as Vec3[];
  const at = (px: number, py: number, pz: number) => corners.findIndex((c) => c[0] === px && c[1] === py && c[2] === pz);
  const [a, b, c, d] = [at(x[1], y[1], 0), at(x[1], y[1], 2.5), at(0, y[1], 2.5), at(0, y[1], 0)];
  // the side x = 0 is divided where the sheet meets it
  const [p, q, r, s] = [at(0, 0, 0), at(0, 0, 2.5), at(0, y[2], 0), at(0, y[2], 2.5)];
  const bottom = [[p, d, a], [p, a, at(x[2], y[1], 0)], [p, at(x[2], y[1], 0), at(x[2], 0, 0)], [d, r, at(x[1], y[2], 0)], [d, at(x[1], y[2], 0), a]]; // prettier-ignore
  const top = [[q, b, c], [q, at(x[2], y[1], 2.5), b], [q, at(x[2], 0, 2.5), at(x[2], y[1], 2.5)], [c, at(x[1], y[2], 2.5), s], [c, b, at(x[1], y[2], 2.5)]]; // prettier-ignore
  const outer = [
    [p, q, c],
    [p, c, d],
    [d, c, s],
    [d, s, r],
  ];
  const quad = (i: number, j: number, k: number, l: number) => [[i, j, k], [i, k, l]]; // prettier-ignore
  const sides = [...quad(p, at(x[2], 0, 0), at(x[2], 0, 2.5), q), ...quad(at(x[2], 0, 0), at(x[2], y[1], 0), at(x[2], y[1], 2.5), at(x[2], 0, 2.5)), ...quad(at(x[2], y[1], 0), a, b, at(x[2], y[1], 2.5)), ...quad(a, at(x[1], y[2], 0), at(x[1], y[2], 2.5), b), ...quad(at(x[1], y[2], 0), r, s, at(x[1], y[2], 2.5))]; // prettier-ignore
  const shell = [...bottom, ...top, ...outer, ...sides];
  const wall = (triangles: number[][]): Solid => ({ corners, triangles: triangles as unknown as Solid['triangles'] });
  const cut = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1.2], { depth: 0 });

  it('leaves one cut face with its outline, and no line inside', () => {
    for (const sheet of [quad(a, b, c, d), quad(d, c, b, a)]) {
      const model = modelOf([wall([...shell, ...sheet])]);
      expect(prepare(model).partBorders[0]).toBe(0);
      const drawing = drawModel(model, cut);
      expect(drawing.regions).toHaveLength(1);
      expect(lengthOf(piecesOf(drawing))).toBeCloseTo(2 * (x[2] + y[2]), 6);
    }
  });

  it('goes as well where its sides end amid the faces of the wall, or hang free in it; one that comes out of the wall stays', () => {
    const whole = (sheetCorners: readonly Vec3[]): Solid => {
      const n = ell.corners.length;
      return { corners: [...ell.corners, ...sheetCorners], triangles: [...ell.triangles, [n, n + 1, n + 2], [n, n + 2, n + 3]] };
    };
    const upright = (from: readonly [number, number], to: readonly [number, number], z0: number, z1: number): Vec3[] => [
      [...from, z0],
      [...from, z1],
      [...to, z1],
      [...to, z0],
    ];
    // across the corner on the undivided side, and free in the middle of an arm
    for (const sheet of [upright([x[1], y[1]], [0, y[1]], 0, 2.5), upright([1, 0.1], [2, 0.2], 0.3, 2)]) {
      const drawing = drawModel(modelOf([whole(sheet)]), cut);
      expect(drawing.regions).toHaveLength(1);
      expect(lengthOf(piecesOf(drawing))).toBeCloseTo(2 * (x[2] + y[2]), 6);
      expect(drawing.report.notes).toEqual([]);
    }
    const fin = drawModel(modelOf([whole(upright([1, 0.1], [1, 1], 0.3, 2))]), cut);
    expect(lengthOf(piecesOf(fin))).toBeGreaterThan(2 * (x[2] + y[2]) + 0.5);
  });
});

it('coordinates so large that their own precision is coarser than a weld: seams close, and no line is drawn twice', () => {
  const [n, big] = [60, 700];
  // patches of a ring, each with corners of its own, a tenth of a millimetre beside its neighbours'
  const ring = (r: number, z: number, by: number) => polygon(big, big, r, n).map(([x, y]): Vec3 => [x + by, y - by, z]);
  const patch = (one: Vec3[], other: Vec3[]): Solid => ({
    corners: [...one, ...other],
    triangles: one.flatMap((_, k) => [[k, (k + 1) % n, n + ((k + 1) % n)] as const, [k, n + ((k + 1) % n), n + k] as const]),
  });
  const patches = [
    patch(ring(320, 0, 0), ring(320, 40, 0.00004)),
    patch(ring(320, 40, -0.00004), ring(290, 40, 0)),
    patch(ring(290, 40, 0.00005), ring(290, 0, -0.00003)),
    patch(ring(290, 0, 0), ring(320, 0, 0.00003)),
  ];
  const whole: Solid = { corners: patches.flatMap((p) => [...p.corners]), triangles: patches.flatMap((p, k) => p.triangles.map((t) => t.map((c) => c + k * 2 * n) as unknown as readonly [number, number, number])) }; // prettier-ignore
  const scene = prepare(modelOf([whole]));
  expect(scene.partBorders[0]).toBe(0);
  expect(scene.scale).toBeLessThan(1);
  const plan = lengthOf(piecesOf(drawModel(modelOf([whole]), PLAN)));
  expect(plan / (2 * n * Math.sin(Math.PI / n) * (320 + 290))).toBeCloseTo(1, 2);
});

it('a nut turned off by a cone: its rims are whole, however thin the chamfer becomes', () => {
  const nut = (by: number): Solid => {
    // a hexagonal prism whose top is cut by a cone of 30°, divided every two degrees
    const sides = 180;
    const apothem = 6.928;
    const at = (k: number) => {
      const t = (2 * Math.PI * k) / sides;
      const off = ((((t % (Math.PI / 3)) + Math.PI / 3) % (Math.PI / 3)) - Math.PI / 6) as number;
      const r = apothem / Math.cos(off);
      return { t, r, z: 6 - (r - 6.9) * Math.tan(Math.PI / 6) };
    };
    const place = (r: number, t: number, z: number): Vec3 => [r * Math.cos(t) * by, r * Math.sin(t) * by, z * by];
    const corners: Vec3[] = [0, 1, 2].flatMap((row) =>
      Array.from({ length: sides }, (_, k) => {
        const { t, r, z } = at(k);
        return row === 0 ? place(r, t, 0) : row === 1 ? place(r, t, z) : place(6.9, t, 6);
      }),
    );
    const triangles = [0, 1].flatMap(
      (row) =>
      Array.from({ length: sides }, (_, k) => [row * sides + k, row * sides + ((k + 1) % sides)] as const).flatMap(([a, b]) => [[a, b, b + sides] as const, [a, b + sides, a + sides] as const]), // prettier-ignore
    );
    for (let k = 1; k + 1 < sides; k++) triangles.push([0, k + 1, k], [2 * sides, 2 * sides + k, 2 * sides + k + 1]);
    return { corners, triangles };
  };
  const view = frameSight([0.37, 0.81, -0.45], [0, 0, 1]);
  const [tiny, large] = [drawModel(modelOf([nut(1e-3)]), view), drawModel(modelOf([nut(1)]), view)];
  expect(tiny.lineRole).toHaveLength(large.lineRole.length);
  // beside one another within a hair are one line, and a hair is more of the small one
  expect((lengthOf(chordsOf(tiny)) * 1000) / lengthOf(chordsOf(large))).toBeCloseTo(1, 2);
  expect(dot([1, 0, 0], tiny.frame.right)).toBeCloseTo(dot([1, 0, 0], large.frame.right), 12);
});

it('a body keeps its drawing where it is turned, moved and made smaller with its sight', () => {
  const body = [box([0, 0, 0], [2, 1, 0.4]), moved(turned(prism(polygon(0, 0, 0.3, 24), 0, 1), 2), [1, 0, 0.7])];
  const drawn = (by: number) =>
    drawModel(
      modelOf(body.map((solid) => moved(scaled(solid, by), [3 * by, -2 * by, by]))),
      frameSight([0.37, 0.81, -0.29], [0, 0, 1], [3.9 * by, -1.6 * by, 1.3 * by]),
    );
  const reference = lengthOf(chordsOf(drawn(1)));
  for (const by of [0.5, 0.01, 1 / 1000]) expect(lengthOf(chordsOf(drawn(by))) / by / reference).toBeCloseTo(1, 6);
});

import type { Vec3 } from '../geometry/vec3';
import type { Element, Model } from '../model/model';
import { ModelBuilder } from '../model/model-builder';

/** A small mesh for tests: corners and triangles, counter-clockwise seen from outside. */
export interface Solid {
  readonly corners: readonly Vec3[];
  readonly triangles: readonly (readonly [number, number, number])[];
}

/** An upright prism over a polygon (counter-clockwise) from z0 to z1; with `tip` its sides meet in that point instead of a top. */
export function prism(polygon: readonly (readonly [number, number])[], z0: number, z1: number, tip?: readonly [number, number]): Solid {
  const n = polygon.length;
  const corners: Vec3[] = polygon.map(([x, y]) => [x, y, z0]);
  const triangles: [number, number, number][] = [];
  for (let i = 1; i + 1 < n; i++) triangles.push([0, i + 1, i]);
  if (tip) {
    corners.push([tip[0], tip[1], z1]);
    for (let i = 0; i < n; i++) triangles.push([i, (i + 1) % n, n]);
    return { corners, triangles };
  }
  for (const [x, y] of polygon) corners.push([x, y, z1]);
  for (let i = 1; i + 1 < n; i++) triangles.push([n, n + i, n + i + 1]);
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    triangles.push([i, j, n + j], [i, n + j, n + i]);
  }
  return { corners, triangles };
}

export const box = ([x, y, z]: Vec3, [dx, dy, dz]: Vec3): Solid =>
  prism(
    [
      [x, y],
      [x + dx, y],
      [x + dx, y + dy],
      [x, y + dy],
    ],
    z,
    z + dz,
  );

/** A regular polygon; its first corner lies at `turn` radians. */
export const polygon = (x: number, y: number, r: number, sides: number, turn = 0): (readonly [number, number])[] =>
  Array.from({ length: sides }, (_, i) => {
    const t = turn + (2 * Math.PI * i) / sides;
    return [x + r * Math.cos(t), y + r * Math.sin(t)] as const;
  });

/** An upright angle: a unit square without its far quarter. */
export const angle = (height: number): Solid =>
  prism(
    [
      [0, 0],
      [1, 0],
      [1, 0.5],
      [0.5, 0.5],
      [0.5, 1],
      [0, 1],
    ],
    0,
    height,
  );

/** The solid with its axes exchanged: an upright prism becomes one that lies along x (1) or y (2). */
export function turned(solid: Solid, steps: 0 | 1 | 2): Solid {
  const turn = ([x, y, z]: Vec3): Vec3 => (steps === 1 ? [z, x, y] : steps === 2 ? [y, z, x] : [x, y, z]);
  return { ...solid, corners: solid.corners.map(turn) };
}

/** The solid turned about the Z axis, counter-clockwise, degrees. */
export function spun(solid: Solid, degrees: number): Solid {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return { ...solid, corners: solid.corners.map(([x, y, z]) => [x * c - y * s, x * s + y * c, z]) };
}

export const moved = (solid: Solid, [dx, dy, dz]: Vec3): Solid => ({
  ...solid,
  corners: solid.corners.map(([x, y, z]) => [x + dx, y + dy, z + dz]),
});

/** Several bodies as one group of triangles. */
export const together = (...solids: Solid[]): Solid => ({
  corners: solids.flatMap((s) => [...s.corners]),
  triangles: solids.flatMap((s, i) => {
    const base = solids.slice(0, i).reduce((n, o) => n + o.corners.length, 0);
    return s.triangles.map(([a, b, c]) => [a + base, b + base, c + base] as const);
  }),
});

/** A bar swept through stations of four corners each, closed at its ends. */
export function swept(stations: readonly (readonly [Vec3, Vec3, Vec3, Vec3])[]): Solid {
  const corners = stations.flat();
  const triangles: [number, number, number][] = [
    [0, 1, 2],
    [0, 2, 3],
  ];
  for (let s = 0; s + 1 < stations.length; s++)
    for (let k = 0; k < 4; k++) {
      const [a, b] = [s * 4 + k, s * 4 + ((k + 1) % 4)];
      triangles.push([a, b + 4, b], [a, a + 4, b + 4]);
    }
  const last = corners.length - 4;
  triangles.push([last, last + 2, last + 1], [last, last + 3, last + 2]);
  return { corners, triangles };
}

/** An upright rectangle across the way of a bar: two corners of its plan, and its heights. */
export const station = (
  x: readonly [number, number],
  y: readonly [number, number],
  z: readonly [number, number],
): [Vec3, Vec3, Vec3, Vec3] => [
  [x[0], y[0], z[0]],
  [x[1], y[1], z[0]],
  [x[1], y[1], z[1]],
  [x[0], y[0], z[1]],
];

export interface Piece extends Partial<Pick<Element, 'name' | 'class' | 'use' | 'buildUp' | 'storey'>> {
  readonly solid: Solid;
  readonly material?: string;
}

/** A model of elements with one body each. */
export function modelOf(pieces: readonly (Piece | Solid)[]): Model {
  const builder = new ModelBuilder();
  pieces.forEach((given, i) => {
    const piece: Piece = 'solid' in given ? given : { solid: given };
    const { solid, material, name = `e${i}`, class: kind = 'Proxy', use = 'solid', buildUp = null, storey = -1 } = piece;
    builder.elements.push({ id: name, class: kind, name, type: '', storey, use, assembly: '', buildUp });
    const base = builder.positions.length / 3;
    for (const corner of solid.corners) for (const x of corner) builder.positions.push(x);
    for (const triangle of solid.triangles) for (const k of triangle) builder.triangles.push(base + k);
    let row = -1;
    if (material) {
      row = builder.materials.findIndex((m) => m.name === material);
      if (row < 0) row = builder.materials.push({ name: material, colour: null }) - 1;
    }
    builder.endPart(i, row, [1, 1, 1, 1]);
  });
  return builder.build('test', 'test');
}

/** The same things in another order, the same for each `seed`. */
export function shuffle<T>(items: readonly T[], seed: number): T[] {
  const out = [...items];
  let a = seed;
  for (let i = out.length - 1; i > 0; i--) {
    a = (Math.imul(a, 1664525) + 1013904223) >>> 0;
    const j = a % (i + 1);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}

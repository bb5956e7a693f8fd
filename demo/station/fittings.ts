import type { Author } from '../author';
import { LEVEL, STOREY } from './measures';

/** Furniture and sanitary ware, and the rooms they stand in. */
export function fittings(a: Author): void {
  const U = LEVEL.upper;
  const table = (name: string, x: number, y: number, z: number, w: number, d: number, h = 0.74) =>
    a.element('IFCFURNITURE', name, {
      storey: z > 1 ? STOREY.upper : STOREY.ground,
      items: [
        a.box(x, y, z + h - 0.03, w, d, 0.03),
        ...[
          [x + 0.05, y + 0.05],
          [x + w - 0.11, y + 0.05],
          [x + 0.05, y + d - 0.11],
          [x + w - 0.11, y + d - 0.11],
        ].map(([p, q]) => a.box(p!, q!, z, 0.06, 0.06, h - 0.03)),
      ],
      material: 'Oak',
      predefined: 'TABLE',
    });
  const shelf = (name: string, x: number, y: number, z: number, w: number, d: number, h: number) =>
    a.element('IFCFURNITURE', name, {
      storey: z > 1 ? STOREY.upper : STOREY.ground,
      items: [
        a.box(x, y, z, 0.025, d, h),
        a.box(x + w - 0.025, y, z, 0.025, d, h),
        ...[0.05, 0.4, 0.75, 1.1, 1.45].filter((s) => s < h).map((s) => a.box(x + 0.025, y, z + s, w - 0.05, d, 0.025)),
      ],
      material: 'Oak',
      predefined: 'SHELF',
    });
  const stool = (k: number, x: number, y: number, z: number) =>
    a.element('IFCFURNITURE', `Stool ${k}`, {
      storey: z > 1 ? STOREY.upper : STOREY.ground,
      items: [
        a.extrude(a.circle(0.18), 0.03, [x, y, z + 0.44]),
        ...[0, 1, 2].map((i) =>
          a.rod(
            [x + 0.15 * Math.cos(i * 2.094), y + 0.15 * Math.sin(i * 2.094), z],
            [x + 0.1 * Math.cos(i * 2.094), y + 0.1 * Math.sin(i * 2.094), z + 0.44],
            0.014,
          ),
        ),
      ],
      material: 'Oak',
      predefined: 'CHAIR',
    });
  table('Workbench', 0.15, 0.9, 0, 0.65, 1.9, 0.9);
  table('Bench in the hall', 4.2, 0.2, 0, 1.5, 0.42, 0.45);
  table('Office desk', 9.1, 3.2, 0, 1.4, 0.7);
  table('Chart table', 9.0, 1.4, U, 1.1, 1.8, 0.95);
  table('Records desk', 0.4, 1.0, U, 0.75, 1.6);
  table('Watch desk', 9.3, 0.25, U, 1.3, 0.6);
  shelf('Rope shelf', 2.2, 2.75, 0, 1.2, 0.32, 1.8);
  shelf('Records shelf 1', 0.12, 4.3, U, 1.4, 0.35, 1.9);
  shelf('Records shelf 2', 1.55, 4.3, U, 1.35, 0.35, 1.9);
  shelf('Tool shelf', 10.3, 2.0, 0, 0.38, 0.85, 1.6);
  [
    [1.1, 1.5, 0],
    [9.8, 4.1, 0],
    [1.35, 1.7, U],
    [10.35, 2.2, U],
    [9.9, 1.05, U],
  ].forEach(([x, y, z], k) => stool(k + 1, x!, y!, z!));
  a.element('IFCSANITARYTERMINAL', 'Wash basin', {
    storey: STOREY.ground,
    items: [
      a.extrude(
        a.profile(
          [
            [1.6, 4.25],
            [2.2, 4.25],
            [2.2, 4.7],
            [1.6, 4.7],
          ],
          [
            [
              [1.66, 4.31],
              [1.66, 4.58],
              [2.14, 4.58],
              [2.14, 4.31],
            ],
          ],
        ),
        0.16,
        [0, 0, 0.7],
      ),
      a.box(1.66, 4.31, 0.7, 0.48, 0.27, 0.03),
    ],
    material: 'Ceramic',
    predefined: 'WASHHANDBASIN',
  });
  a.element('IFCSANITARYTERMINAL', 'Closet', {
    storey: STOREY.ground,
    items: [a.extrude(a.circle(0.2), 0.4, [0.62, 4.1, 0]), a.box(0.4, 4.45, 0, 0.44, 0.2, 0.85)],
    material: 'Ceramic',
    predefined: 'TOILETPAN',
  });
  hull(a);
  const space = (n: string, name: string, x0: number, y0: number, x1: number, y1: number, z = 0) =>
    a.space(
      z > 1 ? STOREY.upper : STOREY.ground,
      n,
      name,
      [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ],
      z,
      z > 1 ? 2.15 : 2.25,
    );
  space('G1', 'Boat store', 0.1, 0.1, 3.6, 3.1);
  space('G2', 'Wash room', 0.1, 3.22, 3.6, 4.7);
  space('G3', 'Hall', 3.72, 0.1, 8.28, 4.7);
  space('G4', 'Pump room', 8.4, 0.1, 10.7, 2.95);
  space('G5', 'Office', 8.4, 3.07, 10.7, 4.7);
  space('U1', 'Records', 0.1, 0.1, 2.88, 4.7, U);
  space('U2', 'Gallery', 3.0, 0.1, 8.28, 4.7, U);
  space('U3', 'Watch room', 8.4, 0.1, 10.7, 4.7, U);
}

/** The station's dinghy on two trestles in the boat store, a hull of plain strakes. */
function hull(a: Author): void {
  const ribs: (readonly [number, number, number])[] = [
    [1.2, 0.05, 0.3],
    [1.5, 0.3, 0.3],
    [2.0, 0.42, 0.28],
    [2.6, 0.4, 0.28],
    [3.1, 0.3, 0.3],
  ];
  const y = 2.0,
    top = 0.95,
    points: [number, number, number][] = [],
    triangles: [number, number, number][] = [];
  for (const [x, half, depth] of ribs) points.push([x, y - half, top], [x, y, top - depth - 0.1], [x, y + half, top]);
  const quad = (p: number, q: number, r: number, s: number) => triangles.push([p, q, r], [p, r, s]);
  for (let i = 0; i + 1 < ribs.length; i++) {
    const [p, q] = [i * 3, i * 3 + 3];
    quad(p, p + 1, q + 1, q);
    quad(p + 1, p + 2, q + 2, q + 1);
    quad(p, q, q + 2, p + 2);
  }
  triangles.push([0, 2, 1]);
  const l = (ribs.length - 1) * 3;
  triangles.push([l, l + 1, l + 2]);
  a.element('IFCFURNITURE', 'Dinghy, covered', { storey: STOREY.ground, items: [a.mesh(points, triangles, true)], material: 'Larch' });
  for (const [k, x] of [
    [1, 1.7],
    [2, 2.7],
  ] as const)
    a.element('IFCFURNITURE', `Trestle ${k}`, {
      storey: STOREY.ground,
      items: [a.box(x, y - 0.35, 0, 0.06, 0.06, 0.5), a.box(x, y + 0.29, 0, 0.06, 0.06, 0.5), a.box(x, y - 0.4, 0.5, 0.06, 0.8, 0.06)],
      material: 'Oak',
    });
}

import type { Author, Flat, Point } from '../author';
import { LEVEL, STOREY } from './measures';

/** The steel lantern over the hall: a kerb on the roof slab, posts, hips, rafters and panes of glass. */
export function lantern(a: Author): void {
  const x0 = 3.4,
    x1 = 7.8,
    y0 = 1.2,
    y1 = 3.6,
    base = LEVEL.roof,
    kerb = 5.35,
    eaves = 5.75,
    ridge = 6.42;
  const outline = (d: number): Flat[] => [
    [x0 - d, y0 - d],
    [x1 + d, y0 - d],
    [x1 + d, y1 + d],
    [x0 - d, y1 + d],
  ];
  a.element('IFCWALL', 'Lantern kerb', {
    storey: STOREY.roof,
    items: [a.extrude(a.profile(outline(0.15), [outline(0).reverse()]), kerb - base, [0, 0, base])],
    material: 'Concrete C30',
  });
  a.element('IFCCOVERING', 'Lantern kerb flashing', {
    storey: STOREY.roof,
    items: [a.extrude(a.profile(outline(0.19), [outline(-0.02).reverse()]), 0.03, [0, 0, kerb])],
    material: 'Zinc',
    predefined: 'CLADDING',
  });
  const low = kerb + 0.03;
  const steel = (name: string, p: Point, q: Point, w = 0.05, h = 0.08, type = 'IFCMEMBER') =>
    a.element(type, name, {
      storey: STOREY.roof,
      items: [a.bar(p, q, w, h)],
      material: 'Steel',
      predefined: type === 'IFCBEAM' ? 'BEAM' : type === 'IFCCOLUMN' ? 'COLUMN' : 'RAFTER',
      type: `Flat ${w * 1000} x ${h * 1000}`,
    });
  const pane = (name: string, corners: readonly Point[]) =>
    a.element('IFCPLATE', name, { storey: STOREY.roof, items: [plate(a, corners, 0.02)], material: 'Glass', predefined: 'CURTAIN_PANEL' });
  const cx = (k: number) => x0 + 0.06 + ((x1 - x0 - 0.12) * k) / 4;
  const cy = (k: number) => y0 + 0.06 + ((y1 - y0 - 0.12) * k) / 2;
  for (let k = 0; k <= 4; k++)
    for (const y of [y0 + 0.06, y1 - 0.06]) steel(`Lantern post ${k}`, [cx(k), y, low], [cx(k), y, eaves], 0.05, 0.05, 'IFCCOLUMN');
  for (const x of [cx(0), cx(4)]) steel('Lantern post end', [x, cy(1), low], [x, cy(1), eaves], 0.05, 0.05, 'IFCCOLUMN');
  for (const y of [cy(0), cy(2)])
    steel('Lantern eaves', [cx(0) - 0.03, y, eaves + 0.04], [cx(4) + 0.03, y, eaves + 0.04], 0.06, 0.08, 'IFCBEAM');
  for (const x of [cx(0), cx(4)]) steel('Lantern eaves, end', [x, cy(0), eaves + 0.04], [x, cy(2), eaves + 0.04], 0.06, 0.08, 'IFCBEAM');
  const r0: Point = [cx(0) + 0.85, cy(1), ridge],
    r1: Point = [cx(4) - 0.85, cy(1), ridge];
  steel('Lantern ridge', [r0[0] - 0.04, r0[1], r0[2]], [r1[0] + 0.04, r1[1], r1[2]], 0.06, 0.1, 'IFCBEAM');
  const e = eaves + 0.08;
  for (const [p, q] of [
    [[cx(0), cy(0), e], r0],
    [[cx(0), cy(2), e], r0],
    [[cx(4), cy(0), e], r1],
    [[cx(4), cy(2), e], r1],
  ] as const)
    steel('Lantern hip', p, q, 0.05, 0.07);
  for (let k = 1; k <= 3; k++)
    for (const y of [cy(0), cy(2)])
      steel(`Lantern rafter ${k}`, [cx(k), y, e], [Math.min(Math.max(cx(k), r0[0]), r1[0]), cy(1), ridge], 0.04, 0.06);
  // panes: upright below the eaves, sloping above
  for (let k = 0; k < 4; k++)
    for (const y of [y0 + 0.06, y1 - 0.06])
      pane(`Pane, side ${k + 1}`, [
        [cx(k) + 0.03, y, low],
        [cx(k + 1) - 0.03, y, low],
        [cx(k + 1) - 0.03, y, eaves],
        [cx(k) + 0.03, y, eaves],
      ]);
  for (const x of [cx(0), cx(4)])
    for (let k = 0; k < 2; k++)
      pane(`Pane, end ${k + 1}`, [
        [x, cy(k) + 0.03, low],
        [x, cy(k + 1) - 0.03, low],
        [x, cy(k + 1) - 0.03, eaves],
        [x, cy(k) + 0.03, eaves],
      ]);
  const lift = 0.05;
  for (const y of [cy(0), cy(2)])
    pane('Pane, slope', [
      [cx(0), y, e + lift],
      [cx(4), y, e + lift],
      [r1[0], r1[1], ridge + lift],
      [r0[0], r0[1], ridge + lift],
    ]);
  pane('Pane, hip west', [
    [cx(0), cy(0), e + lift],
    [cx(0), cy(2), e + lift],
    [r0[0], r0[1], ridge + lift],
  ]);
  pane('Pane, hip east', [
    [cx(4), cy(0), e + lift],
    [cx(4), cy(2), e + lift],
    [r1[0], r1[1], ridge + lift],
  ]);
}

/** A flat plate over planar corners, half its thickness to each side. */
export function plate(a: Author, corners: readonly Point[], thickness: number) {
  const [p, q, r] = corners as [Point, Point, Point];
  const u = [q[0] - p[0], q[1] - p[1], q[2] - p[2]] as const,
    v = [r[0] - p[0], r[1] - p[1], r[2] - p[2]] as const;
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
  const l = Math.hypot(...n);
  const z: Point = [n[0] / l, n[1] / l, n[2] / l];
  const lu = Math.hypot(...u);
  const x: Point = [u[0] / lu, u[1] / lu, u[2] / lu];
  const y: Point = [z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]];
  const flat = corners.map((c): Flat => {
    const d = [c[0] - p[0], c[1] - p[1], c[2] - p[2]] as const;
    return [d[0] * x[0] + d[1] * x[1] + d[2] * x[2], d[0] * y[0] + d[1] * y[1] + d[2] * y[2]];
  });
  const h = thickness / 2;
  return a.extrude(a.profile(flat), thickness, [p[0] - z[0] * h, p[1] - z[1] * h, p[2] - z[2] * h], z, x);
}

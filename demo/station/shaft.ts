import type { Author, Flat } from '../author';
import { OUT, SHAFT, STOREY } from './measures';

/** The round gauge shaft with its dome, what stands in it, and the link to the house. */
export function shaft(a: Author): void {
  const { x, y, outer, inner, bottom, top } = SHAFT;
  const at = (z: number) => [x, y, z] as const;
  const wall = a.element('IFCWALL', 'Shaft wall', {
    storey: STOREY.ground,
    items: [a.extrude(a.circle(outer, inner), top - bottom, at(bottom))],
    material: 'Concrete C30',
    predefined: 'SOLIDWALL',
  });
  a.element('IFCFOOTING', 'Shaft base', {
    storey: STOREY.shore,
    items: [a.extrude(a.circle(outer + 0.35), 0.4, at(bottom - 0.4))],
    material: 'Concrete C30',
    predefined: 'PAD_FOOTING',
  });
  a.element('IFCBEAM', 'Ring beam', {
    storey: STOREY.upper,
    items: [a.extrude(a.circle(outer + 0.1, inner - 0.05), 0.25, at(top))],
    material: 'Concrete C30',
    predefined: 'BEAM',
  });
  dome(a);
  // openings: the link's door and three small windows
  a.opening(wall, STOREY.ground, a.box(x - outer - 0.3, y - 0.45, 0, 0.7, 0.9, 2.1));
  for (const [angle, name] of [
    [90, 'north'],
    [270, 'south'],
  ] as const) {
    const r = (angle * Math.PI) / 180,
      c = Math.cos(r),
      s = Math.sin(r);
    const placement = { at: [x + c * (outer - 0.2), y + s * (outer - 0.2), 0], x: [-s, c, 0] } as const;
    const items = [
      a.box(-0.35, 0, 1.4, 0.06, 0.06, 0.9),
      a.box(0.29, 0, 1.4, 0.06, 0.06, 0.9),
      a.box(-0.29, 0, 1.4, 0.58, 0.06, 0.06),
      a.box(-0.29, 0, 2.24, 0.58, 0.06, 0.06),
      a.box(-0.29, 0.02, 1.46, 0.58, 0.02, 0.78),
    ];
    const window = a.element('IFCWINDOW', `Shaft window, ${name}`, {
      storey: STOREY.ground,
      items,
      material: ['Oak', 'Oak', 'Oak', 'Oak', 'Glass'],
      placement,
      height: 0.9,
      width: 0.7,
    });
    a.opening(wall, STOREY.ground, a.box(-0.35, -0.4, 1.4, 0.7, 0.8, 0.9), window, placement);
  }
  const door = [
    a.box(x + outer - 0.16, y - 0.45, 0, 0.1, 0.06, 2.05),
    a.box(x + outer - 0.16, y + 0.39, 0, 0.1, 0.06, 2.05),
    a.box(x + outer - 0.16, y - 0.39, 1.99, 0.1, 0.78, 0.06),
    a.box(x + outer - 0.13, y - 0.39, 0.01, 0.05, 0.78, 1.98),
  ];
  const leaf = a.element('IFCDOOR', 'Jetty door', {
    storey: STOREY.ground,
    items: door,
    material: ['Oak', 'Oak', 'Oak', 'Oak'],
    height: 2.05,
    width: 0.9,
  });
  a.opening(wall, STOREY.ground, a.box(x + inner - 0.2, y - 0.45, 0, 0.7, 0.9, 2.05), leaf);
  gauge(a);
  link(a);
}

function dome(a: Author): void {
  const { x, y, outer, top } = SHAFT;
  const base = top + 0.25,
    r1 = outer - 0.02,
    r0 = r1 - 0.14,
    steps = 16;
  const ring = (r: number, from: number, to: number): Flat[] =>
    Array.from({ length: steps + 1 }, (_, i) => {
      const t = from + ((to - from) * i) / steps;
      return [r * Math.cos(t), r * Math.sin(t)];
    });
  const tip = (r: number) => Math.acos(0.16 / r);
  a.element('IFCROOF', 'Dome', {
    storey: STOREY.roof,
    items: [a.revolve([...ring(r1, 0, tip(r1)), ...ring(r0, tip(r0), 0)], [x, y, base])],
    material: 'Concrete C30',
    predefined: 'DOME_ROOF',
  });
  const crown = base + r1 * Math.sin(tip(r1));
  a.element('IFCBUILDINGELEMENTPROXY', 'Finial', {
    storey: STOREY.roof,
    items: [a.extrude(a.circle(0.13), 0.42, [x, y, crown - 0.16])],
    material: 'Copper',
  });
  const ball = Array.from({ length: 17 }, (_, i): Flat => [0.12 * Math.sin((Math.PI * i) / 16), -0.12 * Math.cos((Math.PI * i) / 16)]);
  a.element('IFCBUILDINGELEMENTPROXY', 'Tide ball', {
    storey: STOREY.roof,
    items: [a.revolve(ball, [x, y, crown + 0.36])],
    material: 'Copper',
  });
  for (let k = 0; k < 8; k++) {
    const t = (Math.PI * 2 * k) / 8 + Math.PI / 8;
    const chain = Array.from({ length: 7 }, (_, i) => {
      const e = 0.06 + (tip(r1) - 0.1) * (i / 6);
      return [
        x + Math.cos(t) * (r1 + 0.012) * Math.cos(e),
        y + Math.sin(t) * (r1 + 0.012) * Math.cos(e),
        base + (r1 + 0.012) * Math.sin(e),
      ] as const;
    });
    a.element('IFCMEMBER', `Dome rib ${k + 1}`, {
      storey: STOREY.roof,
      items: chain.slice(1).map((q, i) => a.bar(chain[i]!, q, 0.035, 0.035)),
      material: 'Zinc',
      predefined: 'MEMBER',
    });
  }
}

/** Float well, float, counterweight, wheel, board, ladder and the working platform. */
function gauge(a: Author): void {
  const { x, y, inner, bottom } = SHAFT;
  a.element('IFCPIPESEGMENT', 'Float well', {
    storey: STOREY.shore,
    items: [a.rod([x - 0.9, y + 0.35, bottom], [x - 0.9, y + 0.35, 1.6], 0.2, 0.185)],
    material: 'Steel',
    predefined: 'RIGIDSEGMENT',
  });
  a.element('IFCBUILDINGELEMENTPROXY', 'Float', {
    storey: STOREY.shore,
    items: [a.extrude(a.circle(0.16), 0.3, [x - 0.9, y + 0.35, -0.9])],
    material: 'Copper',
  });
  a.element('IFCBUILDINGELEMENTPROXY', 'Counterweight', {
    storey: STOREY.shore,
    items: [a.box(x - 0.12, y + 0.5, -1.2, 0.24, 0.24, 0.28)],
    material: 'Steel',
  });
  a.element('IFCMEMBER', 'Gauge cable', {
    storey: STOREY.ground,
    items: [a.rod([x, y + 0.62, -0.92], [x, y + 0.62, 2.3], 0.006)],
    material: 'Steel',
  });
  a.element('IFCBUILDINGELEMENTPROXY', 'Gauge wheel', {
    storey: STOREY.ground,
    items: [a.rod([x, y + 0.58, 2.3], [x, y + 0.66, 2.3], 0.28), a.rod([x, y + 0.55, 2.3], [x, y + 0.69, 2.3], 0.07)],
    material: 'Copper',
  });
  a.element('IFCBUILDINGELEMENTPROXY', 'Gauge board', {
    storey: STOREY.ground,
    items: [a.box(x + 0.35, y + 1.33, bottom, 0.16, 0.04, 4.4)],
    material: 'Oak',
  });
  const lx = x + 1.15,
    ly = y + 0.55,
    rungs: ReturnType<Author['rod']>[] = [];
  for (const d of [-0.2, 0.2]) rungs.push(a.bar([lx + d * 0.5, ly + d * 0.85, bottom], [lx + d * 0.5, ly + d * 0.85, 1.1], 0.04, 0.02));
  for (let z = bottom + 0.3; z < 1; z += 0.3) rungs.push(a.rod([lx - 0.1, ly - 0.17, z], [lx + 0.1, ly + 0.17, z], 0.012));
  a.element('IFCSTAIRFLIGHT', 'Shaft ladder', { storey: STOREY.shore, items: rungs, material: 'Steel', predefined: 'STRAIGHT' });
  const platform = a.element('IFCSLAB', 'Working platform', {
    storey: STOREY.ground,
    items: [a.extrude(a.circle(inner), 0.05, [x, y, -0.05])],
    material: 'Steel',
    predefined: 'FLOOR',
  });
  a.opening(platform, STOREY.ground, a.extrude(a.circle(0.75), 0.3, [x + 0.2, y - 0.1, -0.2]));
  a.opening(platform, STOREY.ground, a.extrude(a.circle(0.22), 0.3, [x - 0.9, y + 0.35, -0.2]));
  const n = 12,
    ring = Array.from(
      { length: n + 1 },
      (_, i) => [x + 0.2 + 0.8 * Math.cos((2 * Math.PI * i) / n), y - 0.1 + 0.8 * Math.sin((2 * Math.PI * i) / n)] as const,
    );
  const rail = ring
    .slice(0, -1)
    .flatMap(([px, py], i) => [a.rod([px, py, 0], [px, py, 1], 0.015), a.rod([px, py, 1], [ring[i + 1]![0], ring[i + 1]![1], 1], 0.018)]);
  a.element('IFCRAILING', 'Well guard', { storey: STOREY.ground, items: rail, material: 'Steel', predefined: 'GUARDRAIL' });
}

/** The covered way from the east wall to the shaft. */
function link(a: Author): void {
  const x0 = OUT.x1,
    x1 = SHAFT.x - 1.55,
    y0 = 1.55,
    y1 = 3.25;
  a.element('IFCSLAB', 'Link floor', {
    storey: STOREY.ground,
    items: [a.box(x0, y0, -0.3, x1 - x0, y1 - y0, 0.3)],
    material: 'Concrete C30',
    predefined: 'FLOOR',
  });
  a.element('IFCSLAB', 'Link roof', {
    storey: STOREY.ground,
    items: [a.box(x0, y0 - 0.1, 2.4, x1 - x0, y1 - y0 + 0.2, 0.15)],
    material: 'Concrete C30',
    predefined: 'ROOF',
  });
  a.element('IFCCOVERING', 'Link roof covering', {
    storey: STOREY.ground,
    items: [a.box(x0, y0 - 0.13, 2.55, x1 - x0, y1 - y0 + 0.26, 0.03)],
    material: 'Zinc',
    predefined: 'ROOFING',
  });
  for (const [y, name] of [
    [y0, 'south'],
    [y1 - 0.2, 'north'],
  ] as const) {
    const wall = a.element('IFCWALL', `Link wall, ${name}`, {
      storey: STOREY.ground,
      items: [a.box(x0, y, 0, x1 - x0, 0.2, 2.4)],
      material: 'Concrete block',
    });
    const w = 1.0,
      wx = x0 + 0.22;
    const items = [
      a.box(wx, y + 0.06, 0.85, 0.06, 0.07, 1.2),
      a.box(wx + w - 0.06, y + 0.06, 0.85, 0.06, 0.07, 1.2),
      a.box(wx + 0.06, y + 0.06, 0.85, w - 0.12, 0.07, 0.06),
      a.box(wx + 0.06, y + 0.06, 1.99, w - 0.12, 0.07, 0.06),
      a.box(wx + w / 2 - 0.03, y + 0.06, 0.91, 0.06, 0.07, 1.08),
      a.box(wx + 0.06, y + 0.085, 0.91, w / 2 - 0.09, 0.02, 1.08),
      a.box(wx + w / 2 + 0.03, y + 0.085, 0.91, w / 2 - 0.09, 0.02, 1.08),
    ];
    const window = a.element('IFCWINDOW', `Link window, ${name}`, {
      storey: STOREY.ground,
      items,
      material: ['Oak', 'Oak', 'Oak', 'Oak', 'Oak', 'Glass', 'Glass'],
      height: 1.2,
      width: w,
    });
    a.opening(wall, STOREY.ground, a.box(wx, y - 0.1, 0.85, w, 0.4, 1.2), window);
  }
}

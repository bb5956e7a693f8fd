import type { Author, Point } from '../author';
import { LEVEL, OUT, STOREY } from './measures';

/** Pipes with their fittings, pumps, radiators, lamps, rainwater pipes. */
export function services(a: Author): void {
  const run = (name: string, points: readonly Point[], radius: number, storey: string, material = 'Steel') => {
    for (let i = 0; i + 1 < points.length; i++) {
      const [p, q] = [points[i]!, points[i + 1]!];
      const l = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
      const n = Math.max(1, Math.round(l / 2));
      const at = (t: number): Point => [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t, p[2] + (q[2] - p[2]) * t];
      for (let k = 0; k < n; k++)
        a.element('IFCPIPESEGMENT', `${name} ${i + 1}.${k + 1}`, {
          storey,
          items: [a.rod(at(k / n), at((k + 1) / n), radius, radius - 0.004)],
          material,
          predefined: 'RIGIDSEGMENT',
        });
      if (i > 0)
        a.element('IFCPIPEFITTING', `${name} bend ${i}`, { storey, items: [ball(a, p, radius * 1.25)], material, predefined: 'BEND' });
    }
  };
  run(
    'Sea water main',
    [
      [10.2, 0.7, 0.45],
      [10.2, 0.7, 2.05],
      [8.7, 0.7, 2.05],
      [8.7, 4.4, 2.05],
      [0.8, 4.4, 2.05],
      [0.8, 4.4, 0.9],
    ],
    0.055,
    STOREY.ground,
    'Copper',
  );
  run(
    'Supply',
    [
      [9.4, 0.7, 0.45],
      [9.4, 0.7, 1.9],
      [3.9, 0.35, 1.9],
      [0.5, 0.35, 1.9],
    ],
    0.035,
    STOREY.ground,
    'Copper',
  );
  run(
    'Rising main',
    [
      [8.7, 4.55, 0],
      [8.7, 4.55, 2.2],
    ],
    0.055,
    STOREY.ground,
    'Copper',
  );
  run(
    'Rising main, upper',
    [
      [8.7, 4.55, LEVEL.upper],
      [8.7, 4.55, 4.5],
      [10.4, 4.55, 4.5],
    ],
    0.055,
    STOREY.upper,
    'Copper',
  );
  run(
    'Waste',
    [
      [1.9, 4.55, 0.4],
      [1.9, 4.55, 0.05],
    ],
    0.055,
    STOREY.ground,
    'Cast iron',
  );
  for (const [x, k] of [
    [9.4, 1],
    [10.2, 2],
  ] as const) {
    a.element('IFCBUILDINGELEMENTPROXY', `Pump plinth ${k}`, {
      storey: STOREY.ground,
      items: [a.box(x - 0.28, 0.35, 0, 0.56, 0.7, 0.12)],
      material: 'Concrete C30',
    });
    a.element('IFCPUMP', `Pump ${k}`, {
      storey: STOREY.ground,
      items: [
        a.rod([x, 0.45, 0.3], [x, 0.95, 0.3], 0.16),
        a.rod([x, 0.7, 0.3], [x, 0.7, 0.52], 0.07),
        a.rod([x, 0.4, 0.3], [x, 0.45, 0.3], 0.1),
      ],
      material: 'Cast iron',
      predefined: 'CIRCULATOR',
    });
  }
  const radiator = (x: number, y: number, z: number, w: number, k: number) =>
    a.element('IFCSPACEHEATER', `Radiator ${k}`, {
      storey: z > 1 ? STOREY.upper : STOREY.ground,
      items: Array.from({ length: Math.round(w / 0.1) }, (_, i) => a.box(x + i * 0.1, y, z + 0.12, 0.07, 0.09, 0.55)),
      material: 'Steel',
      predefined: 'RADIATOR',
    });
  [
    [1.3, 0.14, 0],
    [8.7, 4.46, 0],
    [1.2, 0.14, LEVEL.upper],
    [5.1, 0.14, LEVEL.upper],
    [9.2, 4.46, LEVEL.upper],
  ].forEach(([x, y, z], k) => radiator(x!, y!, z!, 1.2, k + 1));
  const lamp = (x: number, y: number, ceiling: number, storey: string, k: number) =>
    a.element('IFCLIGHTFIXTURE', `Pendant lamp ${k}`, {
      storey,
      items: [a.rod([x, y, ceiling - 0.55], [x, y, ceiling], 0.006), a.rod([x, y, ceiling - 0.75], [x, y, ceiling - 0.55], 0.14)],
      material: 'Copper',
      predefined: 'DIRECTIONSOURCE',
    });
  [
    [1.8, 1.5],
    [9.6, 1.4],
    [9.6, 3.8],
    [6, 3.9],
    [5.2, 0.9],
  ].forEach(([x, y], k) => lamp(x!, y!, 2.25, STOREY.ground, k + 1));
  [
    [1.6, 2.4],
    [9.6, 2.4],
  ].forEach(([x, y], k) => lamp(x!, y!, 4.7, STOREY.upper, k + 6));
  const rain = (x: number, y: number, k: number) =>
    a.element('IFCPIPESEGMENT', `Rainwater pipe ${k}`, {
      storey: STOREY.upper,
      items: [a.rod([x, y, -0.1], [x, y, 5.15], 0.05)],
      material: 'Zinc',
      predefined: 'GUTTER',
    });
  [
    [OUT.x0 + 0.5, OUT.y0 - 0.07],
    [OUT.x1 - 0.5, OUT.y0 - 0.07],
    [OUT.x0 + 0.5, OUT.y1 + 0.07],
    [OUT.x1 - 0.5, OUT.y1 + 0.07],
  ].forEach(([x, y], k) => rain(x!, y!, k + 1));
}

function ball(a: Author, [x, y, z]: Point, r: number) {
  const half = Array.from({ length: 9 }, (_, i): readonly [number, number] => [
    r * Math.sin((Math.PI * i) / 8),
    -r * Math.cos((Math.PI * i) / 8),
  ]);
  return a.revolve(half, [x, y, z]);
}

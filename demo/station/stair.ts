import type { Author, Flat, Point } from '../author';
import { LEVEL, STOREY } from './measures';

/** The stair from the ground to the upper floor: 14 risers, in concrete, with its railing and that of the floor opening. */
export function stair(a: Author): void {
  const risers = 14,
    rise = LEVEL.upper / risers,
    tread = 0.25;
  const foot = 7.3,
    y0 = 2.0,
    width = 0.9;
  const top: Flat[] = [];
  // seen along y, x grows; the stair rises towards small x
  for (let i = 0; i < risers; i++) top.push([foot - i * tread, i * rise], [foot - i * tread, (i + 1) * rise]);
  const end = foot - (risers - 1) * tread;
  const outline: Flat[] = [
    ...top,
    [end - 0.05, LEVEL.upper],
    [end - 0.05, LEVEL.upper - 0.3],
    [end + 0.14, LEVEL.upper - 0.3 - 0.02],
    [foot - 0.42, 0],
  ];
  const upright = a.extrude(a.profile(outline), width, [0, y0 + width, 0], [0, -1, 0], [1, 0, 0]);
  a.element('IFCSTAIRFLIGHT', 'Main stair', { storey: STOREY.ground, items: [upright], material: 'Concrete C30', predefined: 'STRAIGHT' });
  // railing on the north side of the flight
  const y = y0 + width + 0.03;
  const posts = [0, 3, 6, 9, 12].map((i): [Point, Point] => [
    [foot - (i + 0.5) * tread, y, (i + 1) * rise - 0.3],
    [foot - (i + 0.5) * tread, y, (i + 1) * rise + 0.9],
  ]);
  const rail = [
    a.rod([posts[0]![1][0], y, posts[0]![1][2]], [posts[4]![1][0], y, posts[4]![1][2]], 0.022),
    ...posts.map(([p, q]) => a.rod(p, q, 0.016)),
  ];
  a.element('IFCRAILING', 'Stair railing', { storey: STOREY.ground, items: rail, material: 'Steel', predefined: 'HANDRAIL' });
  guard(a, 'Guard, north', [4.0, 3.0, LEVEL.upper], [7.3, 3.0, LEVEL.upper], STOREY.upper);
  guard(a, 'Guard, south', [4.0, 1.85, LEVEL.upper], [7.3, 1.85, LEVEL.upper], STOREY.upper);
  guard(a, 'Guard, east', [7.35, 1.85, LEVEL.upper], [7.35, 3.0, LEVEL.upper], STOREY.upper);
}

/** A guard of posts, a handrail and a knee rail, one metre high. */
export function guard(a: Author, name: string, from: Point, to: Point, storey: string, spacing = 1.1): void {
  const l = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const n = Math.max(1, Math.round(l / spacing));
  const at = (t: number, z: number): Point => [
    from[0] + (to[0] - from[0]) * t,
    from[1] + (to[1] - from[1]) * t,
    from[2] + (to[2] - from[2]) * t + z,
  ];
  const items = [a.rod(at(0, 1), at(1, 1), 0.024), a.rod(at(0, 0.5), at(1, 0.5), 0.012), a.rod(at(0, 0.12), at(1, 0.12), 0.012)];
  for (let i = 0; i <= n; i++) items.push(a.rod(at(i / n, 0), at(i / n, 1), 0.02));
  a.element('IFCRAILING', name, { storey, items, material: 'Steel', predefined: 'GUARDRAIL' });
}

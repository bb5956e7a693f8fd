import type { Author, Flat, Ref } from '../author';
import { LEVEL, OUT, SIDES, STOREY, WALL, type Side } from './measures';

interface Window {
  side: Side;
  storey: 'ground' | 'upper';
  at: number;
  width: number;
  sill: number;
  height: number;
  name: string;
  panes: number;
}

/** Footings, floors, layered walls with their windows and doors, partitions and the roof. */
export function house(a: Author): void {
  footings(a);
  floors(a);
  const walls = outerWalls(a);
  for (const w of windows()) windowIn(a, walls[w.storey][w.side.name]!, w);
  outerDoors(a, walls.ground);
  partitions(a);
}

const inset = (d: number): Flat[] => [
  [OUT.x0 + d, OUT.y0 + d],
  [OUT.x1 - d, OUT.y0 + d],
  [OUT.x1 - d, OUT.y1 - d],
  [OUT.x0 + d, OUT.y1 - d],
];

function footings(a: Author): void {
  const ring = (outer: number, inner: number, z: number, h: number) =>
    a.extrude(a.profile(inset(outer), [inset(inner).reverse()]), h, [0, 0, z]);
  a.element('IFCFOOTING', 'Strip footing', {
    storey: STOREY.shore,
    items: [ring(-0.45, 0.85, -1.25, 0.35)],
    material: 'Concrete C30',
    predefined: 'STRIP_FOOTING',
  });
  a.element('IFCWALL', 'Foundation wall', { storey: STOREY.shore, items: [ring(0, WALL, -0.9, 0.55)], material: 'Concrete C30' });
}

function floors(a: Author): void {
  const inner = inset(WALL);
  const layered = (name: string, storey: string, top: number, set: string, holes: Flat[][]) => {
    const slab = a.element('IFCSLAB', name, {
      storey,
      items: [a.extrude(a.profile(inner), 0.3)],
      placement: { at: [0, 0, top - 0.3] },
      buildUp: { name: set, axis: 'AXIS3', sense: 'POSITIVE', offset: 0 },
      predefined: storey === STOREY.roof ? 'ROOF' : 'FLOOR',
    });
    for (const h of holes) a.opening(slab, storey, a.extrude(a.profile(h), 0.5, [0, 0, top - 0.4]));
  };
  layered('Ground floor', STOREY.ground, LEVEL.ground, 'Ground floor 300', []);
  layered('Upper floor', STOREY.upper, LEVEL.upper, 'Upper floor 300', [
    [
      [4, 1.9],
      [7.3, 1.9],
      [7.3, 2.95],
      [4, 2.95],
    ],
  ]);
  layered('Roof slab', STOREY.roof, LEVEL.roof, 'Roof 300', [
    [
      [3.4, 1.2],
      [7.8, 1.2],
      [7.8, 3.6],
      [3.4, 3.6],
    ],
  ]);
}

function outerWalls(a: Author): Record<'ground' | 'upper', Record<string, Ref>> {
  const out = { ground: {} as Record<string, Ref>, upper: {} as Record<string, Ref> };
  const mitred = (side: Side, z: number, h: number) =>
    a.extrude(
      a.profile([
        [0, 0],
        [side.length, 0],
        [side.length - WALL, WALL],
        [WALL, WALL],
      ]),
      h,
      [0, 0, z],
    );
  for (const side of Object.values(SIDES)) {
    const buildUp = { name: 'Outer wall 400', axis: 'AXIS2', sense: 'POSITIVE', offset: 0 } as const;
    const one = (storey: 'ground' | 'upper' | 'roof', z: number, h: number, name: string) =>
      a.element('IFCWALL', name, {
        storey: STOREY[storey],
        items: [mitred(side, z, h)],
        placement: side,
        buildUp,
        predefined: storey === 'roof' ? 'PARAPET' : 'STANDARD',
        type: 'Outer wall 400',
      });
    out.ground[side.name] = one('ground', -0.35, 2.9, `Outer wall ground, ${side.name}`);
    out.upper[side.name] = one('upper', 2.55, 2.45, `Outer wall upper, ${side.name}`);
    one('roof', 5, 0.4, `Parapet, ${side.name}`);
    const coping = a.extrude(
      a.profile([
        [-0.04, -0.04],
        [side.length + 0.04, -0.04],
        [side.length - WALL - 0.04, WALL + 0.04],
        [WALL + 0.04, WALL + 0.04],
      ]),
      0.06,
      [0, 0, 5.4],
    );
    a.element('IFCCOVERING', `Coping, ${side.name}`, {
      storey: STOREY.roof,
      items: [coping],
      placement: side,
      material: 'Granite',
      predefined: 'CLADDING',
    });
  }
  return out;
}

function windows(): Window[] {
  const { south, north, east, west } = SIDES;
  const row = (storey: 'ground' | 'upper', side: Side, list: readonly (readonly [number, number, number])[]): Window[] =>
    list.map(([at, width, panes], i) => ({
      side,
      storey,
      at,
      width,
      panes,
      sill: storey === 'ground' ? 0.85 : LEVEL.upper + 0.85,
      height: 1.15,
      name: `Window ${side.name} ${storey} ${i + 1}`,
    }));
  return [
    ...row('ground', south, [
      [1.3, 2.0, 2],
      [8.3, 1.6, 2],
    ]),
    ...row('upper', south, [
      [1.3, 1.6, 2],
      [5.3, 1.4, 2],
      [8.3, 1.8, 2],
    ]),
    ...row('ground', north, [
      [1.2, 1.6, 2],
      [4.3, 1.2, 1],
      [8.1, 1.2, 1],
    ]),
    ...row('upper', north, [
      [1.2, 1.6, 2],
      [4.8, 1.6, 2],
      [8.1, 1.6, 2],
    ]),
    ...row('upper', east, [[1.9, 1.6, 2]]),
    ...row('upper', west, [
      [1.0, 1.2, 1],
      [3.2, 1.2, 1],
    ]),
  ];
}

/** Frame, glass, sill outside, board inside; in the wall's own axes. */
function windowIn(a: Author, wall: Ref, w: Window): void {
  const storey = STOREY[w.storey];
  const { at: x, width, sill, height } = w;
  const upright = (profile: Ref, depth: number, y: number) => a.extrude(profile, depth, [0, y + depth, 0], [0, -1, 0], [1, 0, 0]);
  const rect = (x0: number, z0: number, x1: number, z1: number): Flat[] => [
    [x0, z0],
    [x1, z0],
    [x1, z1],
    [x0, z1],
  ];
  const f = 0.07;
  const open: Flat[][] = [];
  const clear = (width - f * (w.panes + 1)) / w.panes;
  for (let k = 0; k < w.panes; k++)
    open.push(rect(x + f + k * (clear + f), sill + 0.04 + f, x + f + k * (clear + f) + clear, sill + height - f).reverse());
  const frame = upright(a.profile(rect(x, sill + 0.04, x + width, sill + height), open), 0.07, 0.14);
  const glass = open.map((hole) => upright(a.profile([...hole].reverse()), 0.024, 0.163));
  const window = a.element('IFCWINDOW', w.name, {
    storey,
    items: [frame, ...glass],
    material: ['Oak', ...glass.map(() => 'Glass')],
    placement: w.side,
    height,
    width,
    type: `Window ${Math.round(width * 1000)}`,
  });
  a.opening(wall, storey, a.box(x, -0.1, sill, width, WALL + 0.2, height), window, w.side);
  a.element('IFCPLATE', `Sill ${w.name.slice(7)}`, {
    storey,
    items: [a.box(x - 0.05, -0.06, sill - 0.06, width + 0.1, 0.2, 0.06)],
    material: 'Granite',
    placement: w.side,
  });
  a.opening(wall, storey, a.box(x - 0.05, -0.07, sill - 0.06, width + 0.1, 0.21, 0.06), undefined, w.side);
  a.element('IFCPLATE', `Inner sill ${w.name.slice(7)}`, {
    storey,
    items: [a.box(x, 0.21, sill, width, 0.22, 0.03)],
    material: 'Oak',
    placement: w.side,
  });
}

function outerDoors(a: Author, walls: Readonly<Record<string, Ref>>): void {
  const one = (side: Side, at: number, width: number, height: number, name: string, z = 0) => {
    const y = 0.16;
    const items = [
      a.box(at, y, z, 0.07, 0.1, height),
      a.box(at + width - 0.07, y, z, 0.07, 0.1, height),
      a.box(at + 0.07, y, z + height - 0.07, width - 0.14, 0.1, 0.07),
      a.box(at + 0.07, y + 0.02, z + 0.01, width - 0.14, 0.055, height - 0.08),
      a.rod([at + width - 0.16, y + 0.02, z + 1.02], [at + width - 0.16, y - 0.05, z + 1.02], 0.022),
      a.box(at + 0.25, y + 0.005, z + 1.2, width - 0.5, 0.015, height - 1.5),
    ];
    const door = a.element('IFCDOOR', name, {
      storey: STOREY.ground,
      items,
      material: ['Oak', 'Oak', 'Oak', 'Oak', 'Steel', 'Oak'],
      placement: side,
      height,
      width,
    });
    a.opening(walls[side.name]!, STOREY.ground, a.box(at, -0.1, z, width, WALL + 0.2, height), door, side);
    a.element('IFCPLATE', `Threshold ${name}`, {
      storey: STOREY.ground,
      items: [a.box(at, 0, z - 0.05, width, WALL, 0.05)],
      material: 'Granite',
      placement: side,
    });
    a.opening(walls[side.name]!, STOREY.ground, a.box(at, -0.05, z - 0.05, width, WALL + 0.1, 0.05), undefined, side);
  };
  one(SIDES.south, 5.9, 1.0, 2.1, 'Entrance door');
  one(SIDES.west, 2.0, 1.5, 2.2, 'Boat store gate');
  one(SIDES.east, 2.2, 1.0, 2.1, 'Link door');
  a.element('IFCSLAB', 'Entrance step', {
    storey: STOREY.ground,
    items: [a.box(5.3, -1.1, -0.35, 1.6, 0.8, 0.33)],
    material: 'Granite',
    predefined: 'LANDING',
  });
  a.element('IFCSLAB', 'Entrance step, lower', {
    storey: STOREY.ground,
    items: [a.box(5.1, -1.4, -0.35, 2.0, 0.3, 0.265)],
    material: 'Granite',
    predefined: 'LANDING',
  });
}

/** Partitions as straight layered walls with doors; each runs from a to b with its thickness to the left. */
function partitions(a: Author): void {
  const wall = (
    storey: 'ground' | 'upper',
    name: string,
    [ax, ay]: Flat,
    [bx, by]: Flat,
    doors: readonly (readonly [number, number])[],
  ) => {
    const l = Math.hypot(bx - ax, by - ay);
    const placement = { at: [ax, ay, 0], x: [(bx - ax) / l, (by - ay) / l, 0] } as const;
    const z = LEVEL[storey];
    const h = storey === 'ground' ? 2.25 : 2.15;
    const made = a.element('IFCWALL', name, {
      storey: STOREY[storey],
      items: [a.box(0, 0, z, l, 0.12, h)],
      placement,
      buildUp: { name: 'Partition 120', axis: 'AXIS2', sense: 'POSITIVE', offset: 0 },
      predefined: 'PARTITIONING',
    });
    for (const [at, width] of doors) {
      const items = [
        a.box(at, -0.01, z, 0.05, 0.14, 2.05),
        a.box(at + width - 0.05, -0.01, z, 0.05, 0.14, 2.05),
        a.box(at + 0.05, -0.01, z + 2, width - 0.1, 0.14, 0.05),
        a.box(at + 0.05, 0.04, z + 0.01, width - 0.1, 0.04, 1.985),
      ];
      const door = a.element('IFCDOOR', `Door ${name}`, {
        storey: STOREY[storey],
        items,
        material: ['Oak', 'Oak', 'Oak', 'Oak'],
        placement,
        height: 2.05,
        width,
      });
      a.opening(made, STOREY[storey], a.box(at, -0.1, z, width, 0.4, 2.05), door, placement);
    }
  };
  wall('ground', 'wash room, south', [0.1, 3.1], [3.6, 3.1], []);
  wall('ground', 'wash room, east', [3.6, 4.7], [3.6, 3.1], [[0.5, 0.85]]);
  wall('ground', 'boat store, east', [3.6, 3.1], [3.6, 0.1], [[1.6, 0.9]]);
  wall(
    'ground',
    'hall, east',
    [8.4, 0.1],
    [8.4, 4.7],
    [
      [0.6, 0.9],
      [3.3, 0.9],
    ],
  );
  wall('ground', 'pump room, north', [8.4, 2.95], [10.7, 2.95], []);
  wall('upper', 'records, east', [3.0, 4.7], [3.0, 0.1], [[1.9, 0.9]]);
  wall('upper', 'watch room, west', [8.4, 0.1], [8.4, 4.7], [[1.8, 0.95]]);
}

import { writeFileSync } from 'node:fs';
import { prismTriangles } from '../core/geometry/prism';

type Point = readonly [number, number, number];
type Flat = readonly [number, number];

/** How a flat figure and its thickness lie in the stand: which axes its first, its second and its thickness take. */
const UPRIGHT = [0, 2, 1] as const;
const ACROSS = [1, 2, 0] as const;
const LEVEL = [0, 1, 2] as const;

/**
 * Authors the oak stand of the tide bell as a joiner would send it: OBJ in millimetres, Z upwards, each piece an object of its own,
 * pegged and wedged through its mortises; the bell turned in bronze. The same script gives the same bytes.
 */
export function authorStand(): { readonly obj: string; readonly mtl: string } {
  const lines = ['# The tide bell and its oak stand, millimetres', 'mtllib tide-bell-stand.mtl'];
  let corners = 0;
  const put = (name: string, material: string, points: readonly Point[], triangles: readonly number[]) => {
    lines.push(`o ${name}`, `usemtl ${material}`);
    for (const p of points) lines.push(`v ${p.map((x) => Math.round(x * 1000) / 1000).join(' ')}`);
    const inside = volume(points, triangles) < 0;
    for (let i = 0; i < triangles.length; i += 3)
      lines.push(`f ${(inside ? [0, 2, 1] : [0, 1, 2]).map((k) => triangles[i + k]! + corners + 1).join(' ')}`);
    corners += points.length;
  };
  /** A figure with its holes, as thick as from one measure to another. */
  const board = (name: string, material: string, [a, b, c]: Point, rings: readonly Flat[][], from: number, to: number) => {
    const lay = (h: number) =>
      rings.flat().map(([p, q]) => {
        const out: [number, number, number] = [0, 0, 0];
        [out[a], out[b], out[c]] = [p, q, h];
        return out as Point;
      });
    const face = rings.map((ring) => Float64Array.from(ring.flat()));
    put(name, material, [...lay(from), ...lay(to)], prismTriangles(face));
  };
  const turned = (name: string, material: string, [x, y]: Flat, outline: readonly Flat[], sides = 48) => {
    const points = Array.from({ length: sides }, (_, s) =>
      outline.map(([r, z]): Point => {
        const t = (2 * Math.PI * s) / sides;
        return [x + r * Math.cos(t), y + r * Math.sin(t), z];
      }),
    ).flat();
    const n = outline.length;
    const triangles: number[] = [];
    for (let s = 0; s < sides; s++)
      for (let k = 0; k < n; k++) {
        const [p, q] = [s * n + k, s * n + ((k + 1) % n)];
        const [u, v] = [((s + 1) % sides) * n + k, ((s + 1) % sides) * n + ((k + 1) % n)];
        // on the axis all corners are one
        if (outline[k]![0] > 0) triangles.push(p, u, v);
        if (outline[(k + 1) % n]![0] > 0) triangles.push(p, v, q);
      }
    put(name, material, points, triangles);
  };

  for (const [side, x] of [
    ['west', -700],
    ['east', 700],
  ] as const) {
    // the foot: its ends cut off at the corners, a mortise right through it
    board(`Foot ${side}`, 'Oak', LEVEL, [chamfered(x - 80, -450, x + 80, 450, 40), rectangle(x - 60, -20, x + 60, 20)], 0, 120);
    // the post: a tenon at each end, a mortise for the rail
    const post: Flat[] = [
      [-20, 0],
      [20, 0],
      [20, 120],
      [70, 120],
      [70, 1620],
      [20, 1620],
      [20, 1760],
      [-20, 1760],
      [-20, 1620],
      [-70, 1620],
      [-70, 120],
      [-20, 120],
    ];
    board(`Post ${side}`, 'Oak', ACROSS, [post, rectangle(-20, 500, 20, 640)], x - 60, x + 60);
    for (const [end, s] of [
      ['south', -1],
      ['north', 1],
    ] as const) {
      const brace: Flat[] = [
        [s * 70, 480],
        [s * 70, 360],
        [s * 310, 120],
        [s * 430, 120],
      ];
      board(`Brace ${side}, ${end}`, 'Oak', ACROSS, [brace], x - 30, x + 30);
    }
    const s = Math.sign(x);
    const knee: Flat[] = [
      [x - s * 60, 1240],
      [x - s * 60, 1360],
      [x - s * 320, 1620],
      [x - s * 440, 1620],
    ];
    board(`Knee ${side}`, 'Oak', UPRIGHT, [knee], -30, 30);
    // the wedge that draws the rail's shoulder against the post, thinner towards its end
    board(
      `Wedge ${side}`,
      'Ash wood',
      LEVEL,
      [
        [
          [x + s * 60, -90],
          [x + s * 84, -90],
          [x + s * 76, 80],
          [x + s * 60, 80],
        ],
      ],
      550,
      590,
    );
  }
  const drilled = Array.from({ length: 48 }, (_, k): Flat => [18 * Math.cos((Math.PI * k) / 24), 18 * Math.sin((Math.PI * k) / 24)]);
  const holes = [...[-700, 700].map((x) => rectangle(x - 60, -20, x + 60, 20)), drilled];
  board('Head beam', 'Oak', LEVEL, [chamfered(-900, -80, 900, 80, 30), ...holes], 1620, 1740);
  const wedged = [-1, 1].map((s) => rectangle(s > 0 ? 760 : -790, 550, s > 0 ? 790 : -760, 590));
  board('Rail', 'Oak', UPRIGHT, [rectangle(-880, 500, 880, 640), ...wedged], -20, 20);
  board('Plate', 'Brass', UPRIGHT, [rectangle(-120, 1650, 120, 1710)], -84, -80);

  const bell: Flat[] = [
    [30, 1440],
    [90, 1430],
    [118, 1390],
    [126, 1300],
    [142, 1200],
    [176, 1110],
    [214, 1070],
    [230, 1040],
    [206, 1040],
    [186, 1078],
    [150, 1120],
    [122, 1210],
    [108, 1300],
    [100, 1380],
    [78, 1408],
    [30, 1414],
  ];
  turned('Tide bell', 'Bronze', [0, 0], bell);
  turned(
    'Crown bolt',
    'Iron',
    [0, 0],
    [
      [0, 1400],
      [30, 1400],
      [30, 1440],
      [18, 1440],
      [18, 1740],
      [40, 1740],
      [40, 1765],
      [0, 1765],
    ],
  );
  turned(
    'Clapper',
    'Iron',
    [0, 0],
    [
      [0, 1010],
      [26, 1018],
      [38, 1044],
      [26, 1070],
      [9, 1080],
      [9, 1400],
      [0, 1400],
    ],
    24,
  );
  turned(
    'Bell rope',
    'Hemp',
    [0, 0],
    [
      [0, 700],
      [9, 700],
      [9, 1010],
      [0, 1010],
    ],
    12,
  );

  const colours = {
    Oak: [0.66, 0.5, 0.32],
    'Ash wood': [0.8, 0.71, 0.54],
    Bronze: [0.6, 0.46, 0.25],
    Iron: [0.27, 0.28, 0.3],
    Hemp: [0.72, 0.64, 0.46],
    Brass: [0.78, 0.65, 0.33],
  };
  const mtl = Object.entries(colours).map(([name, tone]) => `newmtl ${name}\nKd ${tone.join(' ')}\n`);
  return { obj: `${lines.join('\n')}\n`, mtl: mtl.join('\n') };
}

const rectangle = (x0: number, y0: number, x1: number, y1: number): Flat[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
const chamfered = (x0: number, y0: number, x1: number, y1: number, c: number): Flat[] => [
  [x0 + c, y0],
  [x1 - c, y0],
  [x1, y0 + c],
  [x1, y1 - c],
  [x1 - c, y1],
  [x0 + c, y1],
  [x0, y1 - c],
  [x0, y0 + c],
];
/** Six times what a body holds, negative where its faces look inwards. */
function volume(points: readonly Point[], triangles: readonly number[]): number {
  let six = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [[a, b, c], [d, e, f], [g, h, k]] = [0, 1, 2].map((n) => points[triangles[i + n]!]!) as [Point, Point, Point];
    six += a * (e * k - f * h) + b * (f * g - d * k) + c * (d * h - e * g);
  }
  return six;
}

if (process.argv[1]?.endsWith('author-stand.mjs')) {
  const { obj, mtl } = authorStand();
  writeFileSync('demo/tide-bell-stand.obj', obj);
  writeFileSync('demo/tide-bell-stand.mtl', mtl);
}

import type { Author, Point } from '../author';
import { GRADE, LEVEL, SHAFT, STOREY } from './measures';

const XS = [-9, -6.5, -4, -2.2, -1.2, -0.2, 0, 2.7, 5.4, 8.1, 10.8, 11, 12.45, 13.4, 14.4, 15.4, 16.35, 17, 18.2, 19.5, 21.5, 24, 27];
const YS = [-7.5, -5, -3, -1.6, -0.2, 0, 0.45, 1.4, 2.4, 3.4, 4.35, 4.8, 5, 6.4, 8, 10, 12.5];
const HIGH_WATER = -0.9;
/** x and height of the ground along the middle of the site. */
const FALL: readonly (readonly [number, number])[] = [
  [-9, -0.8],
  [-4, -0.45],
  [-1.2, GRADE],
  [11, GRADE - 0.05],
  [13.4, -0.4],
  [16.35, -0.72],
  [17, HIGH_WATER],
  [19.5, -1.55],
  [27, -2.9],
];

function height(x: number, y: number): number {
  // below the floor the ground is dug down to the underside of the slab
  if (x >= 0 && x <= 10.8 && y >= 0 && y <= 4.8) return LEVEL.ground - 0.3;
  let i = 0;
  while (i + 2 < FALL.length && FALL[i + 1]![0] < x) i++;
  const [[xa, za], [xb, zb]] = [FALL[i]!, FALL[i + 1]!];
  const z = za + ((zb - za) * (x - xa)) / (xb - xa);
  // as fine as the file is written: rounded more coarsely the fall would have folds of a hair, each a line of its own from the side
  return Math.round(z * 1e6) / 1e6;
}

/** The ground, an open surface with a hole round the shaft, and the sea at high water, a body. */
export function site(a: Author): void {
  const points: Point[] = [];
  const node = XS.map((x) => YS.map((y) => points.push([x, y, height(x, y)]) - 1));
  const triangles: [number, number, number][] = [];
  const [sx0, sx1, sy0, sy1] = [XS.indexOf(12.45), XS.indexOf(16.35), YS.indexOf(0.45), YS.indexOf(4.35)];
  for (let i = 0; i + 1 < XS.length; i++)
    for (let j = 0; j + 1 < YS.length; j++) {
      if (i >= sx0 && i < sx1 && j >= sy0 && j < sy1) continue;
      const [p, q, r, s] = [node[i]![j]!, node[i + 1]![j]!, node[i + 1]![j + 1]!, node[i]![j + 1]!];
      triangles.push([p, q, r], [p, r, s]);
    }
  roundHole(points, triangles, node, sx0, sx1, sy0, sy1);
  a.element('IFCGEOGRAPHICELEMENT', 'Foreshore', {
    storey: STOREY.shore,
    items: [a.mesh(points, triangles, false)],
    material: 'Earth',
    predefined: 'TERRAIN',
  });
  sea(a);
}

/** Joins the round edge of the shaft to the square of the grid around it: both rims by angle, zipped together. */
function roundHole(
  points: Point[],
  triangles: [number, number, number][],
  node: readonly (readonly number[])[],
  i0: number,
  i1: number,
  j0: number,
  j1: number,
): void {
  const angle = (p: Point) => (Math.atan2(p[1] - SHAFT.y, p[0] - SHAFT.x) + Math.PI * 2) % (Math.PI * 2);
  const rim = new Set<number>();
  for (let i = i0; i <= i1; i++) rim.add(node[i]![j0]!).add(node[i]![j1]!);
  for (let j = j0; j <= j1; j++) rim.add(node[i0]![j]!).add(node[i1]![j]!);
  const outer = [...rim].sort((p, q) => angle(points[p]!) - angle(points[q]!));
  const inner = Array.from({ length: 32 }, (_, k) => {
    const t = (2 * Math.PI * k) / 32;
    const [x, y] = [SHAFT.x + SHAFT.outer * Math.cos(t), SHAFT.y + SHAFT.outer * Math.sin(t)];
    return points.push([x, y, height(x, y)]) - 1;
  });
  let o = 0,
    n = 0;
  while (o < outer.length || n < inner.length) {
    const p = outer[o % outer.length]!,
      q = inner[n % inner.length]!;
    const nextOuter =
      o < outer.length ? angle(points[outer[(o + 1) % outer.length]!]!) + (o + 1 >= outer.length ? Math.PI * 2 : 0) : Infinity;
    const nextInner = n < inner.length ? (2 * Math.PI * (n + 1)) / 32 : Infinity;
    if (nextOuter <= nextInner) triangles.push([q, p, outer[++o % outer.length]!]);
    else triangles.push([q, p, inner[++n % inner.length]!]);
  }
}

function sea(a: Author): void {
  const xs = XS.slice(XS.indexOf(17));
  const points: Point[] = [];
  const top = xs.map((x) => YS.map((y) => points.push([x, y, HIGH_WATER]) - 1));
  // at the shore surface and ground are one
  const bed = xs.map((x, i) =>
    YS.map((y, j) => (i === 0 ? top[0]![j]! : points.push([x, y, Math.min(height(x, y), HIGH_WATER - 0.02)]) - 1)),
  );
  const triangles: [number, number, number][] = [];
  const quad = (p: number, q: number, r: number, s: number) => {
    for (const t of [
      [p, q, r],
      [p, r, s],
    ] as [number, number, number][])
      if (new Set(t).size === 3) triangles.push(t);
  };
  const [m, n] = [xs.length - 1, YS.length - 1];
  for (let i = 0; i < m; i++)
    for (let j = 0; j < n; j++) {
      quad(top[i]![j]!, top[i + 1]![j]!, top[i + 1]![j + 1]!, top[i]![j + 1]!);
      quad(bed[i]![j]!, bed[i]![j + 1]!, bed[i + 1]![j + 1]!, bed[i + 1]![j]!);
    }
  for (let i = 0; i < m; i++) {
    quad(bed[i]![0]!, bed[i + 1]![0]!, top[i + 1]![0]!, top[i]![0]!);
    quad(bed[i + 1]![n]!, bed[i]![n]!, top[i]![n]!, top[i + 1]![n]!);
  }
  for (let j = 0; j < n; j++) quad(bed[m]![j]!, bed[m]![j + 1]!, top[m]![j + 1]!, top[m]![j]!);
  a.element('IFCBUILDINGELEMENTPROXY', 'Sea at high water', {
    storey: STOREY.shore,
    items: [a.mesh(points, triangles, true)],
    material: 'Water',
  });
}

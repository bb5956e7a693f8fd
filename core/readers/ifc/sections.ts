import type { Vec2 } from '../../geometry/vec3';
import { arc } from './curves';
import { acos, atan2, cos, sin, tan } from '../../geometry/numbers/trigonometry';

/**
 * The outlines of the sections of members that a file tells by figures alone, with true fillets as chords of their arcs; null for
 * kinds that are not known here. Each lies with the middle of its box at the origin.
 * Source of the shapes: ISO 16739-1:2018, IfcProfileResource; where a sloping flange has its thickness: EN 10365 (UPN, IPN),
 * EN 10055 (T), from memory.
 * @param n figure by its place in the record, 0 where it is left open
 * @param angle one of the file's units of angle, radians
 */
export function sectionRings(type: string, n: (k: number) => number, angle: number): Vec2[][] | null {
  const [x, y] = [n(3) / 2, n(4) / 2];
  const slope = (k: number) => tan(n(k) * angle);
  switch (type) {
    case 'IFCRECTANGLEPROFILEDEF':
      return [rectangle(x, y, 0)];
    case 'IFCROUNDEDRECTANGLEPROFILEDEF':
      return [rectangle(x, y, Math.min(n(5), x, y))];
    case 'IFCCIRCLEPROFILEDEF':
      return [arc([0, 0], n(3), 0, 2 * Math.PI).slice(0, -1)];
    case 'IFCISHAPEPROFILEDEF': {
      const flange = { width: n(3), thickness: n(6), fillet: n(7), edge: n(8), slope: slope(9) };
      return [doubleT(flange, flange, n(4), n(5))];
    }
    case 'IFCASYMMETRICISHAPEPROFILEDEF': {
      const lower = { width: n(3), thickness: n(6), fillet: n(7), edge: n(11), slope: slope(12) };
      const upper = { width: n(8), thickness: n(9) || n(6), fillet: n(10), edge: n(13), slope: slope(14) };
      return [doubleT(lower, upper, n(4), n(5))];
    }
    case 'IFCLSHAPEPROFILEDEF':
      return [corner(y || x, x, n(5), n(6), n(7), slope(8))];
    case 'IFCUSHAPEPROFILEDEF':
      return [channel(y, x, n(5), n(6), n(7), n(8), slope(9))];
    case 'IFCTSHAPEPROFILEDEF':
      return [tee(y, x, n(5), n(6), [n(7), n(8), n(9)], slope(10), slope(11))];
    case 'IFCCSHAPEPROFILEDEF':
      return [lipped(y, x, n(5), n(6), n(7))];
    case 'IFCZSHAPEPROFILEDEF':
      return [zed(x, n(4), n(5), n(6), n(7), n(8))];
    default:
      return null;
  }
}

const rectangle = (x: number, y: number, r: number): Vec2[] =>
  rounded(
    [
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y],
    ],
    [r, r, r, r],
  );

interface Flange {
  readonly width: number;
  readonly thickness: number;
  readonly fillet: number;
  /** Radius of the edge at its tip. */
  readonly edge: number;
  /** How much thicker it gets towards the web, a length over a length. */
  readonly slope: number;
}

/** A double T. A flange that slopes has its thickness a quarter of its width from the tip. */
function doubleT(lower: Flange, upper: Flange, depth: number, web: number): Vec2[] {
  const [h, w] = [depth / 2, web / 2];
  const half = ({ width, thickness, slope }: Flange, sense: 1 | -1): Vec2[] => {
    const b = width / 2;
    const inner = (x: number): Vec2 => [x, sense * (thickness + slope * (b / 2 - x) - h)];
    return [[b, -sense * h], inner(b), inner(w)];
  };
  const right = [...half(lower, 1), ...half(upper, -1).reverse()];
  const radii = [0, lower.edge, lower.fillet, upper.fillet, upper.edge, 0];
  return rounded([...right, ...right.map(([x, y]): Vec2 => [-x, y]).reverse()], [...radii, ...radii.toReversed()]);
}

/** An angle, its corner at the lower left. A leg that slopes has its thickness in its middle. */
function corner(x: number, y: number, t: number, fillet: number, edge: number, slope: number): Vec2[] {
  const across = (-y + t + slope * (x - t)) / (1 - slope * slope);
  return rounded(
    [
      [-x, -y],
      [x, -y],
      [x, -y + t - slope * x],
      [-x + t - slope * across, across],
      [-x + t - slope * y, y],
      [-x, y],
    ],
    [0, 0, edge, fillet, edge, 0],
  );
}

/** A channel, open to the right. A flange that slopes has its thickness in its middle. */
function channel(x: number, y: number, web: number, flange: number, fillet: number, edge: number, slope: number): Vec2[] {
  const inner = (u: number) => -y + flange - slope * u;
  const lower: Vec2[] = [
    [-x, -y],
    [x, -y],
    [x, inner(x)],
    [-x + web, inner(-x + web)],
  ];
  return rounded([...lower, ...lower.map(([u, v]): Vec2 => [u, -v]).reverse()], [0, 0, edge, fillet, fillet, edge, 0, 0]);
}

/** A tee, its flange above. A flange that slopes has its thickness a quarter of its width from the tip, a web half way down. */
function tee(
  x: number,
  y: number,
  web: number,
  flange: number,
  [fillet, edge, foot]: readonly [number, number, number],
  webSlope: number,
  slope: number,
): Vec2[] {
  const under = (u: number) => y - flange - slope * (x / 2 - u);
  const side = (v: number) => web / 2 + webSlope * v;
  const v = (under(0) + (slope * web) / 2) / (1 - slope * webSlope);
  const right: Vec2[] = [
    [side(-y), -y],
    [side(v), v],
    [x, under(x)],
    [x, y],
  ];
  const radii = [foot, fillet, edge, 0];
  return rounded([...right, ...right.map(([u, w]): Vec2 => [-u, w]).reverse()], [...radii, ...radii.toReversed()]);
}

/** A channel with lips, bent from a sheet, open to the right. */
function lipped(x: number, y: number, wall: number, girth: number, fillet: number): Vec2[] {
  const lower: Vec2[] = [
    [-x, -y],
    [x, -y],
    [x, -y + girth],
    [x - wall, -y + girth],
    [x - wall, -y + wall],
    [-x + wall, -y + wall],
  ];
  const bend = fillet > 0 ? fillet + wall : 0;
  const radii = [bend, bend, 0, 0, fillet, fillet];
  return rounded([...lower, ...lower.map(([u, v]): Vec2 => [u, -v]).reverse()], [...radii, ...radii.toReversed()]);
}

/** A zed: its depth halved, its flanges from the outer side of the web. */
function zed(half: number, flange: number, web: number, thickness: number, fillet: number, edge: number): Vec2[] {
  const [tip, w] = [flange - web / 2, web / 2];
  const lower: Vec2[] = [
    [-w, -half],
    [tip, -half],
    [tip, -half + thickness],
    [w, -half + thickness],
  ];
  return rounded([...lower, ...lower.map(([x, y]): Vec2 => [-x, -y])], [0, 0, edge, fillet, 0, 0, edge, fillet]);
}

/** A polygon, each corner rounded by its radius, or by as much as its shorter side leaves. */
function rounded(corners: readonly Vec2[], radii: readonly number[]): Vec2[] {
  const out: Vec2[] = [];
  corners.forEach((p, i) => {
    const wanted = radii[i] ?? 0;
    const before = corners[(i + corners.length - 1) % corners.length]!,
      after = corners[(i + 1) % corners.length]!;
    if (!(wanted > 0)) return void out.push(p);
    const a = toward(p, before),
      b = toward(p, after);
    const half = acos(Math.min(1, Math.max(-1, a[0] * b[0] + a[1] * b[1]))) / 2;
    const room = Math.min(Math.hypot(before[0] - p[0], before[1] - p[1]), Math.hypot(after[0] - p[0], after[1] - p[1]));
    const r = Math.min(wanted, room * tan(half));
    // the centre lies on the line that halves the corner
    const away = r / sin(half) / (2 * cos(half));
    const centre: Vec2 = [p[0] + (a[0] + b[0]) * away, p[1] + (a[1] + b[1]) * away];
    const start: Vec2 = [p[0] + (a[0] * r) / tan(half), p[1] + (a[1] * r) / tan(half)];
    const turn = Math.PI - 2 * half;
    out.push(...arc(centre, r, atan2(start[1] - centre[1], start[0] - centre[0]), b[0] * a[1] - b[1] * a[0] > 0 ? turn : -turn));
  });
  return out;
}

/** The direction from one point to another. */
export function toward(p: Vec2, q: Vec2): Vec2 {
  const l = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
  return [(q[0] - p[0]) / l, (q[1] - p[1]) / l];
}

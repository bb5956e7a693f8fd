import { ringArea } from '../geometry/polygons';
import type { Vec2 } from '../geometry/vec3';
import { arc, curvePoints } from './ifc-curves';
import { number, refs, type Placements } from './ifc-placements';
import type { StepIndex, StepRecord, StepValue } from './step-index';

/** Profiles that the shape builder gets wrong or leaves out, and why ours are built instead. */
const WRONG =
  /^IFC(ROUNDEDRECTANGLE|ISHAPE|ASYMMETRICISHAPE|ZSHAPE|CENTERLINE|MIRRORED)PROFILEDEF$|^IFCARBITRARY(CLOSEDPROFILEDEF|PROFILEDEFWITHVOIDS)$/;

/** Rings of a profile in file units: the outer one, counter-clockwise, then holes. */
export type Profile = readonly (readonly Vec2[])[];

/** Whether a profile is one of those that the shape builder cannot be trusted with. */
export function needsOwn(index: StepIndex, profile: StepRecord): boolean {
  if (!WRONG.test(profile.type)) return false;
  if (profile.type === 'IFCISHAPEPROFILEDEF') return (number(profile.args[7]) ?? 0) > 0;
  if (profile.type.startsWith('IFCARBITRARY'))
    return [profile.args[2], ...refs(profile.args[3]).map((ref) => ({ ref }))].some((c) => hasSpline(index, c, 0));
  return true;
}

function hasSpline(index: StepIndex, value: StepValue | undefined, depth: number): boolean {
  const curve = index.follow(value);
  if (!curve || depth > 8) return false;
  if (curve.type.includes('BSPLINE')) return true;
  if (curve.type === 'IFCTRIMMEDCURVE') return hasSpline(index, curve.args[0], depth + 1);
  if (curve.type.includes('COMPOSITECURVE')) return refs(curve.args[0]).some((s) => hasSpline(index, index.get(s)?.args[2], depth + 1));
  return false;
}

/**
 * The outline of a profile with true fillets, as chords of its arcs; null for kinds that are not known here.
 * Source of the shapes: ISO 16739-1:2018, IfcProfileResource; each lies with the middle of its box at the origin.
 */
export function profileRings(index: StepIndex, placements: Placements, profile: StepRecord, depth = 0): Profile | null {
  const n = (k: number): number => number(profile.args[k]) ?? 0;
  if (profile.type === 'IFCMIRROREDPROFILEDEF') {
    const parent = index.follow(profile.args[2]);
    const rings = parent && depth < 6 ? profileRings(index, placements, parent, depth + 1) : null;
    return rings && rings.map((ring) => ring.map(([x, y]): Vec2 => [-x, y]).reverse());
  }
  if (profile.type === 'IFCCENTERLINEPROFILEDEF') {
    const line = curvePoints(index, placements, profile.args[2]);
    return line && line.length > 1 && n(3) > 0 ? [outward(thick(line, n(3)), 1)] : null;
  }
  if (profile.type.startsWith('IFCARBITRARY')) {
    if (profile.type === 'IFCARBITRARYOPENPROFILEDEF') return null;
    const outer = curvePoints(index, placements, profile.args[2]);
    const holes = refs(profile.args[3]).map((ref) => curvePoints(index, placements, { ref }));
    if (!outer || holes.some((h) => !h)) return null;
    return [outward(clean(outer), 1), ...holes.map((h) => outward(clean(h!), -1))];
  }
  const rings = parametric(profile.type, n);
  if (!rings) return null;
  const m = placements.axes(profile.args[2]);
  return rings.map((ring) => ring.map(([x, y]): Vec2 => [m[0]! * x + m[4]! * y + m[12]!, m[1]! * x + m[5]! * y + m[13]!]));
}

function parametric(type: string, n: (k: number) => number): Vec2[][] | null {
  const [x, y] = [n(3) / 2, n(4) / 2];
  switch (type) {
    case 'IFCRECTANGLEPROFILEDEF':
      return [
        rounded(
          [
            [-x, -y],
            [x, -y],
            [x, y],
            [-x, y],
          ],
          [],
        ),
      ];
    case 'IFCROUNDEDRECTANGLEPROFILEDEF': {
      const r = Math.min(n(5), x, y);
      return [
        rounded(
          [
            [-x, -y],
            [x, -y],
            [x, y],
            [-x, y],
          ],
          [r, r, r, r],
        ),
      ];
    }
    case 'IFCCIRCLEPROFILEDEF':
      return [arc([0, 0], n(3), 0, 2 * Math.PI).slice(0, -1)];
    case 'IFCISHAPEPROFILEDEF':
      return [doubleT(n(3), n(6), n(7), n(3), n(6), n(7), n(4), n(5), n(8), n(8))];
    case 'IFCASYMMETRICISHAPEPROFILEDEF':
      return [doubleT(n(3), n(6), n(7), n(8), n(9) || n(6), n(10), n(4), n(5), n(11), n(13))];
    case 'IFCZSHAPEPROFILEDEF': {
      // depth, flange from the outer side of the web, web, flange thickness, fillet, edge radius
      const [half, tip, w, f, r, e] = [n(3) / 2, n(4) - n(5) / 2, n(5) / 2, n(6), n(7), n(8)];
      return [
        rounded(
          [
            [-w, -half],
            [tip, -half],
            [tip, -half + f],
            [w, -half + f],
            [w, half],
            [-tip, half],
            [-tip, half - f],
            [-w, half - f],
          ],
          [0, 0, e, r, 0, 0, e, r],
        ),
      ];
    }
    default:
      return null;
  }
}

/** A double T: width, thickness and fillet of the lower and the upper flange, depth, web, and the radii of the flanges' edges. */
function doubleT(
  b1: number,
  t1: number,
  r1: number,
  b2: number,
  t2: number,
  r2: number,
  depth: number,
  web: number,
  e1: number,
  e2: number,
): Vec2[] {
  const [h, w, l, u] = [depth / 2, web / 2, b1 / 2, b2 / 2];
  return rounded(
    [
      [-l, -h],
      [l, -h],
      [l, -h + t1],
      [w, -h + t1],
      [w, h - t2],
      [u, h - t2],
      [u, h],
      [-u, h],
      [-u, h - t2],
      [-w, h - t2],
      [-w, -h + t1],
      [-l, -h + t1],
    ],
    [0, 0, e1, r1, r2, e2, 0, 0, e2, r2, r1, e1],
  );
}

/** A polygon with square corners, each rounded by its radius. */
function rounded(corners: readonly Vec2[], radii: readonly number[]): Vec2[] {
  const out: Vec2[] = [];
  corners.forEach((p, i) => {
    const r = radii[i] ?? 0;
    const before = corners[(i + corners.length - 1) % corners.length]!,
      after = corners[(i + 1) % corners.length]!;
    if (!(r > 0)) return void out.push(p);
    const a = toward(p, before),
      b = toward(p, after);
    const centre: Vec2 = [p[0] + (a[0] + b[0]) * r, p[1] + (a[1] + b[1]) * r];
    const from = Math.atan2(-b[1], -b[0]);
    const turn = b[0] * a[1] - b[1] * a[0] > 0 ? Math.PI / 2 : -Math.PI / 2;
    out.push(...arc(centre, r, from, turn));
  });
  return out;
}

function toward(p: Vec2, q: Vec2): Vec2 {
  const l = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
  return [(q[0] - p[0]) / l, (q[1] - p[1]) / l];
}

/** The outline of a line of some thickness: both its sides, mitred at its corners. */
function thick(line: readonly Vec2[], thickness: number): Vec2[] {
  const points = line.filter((p, i) => i === 0 || Math.hypot(p[0] - line[i - 1]![0], p[1] - line[i - 1]![1]) > 0);
  const side = (s: number) =>
    points.map((p, i): Vec2 => {
      const d0 = toward(points[i - 1] ?? p, i ? p : points[1]!),
        d1 = toward(i + 1 < points.length ? p : points[i - 1]!, points[i + 1] ?? p);
      const [nx, ny] = [-(d0[1] + d1[1]), d0[0] + d1[0]];
      const scale = (s * thickness) / (1 + d0[0] * d1[0] + d0[1] * d1[1]);
      return [p[0] + (nx * scale) / 2, p[1] + (ny * scale) / 2];
    });
  return [...side(1), ...side(-1).reverse()];
}

/** Without its repeated corners and without the closing one. */
function clean(ring: readonly Vec2[]): Vec2[] {
  const size = Math.max(...ring.map(([x, y]) => Math.hypot(x - ring[0]![0], y - ring[0]![1])), 1e-12);
  return ring.filter((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > size * 1e-9;
  });
}

/** A ring that runs counter-clockwise (1) or clockwise (-1). */
function outward(ring: readonly Vec2[], sense: 1 | -1): Vec2[] {
  const area = ringArea(Float64Array.from(ring.flat()));
  return area * sense > 0 ? [...ring] : [...ring].reverse();
}

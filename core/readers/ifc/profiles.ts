import { ringArea } from '../../geometry/rings';
import type { Vec2 } from '../../geometry/vec3';
import { angleUnit, curvePoints } from './curves';
import { sectionRings, toward } from './sections';
import { number, refs, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import type { StepRecord, StepValue } from '../step/step-values';

/** Profiles that the shape builder gets wrong or leaves out, and why ours are built instead. */
const WRONG =
  /^IFC(ROUNDEDRECTANGLE|ISHAPE|ASYMMETRICISHAPE|LSHAPE|USHAPE|TSHAPE|CSHAPE|ZSHAPE|CENTERLINE|MIRRORED)PROFILEDEF$|^IFCARBITRARY(CLOSEDPROFILEDEF|PROFILEDEFWITHVOIDS)$/;
/** Those that it builds right only with square corners and straight flanges, and their figures that tell of others, up to one. */
const PLAIN: ReadonlyMap<string, readonly [number, number]> = new Map([
  ['IFCISHAPEPROFILEDEF', [7, 10]],
  ['IFCLSHAPEPROFILEDEF', [6, 9]],
  ['IFCUSHAPEPROFILEDEF', [7, 10]],
  ['IFCTSHAPEPROFILEDEF', [7, 12]],
] as const);

/** Rings of a profile in file units: the outer one, counter-clockwise, then holes. */
export type Profile = readonly (readonly Vec2[])[];

/** Whether a profile is one of those that the shape builder cannot be trusted with. */
export function needsOwn(index: StepIndex, profile: StepRecord): boolean {
  if (!WRONG.test(profile.type)) return false;
  const others = PLAIN.get(profile.type);
  if (others) return profile.args.slice(...others).some((value) => (number(value) ?? 0) > 0);
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
  // the last figure of an unequal double T of IFC2X3 is its centre of gravity, where IFC4 has the edge of a flange
  const known = profile.type === 'IFCASYMMETRICISHAPEPROFILEDEF' && profile.args.length < 15 ? 11 : Infinity;
  const n = (k: number): number => (k < known ? number(profile.args[k]) : null) ?? 0;
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
  const rings = sectionRings(profile.type, n, angleUnit(index));
  if (!rings) return null;
  const m = placements.axes(profile.args[2]);
  return rings.map((ring) => ring.map(([x, y]): Vec2 => [m[0]! * x + m[4]! * y + m[12]!, m[1]! * x + m[5]! * y + m[13]!]));
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

import earcut from 'earcut';
import { multiply, transformPoint, type Matrix4 } from '../../geometry/matrix4';
import { cross, dot, scale, subtract, unit, type Vec2, type Vec3 } from '../../geometry/vec3';
import { angleUnit, pathPoints, STEP } from './curves';
import { number, refs, triple, type Placements } from './placements';
import { profileRings, type Profile } from './profiles';
import type { StepIndex } from '../step/step-index';
import type { StepRecord } from '../step/step-values';
import { acos, cos, sin, tan } from '../../geometry/numbers/trigonometry';

/** A solid as the triangles of its skin, which look outwards: corners in the coordinates of the solid's own place, and their rows. */
export interface PathSolid {
  readonly corners: Vec3[];
  readonly faces: (readonly [number, number, number])[];
}

/** Nearer than this part of its length, a path ends where it began. */
const CLOSED = 1e-9;

/**
 * The skin of a solid that the library leaves out: a profile along a path, sections on a spine, a turned body whose section
 * changes. Null for what is not known here.
 */
export function sweptSolid(index: StepIndex, placements: Placements, solid: StepRecord): PathSolid | null {
  const made =
    solid.type === 'IFCSECTIONEDSPINE'
      ? onSpine(index, placements, solid)
      : solid.type === 'IFCREVOLVEDAREASOLIDTAPERED'
        ? turned(index, placements, solid)
        : pathSolid(index, placements, solid);
  return made?.corners.flat().every(Number.isFinite) ? made : null;
}

/** IfcSectionedSpine(SpineCurve, CrossSections, CrossSectionPositions): straight from each section to the next. */
function onSpine(index: StepIndex, placements: Placements, solid: StepRecord): PathSolid | null {
  const sections = refs(solid.args[1]).map((id) => profileRings(index, placements, index.get(id)!));
  const places = refs(solid.args[2]).map((ref) => placements.axes({ ref }));
  return between(sections, places);
}

/** IfcRevolvedAreaSolidTapered(SweptArea, Position, Axis, Angle, EndSweptArea): the section changes evenly with the angle. */
function turned(index: StepIndex, placements: Placements, solid: StepRecord): PathSolid | null {
  const [from, to] = [solid.args[0], solid.args[4]].map((value) => {
    const profile = index.follow(value);
    return profile && profileRings(index, placements, profile);
  });
  const axis = index.follow(solid.args[2]);
  const angle = (number(solid.args[3]) ?? 0) * angleUnit(index);
  if (!from || !to || !axis || !(Math.abs(angle) > 1e-9)) return null;
  const place = placements.axes(solid.args[1]);
  const foot = triple(index.follow(axis.args[0]), [0, 0, 0]);
  const direction = unit(triple(index.follow(axis.args[1]), [0, 0, 1]));
  const steps = Math.max(1, Math.ceil(Math.abs(angle) / STEP - 1e-9));
  const all = Array.from({ length: steps + 1 }, (_, i) => i / steps);
  if (from.length !== to.length || from.some((ring, r) => ring.length !== to[r]!.length)) return null;
  const sections = all.map((t) =>
    from.map((ring, r) => ring.map(([x, y], k): Vec2 => [x + (to[r]![k]![0] - x) * t, y + (to[r]![k]![1] - y) * t])),
  );
  return between(
    sections,
    all.map((t) => multiply(place, rotation(foot, direction, angle * t))),
  );
}

/** The skin over sections of as many corners each; turned over where they follow one another against their own outward side. */
function between(sections: readonly (Profile | null)[], places: readonly Matrix4[]): PathSolid | null {
  const [first] = sections;
  const isSame = (rings: Profile | null) =>
    !!rings && rings.length === first!.length && rings.every((ring, r) => ring.length === first![r]!.length);
  if (!first?.length || sections.length < 2 || sections.length !== places.length || !sections.every(isSame)) return null;
  const corners = sections.flatMap((rings, i) => rings!.flat().map(([x, y]) => transformPoint(places[i]!, [x, y, 0])));
  const faces = skin(first, sections.length, sections.length - 1, false);
  return { corners, faces: volume(corners, faces) < 0 ? faces.map(([a, b, c]) => [a, c, b] as const) : faces };
}

function volume(corners: readonly Vec3[], faces: PathSolid['faces']): number {
  const o = corners[0]!;
  let sum = 0;
  for (const [a, b, c] of faces) sum += dot(subtract(corners[a]!, o), cross(subtract(corners[b]!, o), subtract(corners[c]!, o)));
  return sum;
}

/** A turn about an axis through a point (Rodrigues). */
function rotation(foot: Vec3, axis: Vec3, angle: number): Matrix4 {
  const [c, s] = [cos(angle), sin(angle)];
  const about = (v: Vec3): Vec3 => {
    const [k, d] = [cross(axis, v), dot(axis, v) * (1 - c)];
    return [0, 1, 2].map((i) => v[i]! * c + k[i]! * s + axis[i]! * d) as unknown as Vec3;
  };
  const [x, y, z] = [about([1, 0, 0]), about([0, 1, 0]), about([0, 0, 1])];
  const o = subtract(foot, about(foot));
  return [...x, 0, ...y, 0, ...z, 0, ...o, 1];
}

/**
 * The middle line of an IfcSweptDiskSolidPolygonal(Directrix, Radius, InnerRadius, StartParam, EndParam, FilletRadius): a polyline
 * whose corners are rounded. Null where there is nothing to round, or not known.
 */
export function roundedPath(index: StepIndex, placements: Placements, solid: StepRecord): Vec3[] | null {
  const whole = pathPoints(index, placements, solid.args[0]);
  const path = whole && partOf(whole, index.follow(solid.args[0])!, number(solid.args[3]), number(solid.args[4]));
  const radius = number(solid.args[5]) ?? 0;
  if (!path || path.length < 2) return null;
  return path.flatMap((p, i): Vec3[] => {
    const [before, after] = [path[i - 1], path[i + 1]];
    if (!before || !after || !(radius > 0)) return [p];
    const [a, b] = [unit(subtract(before, p)), unit(subtract(after, p))];
    const half = acos(Math.min(1, Math.max(-1, dot(a, b)))) / 2;
    if (!(half > 1e-6 && half < Math.PI / 2 - 1e-6)) return [p];
    const back = radius / tan(half);
    // half of a leg belongs to each of its corners, all of it where the path begins or ends; a bend without room stays a corner
    const room = Math.min(distance(before, p) / (i > 1 ? 2 : 1), distance(after, p) / (i < path.length - 2 ? 2 : 1));
    if (back > room * (1 + 1e-9)) return [p];
    const middle = unit([a[0] + b[0], a[1] + b[1], a[2] + b[2]]);
    const out = scale(middle, -1);
    const along = unit(subtract(a, scale(middle, dot(a, middle))));
    const reach = Math.PI / 2 - half;
    const n = Math.max(1, Math.ceil((2 * reach) / STEP - 1e-9));
    const centre = radius / sin(half);
    return Array.from({ length: n + 1 }, (_, k) => {
      const t = reach - (2 * reach * k) / n;
      return [0, 1, 2].map((c) => p[c]! + middle[c]! * centre + radius * (out[c]! * cos(t) + along[c]! * sin(t))) as unknown as Vec3;
    });
  });
}

/**
 * A profile swept along a path, its x axis towards one fixed direction: IfcFixedReferenceSweptAreaSolid(SweptArea, Position,
 * Directrix, StartParam, EndParam, FixedReference), and IfcSurfaceCurveSweptAreaSolid where its surface is a plane, whose normal
 * then is that direction. At each corner of the path the section lies in the plane that halves it. Null for what is not known:
 * another surface, a part of a curve that is not a polyline, a path along the fixed direction.
 * Source: ISO 10303-42, fixed reference swept surface (from memory).
 */
function pathSolid(index: StepIndex, placements: Placements, solid: StepRecord): PathSolid | null {
  const profile = index.follow(solid.args[0]);
  const rings = profile && profileRings(index, placements, profile);
  const whole = pathPoints(index, placements, solid.args[2]);
  const path = whole && partOf(whole, index.follow(solid.args[2])!, number(solid.args[3]), number(solid.args[4]));
  const towards = reference(index, placements, solid);
  if (!rings?.[0] || !path || path.length < 2 || !towards) return null;
  const made = sweep(rings, path, towards);
  if (!made) return null;
  const m = placements.axes(solid.args[1]);
  return { corners: made.corners.map((p) => transformPoint(m, p)), faces: made.faces };
}

function reference(index: StepIndex, placements: Placements, solid: StepRecord): Vec3 | null {
  const given = index.follow(solid.args[5]);
  if (solid.type === 'IFCFIXEDREFERENCESWEPTAREASOLID') return given && unit(triple(given, [0, 0, 1]));
  if (given?.type !== 'IFCPLANE') return null;
  const m = placements.axes(given.args[0]);
  return [m[8]!, m[9]!, m[10]!];
}

/** The part of a path between two parameters: those of a polyline count its corners from 0. */
function partOf(path: Vec3[], curve: StepRecord, from: number | null, to: number | null): Vec3[] | null {
  const last = path.length - 1;
  if (from === null && to === null) return path;
  if (curve.type !== 'IFCPOLYLINE') return null;
  const [a, b] = [from ?? 0, to ?? last];
  if (!(a >= 0 && b > a && b <= last)) return null;
  const at = (t: number): Vec3 => {
    const i = Math.min(last - 1, Math.floor(t));
    const [p, q] = [path[i]!, path[i + 1]!];
    return [0, 1, 2].map((k) => p[k]! + (q[k]! - p[k]!) * (t - i)) as unknown as Vec3;
  };
  return [at(a), ...path.filter((_, i) => i > a && i < b), at(b)];
}

function sweep(rings: Profile, given: readonly Vec3[], towards: Vec3): PathSolid | null {
  const path = given.filter((p, i) => i === 0 || distance(p, given[i - 1]!) > 0);
  let length = 0;
  for (let i = 1; i < path.length; i++) length += distance(path[i]!, path[i - 1]!);
  const isClosed = path.length > 3 && distance(path[0]!, path.at(-1)!) < length * CLOSED;
  if (isClosed) path.pop();
  const n = path.length;
  const legs = isClosed ? n : n - 1;
  const along = Array.from({ length: legs }, (_, i): Vec3 => {
    const [p, q] = [path[i]!, path[(i + 1) % n]!];
    return unit([q[0] - p[0], q[1] - p[1], q[2] - p[2]]);
  });
  const flat = rings.flat();
  const corners: Vec3[] = [];
  for (let i = 0; i < n; i++) {
    const t = along[Math.min(i, legs - 1)]!;
    const before = i ? along[i - 1]! : isClosed ? along[legs - 1]! : t;
    const half: Vec3 = [t[0] + before[0], t[1] + before[1], t[2] + before[2]];
    // a path that turns back upon itself has no plane that halves it
    if (Math.hypot(...half) < 1e-6) return null;
    const middle = unit(half);
    // the section of the leg that arrives, carried along it to that plane
    const x = side(towards, before);
    if (!x) return null;
    const y = cross(before, x);
    const steep = dot(before, middle);
    for (const [u, v] of flat) {
      const p: Vec3 = [u * x[0] + v * y[0], u * x[1] + v * y[1], u * x[2] + v * y[2]];
      const back = -dot(p, middle) / steep;
      corners.push([0, 1, 2].map((k) => path[i]![k]! + p[k]! + before[k]! * back) as unknown as Vec3);
    }
  }
  return { corners, faces: skin(rings, n, legs, isClosed) };
}

/** The part of a direction that stands square to another; null where there is none. */
function side(v: Vec3, t: Vec3): Vec3 | null {
  const d = dot(v, t);
  const rest: Vec3 = [v[0] - t[0] * d, v[1] - t[1] * d, v[2] - t[2] * d];
  return Math.hypot(...rest) < 1e-6 ? null : unit(rest);
}

function skin(rings: Profile, n: number, legs: number, isClosed: boolean): (readonly [number, number, number])[] {
  const size = rings.reduce((sum, ring) => sum + ring.length, 0);
  const faces: (readonly [number, number, number])[] = [];
  for (let leg = 0; leg < legs; leg++) {
    const [here, there] = [leg * size, ((leg + 1) % n) * size];
    for (let r = 0, first = 0; r < rings.length; first += rings[r++]!.length) {
      const count = rings[r]!.length;
      for (let i = 0; i < count; i++) {
        const [a, b] = [first + i, first + ((i + 1) % count)];
        faces.push([here + a, here + b, there + b], [here + a, there + b, there + a]);
      }
    }
  }
  if (isClosed) return faces;
  const holes: number[] = [];
  for (let r = 1, at = rings[0]!.length; r < rings.length; at += rings[r++]!.length) holes.push(at);
  const flat = rings.flat();
  const caps = earcut(flat.flat(), holes.length ? holes : undefined);
  const end = (n - 1) * size;
  for (let k = 0; k < caps.length; k += 3) {
    const [a, b, c] = [caps[k]!, caps[k + 1]!, caps[k + 2]!];
    const [p, q, s] = [flat[a]!, flat[b]!, flat[c]!];
    const isLeft = (q[0] - p[0]) * (s[1] - p[1]) - (q[1] - p[1]) * (s[0] - p[0]) > 0;
    const [u, v] = isLeft ? [b, c] : [c, b];
    faces.push([a, v, u], [end + a, end + u, end + v]);
  }
  return faces;
}

const distance = (p: Vec3, q: Vec3): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

import earcut from 'earcut';
import { transformPoint } from '../geometry/matrix4';
import { cross, dot, unit, type Vec3 } from '../geometry/vec3';
import { pathPoints } from './ifc-curves';
import { number, triple, type Placements } from './ifc-placements';
import { profileRings, type Profile } from './ifc-profiles';
import type { StepIndex, StepRecord } from './step-index';

/** A solid as the triangles of its skin, which look outwards: corners in the coordinates of the solid's own place, and their rows. */
export interface PathSolid {
  readonly corners: Vec3[];
  readonly faces: (readonly [number, number, number])[];
}

/** Nearer than this part of its length, a path ends where it began. */
const CLOSED = 1e-9;

/**
 * A profile swept along a path, its x axis towards one fixed direction: IfcFixedReferenceSweptAreaSolid(SweptArea, Position,
 * Directrix, StartParam, EndParam, FixedReference), and IfcSurfaceCurveSweptAreaSolid where its surface is a plane, whose normal
 * then is that direction. At each corner of the path the section lies in the plane that halves it. Null for what is not known:
 * another surface, a part of a curve that is not a polyline, a path along the fixed direction.
 * Source: ISO 10303-42, fixed reference swept surface (from memory).
 */
export function pathSolid(index: StepIndex, placements: Placements, solid: StepRecord): PathSolid | null {
  const profile = index.follow(solid.args[0]);
  const rings = profile && profileRings(index, placements, profile);
  const whole = pathPoints(index, placements, solid.args[2]);
  const path = whole && partOf(whole, index.follow(solid.args[2])!, number(solid.args[3]), number(solid.args[4]));
  const towards = reference(index, placements, solid);
  if (!rings?.[0] || !path || path.length < 2 || !towards) return null;
  const made = sweep(rings, path, towards);
  if (!made || !made.corners.flat().every(Number.isFinite)) return null;
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

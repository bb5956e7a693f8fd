import { cross, dot, unit, type Vec3 } from '../geometry/vec3';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import { toFrame } from '../geometry/frame';
import { chordsOf } from './views';

/*
 * A brute-force judge of drawings, with nothing of the engine in it: every edge of every body is sampled, and every sample is
 * tested against every triangle by a ray towards the eye. Samples on the border of what hides them are left undecided.
 */

export interface Verdict {
  /** Samples that are surely seen but lie on no drawn line, u and v. */
  readonly missing: readonly (readonly number[])[];
  /** Samples of drawn lines where no edge can be seen. */
  readonly extra: readonly (readonly number[])[];
  readonly samples: number;
}

const NEAR = 1e-3;
const SMOOTH = Math.cos((20.5 * Math.PI) / 180);
/** Up to here (twelve sides) facets may be those of something round: no line, or one. */
const ROUND = Math.cos((30.7 * Math.PI) / 180);
const SHARP = Math.cos((19.5 * Math.PI) / 180);
const FLAT = Math.cos((0.08 * Math.PI) / 180);

interface Edge {
  readonly a: Vec3;
  readonly b: Vec3;
}

/** Compares a drawing of closed bodies without materials with what can be seen of them; `eye` is the distance of the eye before the picture. */
export function judge(model: Model, drawing: Drawing, cut: boolean, eye = Infinity): Verdict {
  const frame = drawing.frame;
  const corner = (i: number): Vec3 => {
    const [u, v, w] = toFrame(frame, [model.positions[i * 3]!, model.positions[i * 3 + 1]!, model.positions[i * 3 + 2]!]);
    // the intercept theorem; the depth only has to keep its order and planes flat
    const k = eye === Infinity ? 1 : eye / (eye + w);
    return [u * k, v * k, w * k];
  };
  const triangles: [Vec3, Vec3, Vec3][] = [];
  const parts: number[][] = [];
  for (let part = 0; part < model.partElement.length; part++) {
    const own: number[] = [];
    for (let t = model.partStart[part]!; t < model.partStart[part + 1]!; t++) {
      own.push(triangles.length);
      triangles.push([corner(model.triangles[t * 3]!), corner(model.triangles[t * 3 + 1]!), corner(model.triangles[t * 3 + 2]!)]);
    }
    parts.push(own);
  }
  // (u, v, w) is left-handed: w grows away from the eye
  const normals = triangles.map(([a, b, c]) => unit(cross(minus(c, a), minus(b, a))));
  const edges: (Edge & { sure: boolean })[] = [];
  for (const own of parts) edges.push(...edgesOf(own, triangles, normals));
  edges.push(...meetings(parts, triangles, normals));
  const drawn = chordsOf(drawing);

  const missing: number[][] = [];
  let samples = 0;
  for (const { a, b, sure } of edges) {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < NEAR) continue;
    const n = Math.max(7, Math.ceil(length / 0.35));
    for (let i = 0; i <= n; i++) {
      // off the middle of the grid, where coincidences abound
      const t = (i + 0.37) / (n + 0.74);
      const p: Vec3 = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])];
      const seen = cut && p[2] < -1e-7 ? 'hidden' : sight(p, cut);
      samples++;
      if (seen === 'seen' && sure && !near(drawn, p[0], p[1])) missing.push([p[0], p[1]]);
    }
  }
  const extra: number[][] = [];
  for (const [u0, v0, u1, v1, rise] of chordsOf(drawing, ['outline', 'edge', 'surface'])) {
    const n = Math.max(3, Math.ceil(Math.hypot(u1! - u0!, v1! - v0!) / 0.2));
    for (let i = 0; i < n; i++) {
      const t = (i + 0.5) / n;
      const [u, v] = [u0! + t * (u1! - u0!), v0! + t * (v1! - v0!)];
      samples++;
      if (!edges.some((edge) => mayBeSeen(edge, u, v, NEAR + rise!))) extra.push([u, v]);
    }
  }
  return { missing, extra, samples };

  /** Whether an edge passes a place of the picture and is not surely hidden there. */
  function mayBeSeen({ a, b }: Edge, u: number, v: number, reach: number): boolean {
    const [du, dv] = [b[0] - a[0], b[1] - a[1]];
    const l = du * du + dv * dv;
    if (l < NEAR * NEAR) return false;
    const t = Math.max(0, Math.min(1, ((u - a[0]) * du + (v - a[1]) * dv) / l));
    const p: Vec3 = [a[0] + t * du, a[1] + t * dv, a[2] + t * (b[2] - a[2])];
    if (Math.hypot(p[0] - u, p[1] - v) > reach || (cut && p[2] < -1e-5)) return false;
    return sight(p, cut) !== 'hidden';
  }

  /** Whether the eye sees a point: asked of every triangle, and of the cut faces. */
  function sight(p: Vec3, isCut: boolean): 'seen' | 'hidden' | 'open' {
    let open = false;
    let crossings = 0;
    for (let k = 0; k < triangles.length; k++) {
      const hit = over(triangles[k]!, p[0], p[1]);
      if (!hit) continue;
      if (hit.margin < 1e-7) open = true;
      if (isCut && hit.w < 0) {
        if (hit.margin >= 1e-7) crossings += normals[k]![2] < 0 ? 1 : -1;
        continue;
      }
      if (hit.w >= p[2] - 1e-5) continue;
      if (hit.margin > 1e-4) return 'hidden';
      open = true;
    }
    if (isCut && p[2] > 1e-5 && !open && crossings > 0) return 'hidden';
    return open ? 'open' : 'seen';
  }
}

const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Depth of a triangle over a point of the picture, and how far inside its outline the point lies (at least -1e-7). */
function over([a, b, c]: readonly [Vec3, Vec3, Vec3], u: number, v: number): { w: number; margin: number } | null {
  const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  if (Math.abs(area) < 1e-9) return null;
  const wa = ((b[0] - u) * (c[1] - v) - (b[1] - v) * (c[0] - u)) / area;
  const wb = ((c[0] - u) * (a[1] - v) - (c[1] - v) * (a[0] - u)) / area;
  const wc = 1 - wa - wb;
  const margin = Math.min(wa, wb, wc);
  return margin < -1e-7 ? null : { w: wa * a[2] + wb * b[2] + wc * c[2], margin };
}

/** Edges of one body that can be lines: creases that face the eye, and edges where the surface turns away. */
function* edgesOf(
  own: readonly number[],
  triangles: readonly (readonly Vec3[])[],
  normals: readonly Vec3[],
): Iterable<Edge & { sure: boolean }> {
  const key = (p: Vec3) => p.map((x) => Math.round(x * 1e6)).join(' ');
  const byEdge = new Map<string, { a: Vec3; b: Vec3; faces: number[] }>();
  for (const t of own)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[t]![k]!, triangles[t]![(k + 1) % 3]!];
      const name = [key(a), key(b)].sort().join('|');
      const known = byEdge.get(name);
      if (known) known.faces.push(t);
      else byEdge.set(name, { a, b, faces: [t] });
    }
  for (const { a, b, faces } of byEdge.values()) {
    const [n, m] = [normals[faces[0]!]!, normals[faces[1]!]!];
    const [seenN, seenM] = [n[2] < -1e-6, m[2] < -1e-6];
    if (!seenN && !seenM) continue;
    const angle = dot(n, m);
    const turns = seenN !== seenM;
    if (turns || angle < ROUND) yield { a, b, sure: true };
    else if (angle < SHARP) yield { a, b, sure: false };
  }
}

/** The segments in which triangles of different bodies, and those of one that share no edge, run through one another. */
function* meetings(
  parts: readonly (readonly number[])[],
  triangles: readonly (readonly [Vec3, Vec3, Vec3])[],
  normals: readonly Vec3[],
): Iterable<Edge & { sure: boolean }> {
  for (let p = 0; p < parts.length; p++)
    for (let q = p; q < parts.length; q++)
      for (const s of parts[p]!)
        for (const t of parts[q]!) {
          const shared = p === q ? sharedCorners(triangles[s]!, triangles[t]!) : 0;
          if ((p === q && t <= s) || shared > 1) continue;
          const direction = cross(normals[s]!, normals[t]!);
          if (Math.hypot(...direction) < 1e-6) continue;
          const angle = dot(normals[s]!, normals[t]!);
          if (angle > FLAT) continue;
          const range = overlapOn(unit(direction), triangles[s]!, normals[s]!, triangles[t]!, normals[t]!);
          // a line needs a face that looks at the eye
          if (range && (normals[s]![2] < -1e-6 || normals[t]![2] < -1e-6))
            yield { a: range[0], b: range[1], sure: range[2] && angle < SMOOTH && !shared };
        }
}

const sharedCorners = (s: readonly Vec3[], t: readonly Vec3[]): number =>
  s.filter((a) => t.some((b) => Math.hypot(...minus(a, b)) < 1e-6)).length;

/** Where two triangles' planes meet and both triangles are crossed; sure when the crossing runs through both insides. */
function overlapOn(
  direction: Vec3,
  s: readonly [Vec3, Vec3, Vec3],
  n: Vec3,
  t: readonly [Vec3, Vec3, Vec3],
  m: Vec3,
): [Vec3, Vec3, boolean] | null {
  const a = crossing(s, t[0], m, direction);
  const b = crossing(t, s[0], n, direction);
  if (!a || !b) return null;
  const [from, to] = [a[0] > b[0] ? a : b, a[2] < b[2] ? a : b];
  if (to[2] - from[0] < 1e-6) return null;
  return [from[1], to[3], a[4] && b[4]];
}

/** The stretch of a triangle in a plane, measured along a direction: from, its point, to, its point, whether it is crossed inside. */
function crossing(tri: readonly [Vec3, Vec3, Vec3], at: Vec3, normal: Vec3, along: Vec3): [number, Vec3, number, Vec3, boolean] | null {
  const d = tri.map((p) => dot(minus(p, at), normal));
  const found: [number, Vec3][] = [];
  for (let k = 0; k < 3; k++) {
    const [p, q, dp, dq] = [tri[k]!, tri[(k + 1) % 3]!, d[k]!, d[(k + 1) % 3]!];
    if (Math.abs(dp) < 1e-7) found.push([dot(p, along), p]);
    if ((dp > 1e-7 && dq < -1e-7) || (dp < -1e-7 && dq > 1e-7)) {
      const f = dp / (dp - dq);
      const x: Vec3 = [p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1]), p[2] + f * (q[2] - p[2])];
      found.push([dot(x, along), x]);
    }
  }
  if (found.length < 2) return null;
  found.sort((x, y) => x[0] - y[0]);
  const [from, to] = [found[0]!, found.at(-1)!];
  return [from[0], from[1], to[0], to[1], d.some((x) => x > 1e-6) && d.some((x) => x < -1e-6)];
}

/** Whether a place lies on one of some pieces. */
function near(pieces: readonly (readonly number[])[], u: number, v: number): boolean {
  return pieces.some(([a, b, c, d, rise = 0]) => {
    const [du, dv] = [c! - a!, d! - b!];
    const l = du * du + dv * dv;
    const t = l > 0 ? Math.max(0, Math.min(1, ((u - a!) * du + (v - b!) * dv) / l)) : 0;
    return Math.hypot(u - a! - t * du, v - b! - t * dv) < NEAR + rise;
  });
}

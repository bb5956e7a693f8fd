import type { Region } from '../cutting/regions';
import type { Note } from '../faults/fault';
import type { Frame } from '../sights/frame';

/** Times of the steps in milliseconds; empty in a drawing that must be the same byte for byte. */
export type StepTimes = Readonly<Partial<Record<'read' | 'prepare' | 'cut' | 'visibility' | 'linework', number>>>;

/**
 * The computed linework and cut faces of one sight, in the sight's own plane: metres, u to the right, v up, from the frame's
 * origin. Line l has the points lineStart[l] up to lineStart[l + 1]; an arc has two points, its ends, and its circle in `arcs`.
 */
export interface Drawing {
  readonly version: 1;
  /** In the coordinates of the source file. */
  readonly frame: Frame;
  readonly points: Float64Array;
  readonly lineStart: Uint32Array;
  /** Index into ROLES. */
  readonly lineRole: Uint8Array;
  /** 1 for a cut line with cut matter on both its sides. */
  readonly lineJoint: Uint8Array;
  /** Index into Model.elements, -1 for none. */
  readonly lineElement: Int32Array;
  /** Index of the arc in `arcs`, or -1. */
  readonly lineArc: Int32Array;
  /** Centre u, v, radius, start and end in radians, counter-clockwise; five numbers each. */
  readonly arcs: Float64Array;
  readonly regions: readonly Region[];
  readonly report: {
    readonly triangles: number;
    readonly elements: number;
    readonly ms: StepTimes;
    readonly notes: readonly Note[];
  };
}

/** Smallest and largest u, v of all lines and regions: [u0, v0, u1, v1]; all zero for an empty drawing. */
export function drawingBounds(drawing: Drawing): [number, number, number, number] {
  let u0 = Infinity,
    v0 = Infinity,
    u1 = -Infinity,
    v1 = -Infinity;
  const take = (u: number, v: number) => {
    if (u < u0) u0 = u;
    if (u > u1) u1 = u;
    if (v < v0) v0 = v;
    if (v > v1) v1 = v;
  };
  for (let l = 0; l < drawing.lineRole.length; l++) {
    for (let p = drawing.lineStart[l]!; p < drawing.lineStart[l + 1]!; p++) take(drawing.points[p * 2]!, drawing.points[p * 2 + 1]!);
    const a = drawing.lineArc[l]!;
    if (a >= 0) {
      const [cu, cv, r, start, end] = arcAt(drawing, a);
      // the quadrant points that the arc passes
      for (let q = Math.ceil(start / (Math.PI / 2)); q * (Math.PI / 2) <= end; q++)
        take(cu + r * Math.cos((q * Math.PI) / 2), cv + r * Math.sin((q * Math.PI) / 2));
    }
  }
  for (const region of drawing.regions)
    for (const ring of region.face) for (let i = 0; i < ring.length; i += 2) take(ring[i]!, ring[i + 1]!);
  return u0 <= u1 ? [u0, v0, u1, v1] : [0, 0, 0, 0];
}

/** Centre u, v, radius, start and end (above start) of arc `a`. */
export function arcAt(drawing: Drawing, a: number): [number, number, number, number, number] {
  const s = drawing.arcs;
  return [s[a * 5]!, s[a * 5 + 1]!, s[a * 5 + 2]!, s[a * 5 + 3]!, s[a * 5 + 4]!];
}

/** Points of line `l` as u, v pairs; an arc is broken up so that no chord leaves it by more than `rise` metres. */
export function linePoints(drawing: Drawing, l: number, rise = 1e-4): Float64Array {
  const a = drawing.lineArc[l]!;
  if (a < 0) return drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2);
  const [cu, cv, r, start, end] = arcAt(drawing, a);
  const n = Math.max(2, Math.ceil((end - start) / (2 * Math.acos(Math.max(0, 1 - rise / r)))));
  const out = new Float64Array(n * 2 + 2);
  for (let k = 0; k <= n; k++) {
    const t = start + ((end - start) * k) / n;
    out[k * 2] = cu + r * Math.cos(t);
    out[k * 2 + 1] = cv + r * Math.sin(t);
  }
  return out;
}

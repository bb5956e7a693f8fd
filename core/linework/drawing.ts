import type { Region } from '../cutting/cut-faces';
import type { Note } from '../faults/fault';
import type { Frame } from '../geometry/frame';
import type { Limits } from '../sights/sight';
import { ARC_NUMBERS, arcBounds, arcPoints, type Arc } from '../geometry/arcs/arc';
import type { RingCurve } from './boundary-edges';
import type { Seen } from './seen';

/** Times of the steps in milliseconds; empty in a drawing that must be the same byte for byte. */
export type StepTimes = Readonly<Partial<Record<'read' | 'prepare' | 'cut' | 'visibility' | 'linework', number>>>;

/**
 * Lines in the picture's plane. Line l has the points lineStart[l] up to lineStart[l + 1]; those of an arc are the corners of the
 * model that lie on it, and its curve stands in `arcs`.
 */
export interface Lines {
  readonly points: Float64Array;
  readonly lineStart: Uint32Array;
  /** Index into ROLES. */
  readonly lineRole: Uint8Array;
  /** 1 for a cut line with cut matter on both its sides. */
  readonly lineJoint: Uint8Array;
  /** Index into Model.elements, -1 for none. */
  readonly lineElement: Int32Array;
  /** Depth behind the frame's plane of each point, metres. */
  readonly depths: Float64Array;
  /** Line l parts its element from the elements lineBeyond[lineBeyondStart[l]] up to lineBeyondStart[l + 1], ascending; -1 is the paper. */
  readonly lineBeyondStart: Uint32Array;
  readonly lineBeyond: Int32Array;
  /** Of an outline the number of the sight's steps (`jumps`) that its jump in depth reaches; else 0. */
  readonly lineJump: Uint8Array;
  /** Index of the arc in `arcs`, or -1. */
  readonly lineArc: Int32Array;
  /** The numbers of an Arc each. */
  readonly arcs: Float64Array;
}

/** The computed linework and cut faces of one sight, in the sight's own plane: metres, u to the right, v up, from the frame's origin. */
export interface Drawing extends Lines {
  readonly version: 1;
  /** In the coordinates of the source file. */
  readonly frame: Frame;
  /** Sizes of jump in depth, ascending, by which outlines are told apart; metres. */
  readonly jumps: readonly number[];
  readonly regions: readonly Region[];
  /** The faces that are seen, where they were asked for. */
  readonly seen?: Seen;
  /** Where it was cut off, if anywhere. */
  readonly limits?: Limits | undefined;
  /** Where the strips of a jogged section begin and end: u of each step, and of both its ends. */
  readonly steps?: readonly number[];
  /** Of each region the sides that are drawn along arcs; empty or absent where none is. */
  readonly regionCurves?: readonly (readonly RingCurve[])[];
  readonly report: {
    readonly triangles: number;
    readonly elements: number;
    readonly ms: StepTimes;
    readonly notes: readonly Note[];
  };
}

const _bounds = new WeakMap<Drawing, readonly [number, number, number, number]>();

/** Smallest and largest u, v of all lines and regions: [u0, v0, u1, v1]; all zero for an empty drawing. Asked again it is looked up. */
export function drawingBounds(drawing: Drawing): readonly [number, number, number, number] {
  let bounds = _bounds.get(drawing);
  if (!bounds) _bounds.set(drawing, (bounds = measured(drawing)));
  return bounds;
}

/** Lines were added within what a drawing shows: its bounds stay. */
export function keepBounds(whole: Drawing, before: Drawing): Drawing {
  _bounds.set(whole, drawingBounds(before));
  return whole;
}

/** By more than the rounding of a reach. */
const WIDER = 1 + 1e-12;

function measured(drawing: Drawing): readonly [number, number, number, number] {
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
  const { lineRole, lineStart, lineArc, points, arcs } = drawing;
  for (let p = 0; p < lineStart[lineRole.length]!; p++) take(points[p * 2]!, points[p * 2 + 1]!);
  for (const region of drawing.regions)
    for (const ring of region.face) for (let i = 0; i < ring.length; i += 2) take(ring[i]!, ring[i + 1]!);
  for (const a of lineArc) {
    if (a < 0) continue;
    // an arc whose whole ellipse lies within the rest is not asked how far it reaches: of most arcs that is so
    const [u, v, axisU, axisV, ratio] = arcs.subarray(a * ARC_NUMBERS, a * ARC_NUMBERS + 5) as unknown as Arc;
    const [wide, high] = [Math.hypot(axisU, ratio * axisV) * WIDER, Math.hypot(axisV, ratio * axisU) * WIDER];
    if (u - wide >= u0 && u + wide <= u1 && v - high >= v0 && v + high <= v1) continue;
    const b = arcBounds(arcAt(drawing, a));
    take(b[0], b[1]);
    take(b[2], b[3]);
  }
  return u0 <= u1 ? [u0, v0, u1, v1] : [0, 0, 0, 0];
}

export const arcAt = ({ arcs }: Lines, a: number): Arc =>
  Array.from(arcs.subarray(a * ARC_NUMBERS, (a + 1) * ARC_NUMBERS)) as unknown as Arc;

/** All arcs of a drawing after a change, as they stand in `arcs`. */
export function mapArcs(lines: Lines, change: (arc: Arc) => Arc): Float64Array {
  const out = new Float64Array(lines.arcs.length);
  for (let a = 0; a * ARC_NUMBERS < out.length; a++) out.set(change(arcAt(lines, a)), a * ARC_NUMBERS);
  return out;
}

/** Points of line `l` as u, v pairs; an arc is broken up so that no chord leaves it by more than `rise` metres. */
export function linePoints(drawing: Lines, l: number, rise = 1e-4): Float64Array {
  const a = drawing.lineArc[l]!;
  if (a < 0) return drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2);
  return arcPoints(arcAt(drawing, a), rise);
}

import { append } from '../geometry/append';
import Flatbush from 'flatbush';
import { JOIN, SAME_LINE, SPECK } from '../geometry/numbers/tolerances';
import { arcAt, linePoints, type Drawing } from '../linework/drawing';
import { pathLength } from '../linework/lines-builder';
import { ROLES, roleIndex } from '../sights/role';
import { overlap, SegmentGrid } from '../geometry/segment-grid';
import type { Finding } from './finding';

/** Sine of 0.3°: lines more aslant than this cross, however long they stay near each other. */
const CROSSING = 0.005;
/** Centres and axes of arcs that are one differ by less than this, metres. */
const SAME_CURVE = 1e-3;
/** Ends farther apart than this are no gap but two ends, metres. */
const GAP = 0.005;

/** Gaps between ends that were meant to meet, places that two lines share, and lines too short to be drawn. */
export function lineFaults(drawing: Drawing): Finding[] {
  const ends: number[] = [];
  const lineOf: number[] = [];
  const out: Finding[] = [];
  const hidden = roleIndex('hidden');
  for (let l = 0; l < drawing.lineRole.length; l++) {
    if (drawing.lineRole[l] === hidden) continue;
    const p = linePoints(drawing, l);
    for (let i = 0; i + 3 < p.length; i += 2) {
      ends.push(p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!);
      lineOf.push(l);
    }
    const length = pathLength(p);
    if (length < SPECK) out.push({ code: 'speck', facts: { length: (length * 1000).toFixed(3) }, at: [p[0]!, p[1]!] });
  }
  const flat = Float64Array.from(ends);
  append(out, [...gaps(drawing, flat), ...doubles(drawing, flat, lineOf)]);
  return out;
}

/** A chain of cut lines that stops, with another end close by and no line under it. */
function gaps(drawing: Drawing, flat: Float64Array): Finding[] {
  const cut = roleIndex('cut');
  const tips: [number, number][] = [];
  for (let l = 0; l < drawing.lineRole.length; l++) {
    if (drawing.lineRole[l] !== cut) continue;
    const p = linePoints(drawing, l);
    const n = p.length;
    // what is closed has no ends, and what is a speck is told as one
    if (Math.hypot(p[0]! - p[n - 2]!, p[1]! - p[n - 1]!) <= JOIN || pathLength(p) < SPECK) continue;
    for (const [u, v] of [
      [p[0]!, p[1]!],
      [p[n - 2]!, p[n - 1]!],
    ] as const)
      if (!isCutOff(drawing, u, v)) tips.push([u, v]);
  }
  if (tips.length < 2) return [];
  const under = Float64Array.from([...flat, ...chords(drawing)]);
  const index = new Flatbush(under.length / 4, 16, Float64Array);
  for (let s = 0; s < under.length; s += 4)
    index.add(
      Math.min(under[s]!, under[s + 2]!),
      Math.min(under[s + 1]!, under[s + 3]!),
      Math.max(under[s]!, under[s + 2]!),
      Math.max(under[s + 1]!, under[s + 3]!),
    );
  index.finish();
  const out: Finding[] = [];
  const told = new Set<number>();
  tips.forEach(([u, v], i) => {
    if (told.has(i)) return;
    // an end on another line, or at another end, is where it should be; so is one on a facet of something round
    const near = SAME_LINE;
    const touching = index.search(u - near, v - near, u + near, v + near).filter((s) => distance(under, s, u, v) <= near);
    if (touching.length > 1) return;
    const other = tips.findIndex(([x, y], j) => j !== i && Math.hypot(x - u, y - v) > near && Math.hypot(x - u, y - v) <= GAP);
    if (other < 0) return;
    told.add(i).add(other);
    const [x, y] = tips[other]!;
    out.push({ code: 'gap', facts: { width: (Math.hypot(x - u, y - v) * 1000).toFixed(2) }, at: [(u + x) / 2, (v + y) / 2] });
  });
  return out;
}

/** Whether a line ends where the drawing was cut off, or at a jog. */
function isCutOff({ limits = {}, steps = [] }: Drawing, u: number, v: number): boolean {
  const is = (at: number | null | undefined, x: number) => at !== null && at !== undefined && Math.abs(x - at) < JOIN;
  return steps.some((at) => is(at, u)) || is(limits.left, u) || is(limits.right, u) || is(limits.bottom, v) || is(limits.top, v);
}

/** The facets under the arcs of a drawing, as segments. */
function chords({ points, lineStart, lineArc }: Drawing): number[] {
  const out: number[] = [];
  for (let l = 0; l < lineArc.length; l++)
    for (let p = lineStart[l]!; lineArc[l]! >= 0 && p + 1 < lineStart[l + 1]!; p++) out.push(...points.subarray(p * 2, p * 2 + 4));
  return out;
}

function doubles(drawing: Drawing, flat: Float64Array, lineOf: readonly number[]): Finding[] {
  const grid = new SegmentGrid(flat, SAME_LINE);
  const out: Finding[] = [];
  const near: number[] = [];
  for (let s = 0; s < lineOf.length; s++)
    for (const o of grid.near(s, near)) {
      if (o <= s || lineOf[o] === lineOf[s]) continue;
      if (!mayBeOne(drawing, lineOf[s]!, lineOf[o]!)) continue;
      const stretch = overlap(flat, s, o, SAME_LINE / 2);
      const length = Math.hypot(flat[s * 4 + 2]! - flat[s * 4]!, flat[s * 4 + 3]! - flat[s * 4 + 1]!);
      if (!stretch || (stretch[1] - stretch[0]) * length < 10 * SPECK || slant(flat, s, o) > CROSSING) continue;
      const t = (stretch[0] + stretch[1]) / 2;
      const at: [number, number] = [
        flat[s * 4]! + t * (flat[s * 4 + 2]! - flat[s * 4]!),
        flat[s * 4 + 1]! + t * (flat[s * 4 + 3]! - flat[s * 4 + 1]!),
      ];
      const roles = [s, o].map((k) => ROLES[drawing.lineRole[lineOf[k]!]!]!).join(' and ');
      out.push({ code: 'double-line', facts: { roles, length: ((stretch[1] - stretch[0]) * length * 1000).toFixed(1) }, at });
    }
  return out;
}

/** Whether two lines are of one kind: a straight line and an arc touch at most, and so do arcs of different curves. */
function mayBeOne(drawing: Drawing, l: number, m: number): boolean {
  const [a, b] = [drawing.lineArc[l]!, drawing.lineArc[m]!];
  if (a < 0 || b < 0) return a < 0 && b < 0;
  const [one, other] = [arcAt(drawing, a), arcAt(drawing, b)];
  return [0, 1, 2, 3].every((k) => Math.abs(one[k]! - other[k]!) < SAME_CURVE);
}

/** Sine of the angle between two segments. */
function slant(flat: Float64Array, s: number, o: number): number {
  const [a, b] = [flat[s * 4 + 2]! - flat[s * 4]!, flat[s * 4 + 3]! - flat[s * 4 + 1]!];
  const [c, d] = [flat[o * 4 + 2]! - flat[o * 4]!, flat[o * 4 + 3]! - flat[o * 4 + 1]!];
  return Math.abs(a * d - b * c) / (Math.hypot(a, b) * Math.hypot(c, d));
}

function distance(flat: Float64Array, s: number, u: number, v: number): number {
  const [a, b] = [flat[s * 4]!, flat[s * 4 + 1]!];
  const [du, dv] = [flat[s * 4 + 2]! - a, flat[s * 4 + 3]! - b];
  const l = du * du + dv * dv;
  const t = l > 0 ? Math.max(0, Math.min(1, ((u - a) * du + (v - b) * dv) / l)) : 0;
  return Math.hypot(u - a - t * du, v - b - t * dv);
}

import { JOIN, SPECK } from '../geometry/tolerances';
import { arcParameter, type Arc } from './arc';
import { arcAt, type Lines } from './drawing';
import { chordIndex } from './lengthen-arcs';
import { factsOf, LinesBuilder } from './lines-builder';
import { roleIndex } from './role';

/** An end is moved by at most this part of the chord that it lies on. */
const FAR = 0.5;
/** Sine up to which two lines that end at one place are one line, of which a part is hidden. */
const ONE_LINE = 1e-6;
/** A line that meets a circle more aslant than this (cosine to the radius) touches it: noise decides where. */
const TOUCH = 0.2;

/**
 * Lines that end on a facet of something round end on its arc: what hid the rest of them was the facet, but what is drawn is the arc.
 * Where other lines end at the same place it stays, and so do the lines of cut faces, whose corners they are. What is a speck then goes.
 * Cost: the ends of straight lines, each by what lies near it.
 */
export function endOnArcs(lines: Lines): Lines {
  const { points, lineStart, lineRole, lineArc } = lines;
  if (!lineArc.some((arc) => arc >= 0)) return lines;
  const { boxes, chord, line } = chordIndex(lines);
  const stays = [roleIndex('cut'), roleIndex('ground')];
  let out: Float64Array | null = null;
  const specks = new Set<number>();
  for (let l = 0; l < lineRole.length; l++) {
    if (lineArc[l]! >= 0 || stays.includes(lineRole[l]!)) continue;
    const [first, last] = [lineStart[l]!, lineStart[l + 1]! - 1];
    for (const [tip, before] of [
      [first, first + 1],
      [last, last - 1],
    ] as const) {
      const to = endOf(l, tip, before);
      if (!to) continue;
      (out ??= points.slice()).set(to, tip * 2);
      if (last - first === 1 && Math.hypot(out[last * 2]! - out[first * 2]!, out[last * 2 + 1]! - out[first * 2 + 1]!) < SPECK)
        specks.add(l);
    }
  }
  return out ? without({ ...lines, points: out }, specks) : lines;

  /** Where the end of a line belongs, or null where it is. */
  function endOf(l: number, tip: number, before: number): [number, number] | null {
    const [u, v, pu, pv] = [points[tip * 2]!, points[tip * 2 + 1]!, points[before * 2]!, points[before * 2 + 1]!];
    const own = Math.hypot(u - pu, v - pv);
    let host = -1;
    let reach = 0;
    for (const k of boxes.search(u - JOIN, v - JOIN, u + JOIN, v + JOIN)) {
      const other = line[k]!;
      if (other === l) continue;
      const p = chord[k]! * 2;
      const [a, b] = [points[p]!, points[p + 1]!];
      const [du, dv] = [points[p + 2]! - a, points[p + 3]! - b];
      const length = Math.hypot(du, dv);
      const along = ((u - a) * du + (v - b) * dv) / length;
      if (Math.abs((u - a) * dv - (v - b) * du) / length > JOIN || along < -JOIN || along > length + JOIN) continue;
      if (lineArc[other]! < 0) {
        if (Math.abs(du * (v - pv) - dv * (u - pu)) > ONE_LINE * length * own) return null;
      } else if (along < JOIN || along > length - JOIN) return null;
      else [host, reach] = [other, length * FAR];
    }
    if (host < 0) return null;
    const arc = arcAt(lines, lineArc[host]!);
    const s = meet(arc, pu, pv, u, v);
    if (!(s > 0) || Math.abs(s - 1) * own > reach) return null;
    // the last digits are noise, which differs between machines
    const [qu, qv] = [pu + s * (u - pu), pv + s * (v - pv)].map((x) => Math.round(x * 1e9) / 1e9) as [number, number];
    const t = arcParameter(arc, qu, qv, (arc[5] + arc[6]) / 2);
    return t > arc[5] - 1e-6 && t < arc[6] + 1e-6 ? [qu, qv] : null;
  }
}

function without(lines: Lines, gone: ReadonlySet<number>): Lines {
  if (!gone.size) return lines;
  const { points, lineStart, lineRole, lineArc } = lines;
  const out = new LinesBuilder();
  for (let l = 0; l < lineRole.length; l++)
    if (!gone.has(l))
      out.add(points, lineStart[l]!, lineStart[l + 1]! - 1, factsOf(lines, l), lineArc[l]! < 0 ? null : arcAt(lines, lineArc[l]!));
  return out.done();
}

/**
 * Where a line through two points meets the curve of an arc, in parts of the way from the first to the second, the nearest to the
 * second; NaN where it does not, or nearly touches it only.
 */
function meet([cu, cv, axisU, axisV, ratio]: Arc, pu: number, pv: number, u: number, v: number): number {
  // turned into the unit circle
  const square = axisU * axisU + axisV * axisV;
  const along = (x: number, y: number) => (x * axisU + y * axisV) / square,
    across = (x: number, y: number) => (y * axisU - x * axisV) / (square * ratio);
  const [x, y] = [along(pu - cu, pv - cv), across(pu - cu, pv - cv)];
  const [dx, dy] = [along(u - pu, v - pv), across(u - pu, v - pv)];
  const d = dx * dx + dy * dy;
  const middle = -(x * dx + y * dy) / d;
  // half of the chord that the circle cuts from the line, as a part of its radius
  const half = Math.sqrt(1 - (x * dy - y * dx) ** 2 / d);
  if (!(half > TOUCH)) return NaN;
  const [s, t] = [middle - half / Math.sqrt(d), middle + half / Math.sqrt(d)];
  return Math.abs(s - 1) < Math.abs(t - 1) ? s : t;
}

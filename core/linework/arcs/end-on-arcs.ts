import Flatbush from 'flatbush';
import { onGrid } from '../../geometry/numbers/on-grid';
import { JOIN, SPECK } from '../../geometry/numbers/tolerances';
import { arcParameter, type Arc } from '../../geometry/arcs/arc';
import { arcAt, type Lines } from '../drawing';
import { alongSide, chordIndex } from '../chord-index';
import { LinesBuilder, pathLength } from '../lines-builder';
import { roleIndex } from '../../sights/role';

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
  const { points, lineStart, lineArc } = lines;
  if (!lineArc.some((arc) => arc >= 0)) return lines;
  const ends = endsOnFacets(lines);
  const stay = endsOfSeveral(lines, ends);
  let out: Float64Array | null = null;
  let { depths } = lines;
  const specks = new Set<number>();
  // what is seen of a line and what is hidden of it go to one place, which noise may have in two
  const placesOf = new Map<string, [number, number][]>();
  ends.forEach((end, k) => {
    const own = stay[k] ? null : placeOnArc(lines, end);
    if (!own) return;
    const from = `${points[end.tip * 2]} ${points[end.tip * 2 + 1]}`;
    const places = placesOf.get(from) ?? [];
    const known = places.find(([u, v]) => Math.hypot(u - own[0], v - own[1]) < NOISE);
    const to = known ?? own;
    if (!known) placesOf.set(from, [...places, own]);
    if (!out) [out, depths] = [points.slice(), depths.slice()];
    out.set(to, end.tip * 2);
    const { tip, before } = end;
    const [u, v] = [points[before * 2]!, points[before * 2 + 1]!];
    const part = Math.hypot(to[0] - u, to[1] - v) / Math.hypot(points[tip * 2]! - u, points[tip * 2 + 1]! - v);
    depths[tip] = lines.depths[before]! + part * (lines.depths[tip]! - lines.depths[before]!);
    if (pathLength(out.subarray(lineStart[end.line]! * 2, lineStart[end.line + 1]! * 2)) < SPECK) specks.add(end.line);
  });
  return out ? without({ ...lines, points: out, depths }, specks) : lines;
}

/** Places nearer than this are one, metres. */
const NOISE = 1e-8;

/** The end of a straight line that lies on a facet of something round, away from the facet's own ends. */
interface EndOnFacet {
  readonly line: number;
  /** Its point, and the one before it. */
  readonly tip: number;
  readonly before: number;
  /** The arc's line. */
  readonly host: number;
  /** Length of the facet. */
  readonly facet: number;
}

function endsOnFacets(lines: Lines): EndOnFacet[] {
  const { points, lineStart, lineRole, lineArc } = lines;
  const { grid, chord, line } = chordIndex(lines, (l) => lineArc[l]! >= 0);
  const stays = [roleIndex('cut'), roleIndex('ground')];
  const out: EndOnFacet[] = [];
  const near: number[] = [];
  const look = (l: number, tip: number, before: number) => {
    const [u, v] = [points[tip * 2]!, points[tip * 2 + 1]!];
    let found: EndOnFacet | null = null;
    for (const k of grid.at(u, v, near)) {
      const p = chord[k]! * 2;
      const along = alongSide(points, p, u, v);
      if (Number.isNaN(along)) continue;
      const facet = Math.hypot(points[p + 2]! - points[p]!, points[p + 3]! - points[p + 1]!);
      if (along < JOIN || along > facet - JOIN) return;
      found = { line: l, tip, before, host: line[k]!, facet };
    }
    if (found) out.push(found);
  };
  for (let l = 0; l < lineRole.length; l++) {
    if (lineArc[l]! >= 0 || stays.includes(lineRole[l]!)) continue;
    const [first, last] = [lineStart[l]!, lineStart[l + 1]! - 1];
    look(l, first, first + 1);
    look(l, last, last - 1);
  }
  return out;
}

/** 1 for the ends at which another straight line ends or passes that is not the same line gone on. */
function endsOfSeveral({ points, lineStart, lineRole, lineArc }: Lines, ends: readonly EndOnFacet[]): Uint8Array {
  const out = new Uint8Array(ends.length);
  if (!ends.length) return out;
  const tips = new Flatbush(ends.length, 16, Float64Array);
  for (const { tip } of ends) tips.add(points[tip * 2]!, points[tip * 2 + 1]!);
  tips.finish();
  for (let l = 0; l < lineRole.length; l++)
    for (let p = lineStart[l]! * 2; p + 3 < lineStart[l + 1]! * 2 && lineArc[l]! < 0; p += 2) {
      const [a, b, c, d] = [points[p]!, points[p + 1]!, points[p + 2]!, points[p + 3]!];
      const near = tips.search(Math.min(a, c) - JOIN, Math.min(b, d) - JOIN, Math.max(a, c) + JOIN, Math.max(b, d) + JOIN);
      for (const k of near) {
        const { line, tip, before } = ends[k]!;
        const [u, v] = [points[tip * 2]!, points[tip * 2 + 1]!];
        if (line === l || Number.isNaN(alongSide(points, p, u, v))) continue;
        const [ownU, ownV] = [u - points[before * 2]!, v - points[before * 2 + 1]!];
        if (Math.abs((c - a) * ownV - (d - b) * ownU) > ONE_LINE * Math.hypot(c - a, d - b) * Math.hypot(ownU, ownV)) out[k] = 1;
      }
    }
  return out;
}

/** Where the end of a line belongs, or null where it is. */
function placeOnArc(lines: Lines, { tip, before, host, facet }: EndOnFacet): [number, number] | null {
  const { points, lineArc } = lines;
  const [u, v, pu, pv] = [points[tip * 2]!, points[tip * 2 + 1]!, points[before * 2]!, points[before * 2 + 1]!];
  const arc = arcAt(lines, lineArc[host]!);
  const s = meet(arc, pu, pv, u, v);
  if (!(s > 0) || Math.abs(s - 1) * Math.hypot(u - pu, v - pv) > facet * FAR) return null;
  // the last digits are noise, which differs between machines
  const [qu, qv] = [pu + s * (u - pu), pv + s * (v - pv)].map(onGrid) as [number, number];
  const t = arcParameter(arc, qu, qv, (arc[5] + arc[6]) / 2);
  return t > arc[5] - 1e-6 && t < arc[6] + 1e-6 ? [qu, qv] : null;
}

function without(lines: Lines, gone: ReadonlySet<number>): Lines {
  if (!gone.size) return lines;
  const out = new LinesBuilder();
  let copied = 0;
  for (const l of [...gone].sort((a, b) => a - b)) {
    out.copy(lines, copied, l);
    copied = l + 1;
  }
  out.copy(lines, copied, lines.lineRole.length);
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

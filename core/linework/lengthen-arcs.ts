import Flatbush from 'flatbush';
import { ARC_FIT, JOIN, SPECK } from '../geometry/tolerances';
import { arcParameter, arcPoint, type Arc } from './arc';
import { arcAt, type Lines } from './drawing';
import { factsOf, LinesBuilder } from './lines-builder';

/** A straight line of two points that goes on where an arc ends, at the end of a chain: perhaps the arc's next chord, cut short. */
export interface CutChord {
  readonly arc: number;
  readonly chord: number;
  /** Whether the chord lies before the arc's first corner; else after its last. */
  readonly atStart: boolean;
}

/**
 * Arcs whose last chord is cut short (where something hides the rest of a rim) go on to the line that ends them: the chord goes
 * away, and the arc ends exactly on that line. Where another line ends at the same point the chord stays, so that ends meet.
 */
export function lengthenArcs(lines: Lines, candidates: readonly CutChord[]): Lines {
  const ends = candidates.filter((c) => isSpeck(lines, c.chord) || isNextChord(lines, c));
  if (!ends.length) return lines;
  const index = chordIndex(lines);
  const arcs = new Map<number, Arc>();
  const gone = new Set<number>();
  const tips = new Map<number, { first?: [number, number]; last?: [number, number] }>();
  for (const end of ends) {
    const { arc: l, chord, atStart } = end;
    const arc = arcs.get(l) ?? arcAt(lines, lines.lineArc[l]!);
    const tip = tipOf(lines, end);
    // a speck beside an arc is no line of its own
    const across = isSpeck(lines, chord) ? 'none' : lineThrough(lines, index, tip, l, chord);
    if (across === 'corner') continue;
    const isFirst = atStart === runsForward(lines, l, arc);
    const near = isFirst ? arc[5] : arc[6];
    const found = across === 'none' ? arcParameter(arc, ...tip, near) : meet(arc, arcParameter(arc, ...tip, near), across);
    if (found === null) continue;
    // the last digits are noise, which differs between machines
    const t = Math.round(found * 1e9) / 1e9;
    if (!(isFirst ? t < arc[5] : t > arc[6]) || Math.abs(t - near) > 0.6) continue;
    const changed: Arc = isFirst
      ? [arc[0], arc[1], arc[2], arc[3], arc[4], t, arc[6]]
      : [arc[0], arc[1], arc[2], arc[3], arc[4], arc[5], t];
    arcs.set(l, changed);
    gone.add(chord);
    tips.set(l, { ...tips.get(l), [atStart ? 'first' : 'last']: tip });
  }
  if (!gone.size) return lines;
  const depthOfChord = new Map(
    ends.filter((e) => gone.has(e.chord)).map((e) => [`${e.arc} ${e.atStart}`, lines.lineDepth[e.chord * 2 + (e.atStart ? 0 : 1)]!]),
  );
  const out = new LinesBuilder();
  for (let l = 0; l < lines.lineRole.length; l++) {
    if (gone.has(l)) continue;
    const [from, to] = [lines.lineStart[l]!, lines.lineStart[l + 1]!];
    const facts = factsOf(lines, l);
    const changed = arcs.get(l);
    if (!changed) {
      out.add(lines.points, from, to - 1, facts, lines.lineArc[l]! >= 0 ? arcAt(lines, lines.lineArc[l]!) : null);
      continue;
    }
    const own = Array.from(lines.points.subarray(from * 2, to * 2));
    const { first, last } = tips.get(l) ?? {};
    const points = [...(first ?? []), ...own, ...(last ?? [])];
    out.add(
      points,
      0,
      points.length / 2 - 1,
      {
        ...facts,
        depthFrom: depthOfChord.get(`${l} true`) ?? facts.depthFrom,
        depthTo: depthOfChord.get(`${l} false`) ?? facts.depthTo,
      },
      changed,
    );
  }
  return out.done();
}

function isSpeck({ points, lineStart, lineArc }: Lines, l: number): boolean {
  const p = lineStart[l]! * 2;
  return (
    lineArc[l]! < 0 &&
    lineStart[l + 1]! - lineStart[l]! === 2 &&
    Math.hypot(points[p + 2]! - points[p]!, points[p + 3]! - points[p + 1]!) < SPECK
  );
}

/** Whether the arc's parameter grows from its first corner to its last. */
function runsForward({ points, lineStart }: Lines, l: number, arc: Arc): boolean {
  const p = lineStart[l]! * 2;
  const [u, v] = arcPoint(arc, arc[5]);
  return (
    Math.hypot(points[p]! - u, points[p + 1]! - v) <
    Math.hypot(points[lineStart[l + 1]! * 2 - 2]! - u, points[lineStart[l + 1]! * 2 - 1]! - v)
  );
}

/** The free end of a cut chord. */
function tipOf({ points, lineStart }: Lines, { chord, atStart }: CutChord): [number, number] {
  const p = atStart ? lineStart[chord]! * 2 : lineStart[chord + 1]! * 2 - 2;
  return [points[p]!, points[p + 1]!];
}

/** Whether a chord lies on the one with which the arc would go on, by the step of its corners. */
function isNextChord(lines: Lines, { arc: l, chord, atStart }: CutChord): boolean {
  const { points, lineStart, lineArc } = lines;
  if (lineArc[chord]! >= 0 || lineStart[chord + 1]! - lineStart[chord]! !== 2) return false;
  const arc = arcAt(lines, lineArc[l]!);
  const chords = lineStart[l + 1]! - lineStart[l]! - 1;
  const step = (arc[6] - arc[5]) / chords;
  const isFirst = atStart === runsForward(lines, l, arc);
  const from = isFirst ? arc[5] : arc[6];
  const [au, av] = arcPoint(arc, from);
  const [bu, bv] = arcPoint(arc, isFirst ? from - step : from + step);
  const [pu, pv] = tipOf(lines, { arc: l, chord, atStart });
  const corner = atStart ? lineStart[l]! : lineStart[l + 1]! - 1;
  if (Math.hypot(points[corner * 2]! - au, points[corner * 2 + 1]! - av) > 2 * ARC_FIT) return false;
  const length = Math.hypot(bu - au, bv - av);
  const along = ((pu - au) * (bu - au) + (pv - av) * (bv - av)) / length;
  const aside = Math.abs((pu - au) * (bv - av) - (pv - av) * (bu - au)) / length;
  return along > 0 && along < length + JOIN && aside < 3 * ARC_FIT;
}

interface ChordIndex {
  readonly boxes: Flatbush;
  /** First point of each chord, by its index into points / 2. */
  readonly chord: Uint32Array;
  readonly line: Uint32Array;
}

/** The straight pieces of all lines, those of arcs between the corners that lie on them, by their boxes. */
export function chordIndex({ points, lineStart, lineRole }: Lines): ChordIndex {
  const total = points.length / 2 - lineRole.length;
  const boxes = new Flatbush(total, 16, Float64Array);
  const chord = new Uint32Array(total),
    line = new Uint32Array(total);
  let at = 0;
  for (let l = 0; l < lineRole.length; l++)
    for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++, at++) {
      const [a, b, c, d] = [points[p * 2]!, points[p * 2 + 1]!, points[p * 2 + 2]!, points[p * 2 + 3]!];
      boxes.add(Math.min(a, c), Math.min(b, d), Math.max(a, c), Math.max(b, d));
      chord[at] = p;
      line[at] = l;
    }
  boxes.finish();
  return { boxes, chord, line };
}

/** What a line is to be met in: a straight one by two points, or an arc. */
type Across = { readonly straight: readonly [number, number, number, number] } | { readonly arc: Arc };

/** The line that runs through a tip; "corner" where lines end there that do not go on in the chord, "none" where nothing passes. */
function lineThrough(
  lines: Lines,
  { boxes, chord, line }: ChordIndex,
  [u, v]: [number, number],
  l: number,
  own: number,
): Across | 'corner' | 'none' {
  const { points, lineStart, lineArc } = lines;
  const ownAt = lineStart[own]! * 2;
  const [ownU, ownV] = [points[ownAt + 2]! - points[ownAt]!, points[ownAt + 3]! - points[ownAt + 1]!];
  const ownLength = Math.hypot(ownU, ownV);
  let found: Across | 'none' = 'none';
  for (const k of boxes.search(u - JOIN, v - JOIN, u + JOIN, v + JOIN)) {
    if (line[k] === l || line[k] === own) continue;
    const p = chord[k]! * 2;
    const [a, b, c, d] = [points[p]!, points[p + 1]!, points[p + 2]!, points[p + 3]!];
    const length = Math.hypot(c - a, d - b);
    const along = ((u - a) * (c - a) + (v - b) * (d - b)) / length;
    if (Math.abs((u - a) * (d - b) - (v - b) * (c - a)) / length > JOIN || along < -JOIN || along > length + JOIN) continue;
    const other = line[k]!;
    const isInside = (along > JOIN || p > lineStart[other]! * 2) && (along < length - JOIN || p + 4 < lineStart[other + 1]! * 2);
    if (isInside) found = lineArc[other]! >= 0 ? { arc: arcAt(lines, lineArc[other]!) } : { straight: [a, b, c, d] };
    else if (Math.abs((c - a) * ownV - (d - b) * ownU) > 1e-3 * length * ownLength) return 'corner';
  }
  return found;
}

/** Where an arc meets a line, by its parameter, near t; null where it does not. Newton's method in both parameters. */
function meet(arc: Arc, t: number, across: Across): number | null {
  const other = (s: number): [number, number] => {
    if ('arc' in across) return arcPoint(across.arc, s);
    const [a, b, c, d] = across.straight;
    return [a + s * (c - a), b + s * (d - b)];
  };
  const [tu, tv] = arcPoint(arc, t);
  let s = 'arc' in across ? arcParameter(across.arc, tu, tv, (across.arc[5] + across.arc[6]) / 2) : 0.5;
  const H = 1e-6;
  for (let round = 0; round < 8; round++) {
    const [pu, pv] = arcPoint(arc, t),
      [qu, qv] = other(s);
    const [pu2, pv2] = arcPoint(arc, t + H),
      [qu2, qv2] = other(s + H);
    const [a, b, c, d] = [(pu2 - pu) / H, -(qu2 - qu) / H, (pv2 - pv) / H, -(qv2 - qv) / H];
    const det = a * d - b * c;
    if (Math.abs(det) < 1e-12) return null;
    const [eu, ev] = [qu - pu, qv - pv];
    t += (eu * d - ev * b) / det;
    s += (ev * a - eu * c) / det;
  }
  const [pu, pv] = arcPoint(arc, t),
    [qu, qv] = other(s);
  return Math.hypot(pu - qu, pv - qv) < 1e-9 * (1 + Math.hypot(arc[2], arc[3])) ? t : null;
}

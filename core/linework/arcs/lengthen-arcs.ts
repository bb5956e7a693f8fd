import { onGrid } from '../../geometry/numbers/on-grid';
import { ARC_FIT, JOIN, SPECK } from '../../geometry/numbers/tolerances';
import { arcParameter, arcPoint, type Arc } from '../../geometry/arcs/arc';
import { alongSide, chordIndex, type ChordIndex } from '../chord-index';
import { arcAt, type Lines } from '../drawing';
import { factsOf, LinesBuilder } from '../lines-builder';
import { meet, type Across } from '../../geometry/arcs/arc-intersection';

/**
 * Where an arc and something straight follow one another in a chain: a last chord of two points, or a polyline that perhaps begins
 * with the arc's next chord, cut short.
 */
export interface ChainEnd {
  readonly arc: number;
  readonly beside: number;
  /** Whether what is straight lies before the arc's first corner; else after its last. */
  readonly atStart: boolean;
}

/** A corner of the model is moved onto an arc by no more than this, metres: with coarser facets the straight piece beside the arc stays. */
const MOVED = 5e-4;

/** Scratch: the chords at a place. */
const _near: number[] = [];

/** A place in the picture. */
type Place = [u: number, v: number];

/** What becomes of a line at its two ends. */
interface Ends<T> {
  first?: T;
  last?: T;
}

/**
 * Arcs whose last chord is cut short (where something hides the rest of a rim, or a wall has an opening) go on to the line that
 * ends them: the chord goes away, and the arc ends exactly on that line; where the chain turns into it, the line begins there.
 * Where other lines end at the same point the chord stays, so that ends meet. At `steps` (u) all lines end.
 */
export function lengthenArcs(lines: Lines, chainEnds: readonly ChainEnd[], steps: readonly number[] = []): Lines {
  const ends = chainEnds.filter((end) => isSpeck(lines, end.beside) || isNextChord(lines, end));
  if (!ends.length) return lines;
  const index = chordIndex(lines);
  const arcs = new Map<number, Arc>();
  const gone = new Set<number>();
  const tips = new Map<number, Ends<Place>>();
  /** Depths at tips. */
  const depths = new Map<number, Ends<number>>();
  const moved = new Map<number, Ends<Place>>();
  const [chords, corners] = [ends.filter((e) => isChord(lines, e.beside)), ends.filter((e) => !isChord(lines, e.beside))];
  const arcOfChord = new Map(chords.map(({ arc, beside }) => [beside, arc]));
  for (const end of [...chords, ...corners]) {
    const { arc: l, beside, atStart } = end;
    const arc = arcs.get(l) ?? arcAt(lines, lines.lineArc[l]!);
    const tip = tipOf(lines, end);
    const across = whereTo(end, tip);
    if (!across) continue;
    const isFirst = atStart === runsForward(lines, l, arc);
    const near = isFirst ? arc[5] : arc[6];
    const found =
      across === 'none' ? arcParameter(arc, ...tip, near) : meet(arc, arcParameter(arc, ...tip, near), across, isChord(lines, beside));
    if (found === null) continue;
    // the last digits are noise, which differs between machines
    const t = onGrid(found);
    if (!(isFirst ? t < arc[5] : t > arc[6]) || Math.abs(t - near) > 0.6) continue;
    const changed: Arc = isFirst
      ? [arc[0], arc[1], arc[2], arc[3], arc[4], t, arc[6]]
      : [arc[0], arc[1], arc[2], arc[3], arc[4], arc[5], t];
    const side = atStart ? 'first' : 'last';
    if (isChord(lines, beside)) {
      gone.add(beside);
    } else {
      const to = arcPoint(changed, t).map(onGrid) as Place;
      if (Math.hypot(to[0] - tip[0], to[1] - tip[1]) > MOVED || !isBefore(to, across)) continue;
      moved.set(beside, { ...moved.get(beside), [atStart ? 'last' : 'first']: to });
    }
    arcs.set(l, changed);
    tips.set(l, { ...tips.get(l), [side]: tip });
    depths.set(l, { ...depths.get(l), [side]: lines.depths[pointOf(lines, end)]! });
  }
  if (!tips.size) return lines;
  const out = new LinesBuilder();
  let copied = 0;
  for (const l of [...gone, ...arcs.keys(), ...moved.keys()].sort((a, b) => a - b)) {
    if (l < copied) continue;
    out.copy(lines, copied, l);
    copied = l + 1;
    if (gone.has(l)) continue;
    const [from, to] = [lines.lineStart[l]!, lines.lineStart[l + 1]! - 1];
    const facts = factsOf(lines, l);
    const arc = arcs.get(l) ?? (lines.lineArc[l]! >= 0 ? arcAt(lines, lines.lineArc[l]!) : null);
    const { first, last } = moved.get(l) ?? {};
    const own = Array.from(lines.points.subarray(from * 2, to * 2 + 2));
    const deep = Array.from(lines.depths.subarray(from, to + 1));
    // a corner of a straight line that went onto the arc is as deep as the one beside it
    if (first) {
      own.splice(0, 4, ...first);
      deep.shift();
    }
    if (last) {
      own.splice(-4, 4, ...last);
      deep.pop();
    }
    const [tip, at] = [tips.get(l), depths.get(l)];
    if (tip?.first) {
      own.unshift(...tip.first);
      deep.unshift(at!.first!);
    }
    if (tip?.last) {
      own.push(...tip.last);
      deep.push(at!.last!);
    }
    out.add(own, deep, 0, deep.length - 1, facts, arc);
  }
  out.copy(lines, copied, lines.lineRole.length);
  return out.done();

  /** Whether a chord is the other half of the one at the end of an arc: then both halves become arcs. */
  function isSameCurve(l: number, chord: number): boolean {
    const other = arcOfChord.get(chord);
    if (other === undefined) return false;
    const [one, two] = [arcAt(lines, lines.lineArc[l]!), arcAt(lines, lines.lineArc[other]!)];
    return [0, 1, 2, 3].every((k) => Math.abs(one[k]! - two[k]!) < ARC_FIT);
  }

  /** What an arc is to end on; "none" where its last chord just ends, null where all stays as it is. */
  function whereTo(end: ChainEnd, tip: Place): Across | 'none' | null {
    const { arc: l, beside } = end;
    // a speck beside an arc is no line of its own
    if (isSpeck(lines, beside)) return 'none';
    // of a single corner between two arcs only one can be had
    if (!isChord(lines, beside)) return moved.has(beside) && pointsOf(lines, beside) < 4 ? null : turnsAt(lines, index, tip, end, gone);
    const [u, v] = tip;
    if (steps.some((at) => Math.abs(at - u) < JOIN)) return { straight: [u, v - 1, u, v + 1] };
    const across = lineThrough(lines, index, tip, l, beside, isSameCurve);
    return across === 'corner' ? null : across;
  }
}

const pointsOf = ({ lineStart }: Lines, l: number): number => lineStart[l + 1]! - lineStart[l]!;
const isChord = (lines: Lines, l: number): boolean => pointsOf(lines, l) === 2;

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

/** The far end of the first edge beside an arc. */
function tipOf(lines: Lines, end: ChainEnd): Place {
  const p = pointOf(lines, end) * 2;
  return [lines.points[p]!, lines.points[p + 1]!];
}

/** The same as a point of the lines. */
const pointOf = ({ lineStart }: Lines, { beside, atStart }: ChainEnd): number =>
  atStart ? lineStart[beside + 1]! - 2 : lineStart[beside]! + 1;

/** Whether the first edge beside an arc lies on the chord with which the arc would go on, by the step of its corners. */
function isNextChord(lines: Lines, end: ChainEnd): boolean {
  const { points, lineStart, lineArc } = lines;
  const { arc: l, atStart } = end;
  const arc = arcAt(lines, lineArc[l]!);
  const chords = lineStart[l + 1]! - lineStart[l]! - 1;
  const step = (arc[6] - arc[5]) / chords;
  const isFirst = atStart === runsForward(lines, l, arc);
  const from = isFirst ? arc[5] : arc[6];
  const [au, av] = arcPoint(arc, from);
  const [bu, bv] = arcPoint(arc, isFirst ? from - step : from + step);
  const [pu, pv] = tipOf(lines, end);
  const corner = atStart ? lineStart[l]! : lineStart[l + 1]! - 1;
  if (Math.hypot(points[corner * 2]! - au, points[corner * 2 + 1]! - av) > 2 * ARC_FIT) return false;
  const length = Math.hypot(bu - au, bv - av);
  const along = ((pu - au) * (bu - au) + (pv - av) * (bv - av)) / length;
  const aside = Math.abs((pu - au) * (bv - av) - (pv - av) * (bu - au)) / length;
  return along > 0 && along < length + JOIN && aside < 3 * ARC_FIT;
}

/** The line that runs through a tip; "corner" where lines end there that do not go on in the chord, "none" where nothing passes. */
function lineThrough(
  lines: Lines,
  { grid, chord, line }: ChordIndex,
  [u, v]: [number, number],
  l: number,
  own: number,
  isSameCurve: (line: number, chord: number) => boolean,
): Across | 'corner' | 'none' {
  const { points, lineStart, lineArc } = lines;
  const ownAt = lineStart[own]! * 2;
  const [ownU, ownV] = [points[ownAt + 2]! - points[ownAt]!, points[ownAt + 3]! - points[ownAt + 1]!];
  const ownLength = Math.hypot(ownU, ownV);
  let found: Across | 'none' = 'none';
  let goesOn = false;
  for (const k of grid.at(u, v, _near)) {
    if (line[k] === l || line[k] === own) continue;
    const p = chord[k]! * 2;
    const [a, b, c, d] = [points[p]!, points[p + 1]!, points[p + 2]!, points[p + 3]!];
    const along = alongSide(points, p, u, v);
    if (Number.isNaN(along)) continue;
    const length = Math.hypot(c - a, d - b);
    const other = line[k]!;
    const isInside = (along > JOIN || p > lineStart[other]! * 2) && (along < length - JOIN || p + 4 < lineStart[other + 1]! * 2);
    // what runs on in the chord does not end it
    if (Math.abs((c - a) * ownV - (d - b) * ownU) <= 1e-3 * length * ownLength) {
      goesOn ||= !isInside && !isSameCurve(l, other);
      continue;
    }
    if (!isInside) return 'corner';
    found = lineArc[other]! >= 0 ? { arc: arcAt(lines, lineArc[other]!) } : { straight: [a, b, c, d] };
  }
  // one half of a facet cannot become an arc alone
  return found === 'none' && goesOn ? 'corner' : found;
}

/** The side in which a polyline turns off from the chord to a tip, where no other line comes there; else null. */
function turnsAt(lines: Lines, { grid, line, chord }: ChordIndex, [u, v]: Place, end: ChainEnd, gone: ReadonlySet<number>): Across | null {
  const { points, lineStart } = lines;
  for (const k of grid.at(u, v, _near))
    if (line[k] !== end.beside && !gone.has(line[k]!) && !Number.isNaN(alongSide(points, chord[k]! * 2, u, v))) return null;
  const far = end.atStart ? lineStart[end.beside + 1]! * 2 - 6 : lineStart[end.beside]! * 2 + 4;
  return { straight: [u, v, points[far]!, points[far + 1]!] };
}

/** Whether a place on a side's line lies before its far end, so that something is left of it. */
function isBefore([u, v]: Place, across: Across | 'none'): boolean {
  if (across === 'none' || 'arc' in across) return false;
  const [a, b, c, d] = across.straight;
  return ((c - u) * (c - a) + (d - v) * (d - b)) / Math.hypot(c - a, d - b) > SPECK;
}

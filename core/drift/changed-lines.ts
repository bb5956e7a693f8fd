import { rest } from '../geometry/numbers/spans';
import { faceArea, ringBounds, type Face } from '../geometry/rings';
import { overlap, SegmentGrid } from '../geometry/segment-grid';
import { SAME_LINE, SPECK } from '../geometry/numbers/tolerances';
import { linePoints, type Drawing } from '../linework/drawing';

/** What a drawing has no more that one before it had, and what it has that that had not: u0 v0 u1 v1 of each piece. */
export interface ChangedLines {
  readonly gone: Float64Array;
  readonly come: Float64Array;
  /** Together so long, metres. */
  readonly goneLength: number;
  readonly comeLength: number;
}

/** Arcs are compared by chords that leave them by no more, metres: a change of less than half a millimetre is none in an arc. */
const RISE = 2e-4;
/** Two chords that stand for one arc are apart by as much as both leave it. */
const SAME = 2 * RISE + SAME_LINE;

/**
 * Compares two drawings of one sight, line by line where they run: a line that is drawn in another role has gone and come. Which element a
 * line is of, and where it is divided, does not count. Cost: that of a grid of both.
 */
export function changedLines(before: Drawing, after: Drawing): ChangedLines {
  const [old, own] = [segmentsOf(before), segmentsOf(after)];
  const count = old.role.length;
  const ends = new Float64Array(old.ends.length + own.ends.length);
  ends.set(old.ends);
  ends.set(own.ends, old.ends.length);
  const isRound = [...old.isRound, ...own.isRound];
  const role = [...old.role, ...own.role];
  const grid = new SegmentGrid(ends, SAME);
  const covered = new Map<number, (readonly [number, number])[]>();
  const cover = (s: number, by: [number, number] | null) => {
    if (!by) return;
    const known = covered.get(s);
    if (known) known.push(by);
    else covered.set(s, [by]);
  };
  // what is the same to the last digit needs no tolerance: chords of small arcs are shorter than that
  const same = new Set(old.said.filter((said) => own.isSaid.has(said)));
  [...old.said, ...own.said].forEach((said, s) => same.has(said) && cover(s, [0, 1]));
  const later: number[] = [];
  for (let s = 0; s < count; s++)
    for (const o of grid.laterOn(s, later)) {
      if (o < count || role[o] !== role[s]) continue;
      const tolerance = isRound[s] && isRound[o] ? SAME : SAME_LINE;
      cover(s, overlap(ends, s, o, tolerance));
      cover(o, overlap(ends, o, s, tolerance));
    }
  const [gone, goneLength] = bare(ends, 0, count, covered);
  const [come, comeLength] = bare(ends, count, role.length, covered);
  return { gone, come, goneLength, comeLength };
}

/** A drawing, and what its materials are called. */
export interface NamedRegions {
  readonly drawing: Pick<Drawing, 'regions'>;
  readonly names: { readonly materials: readonly string[] };
}

/**
 * The cut faces that stay as they are and are of another material than before, or of another use: their lines say nothing of it. Materials
 * are told by their names, faces by their boxes and areas, to a tenth of a millimetre.
 */
export function changedMatter(before: NamedRegions, after: NamedRegions): Face[] {
  const placed = ({ drawing, names }: NamedRegions) =>
    drawing.regions.map(({ face, material, use }) => ({
      face,
      place: [...ringBounds(face.slice(0, 1)), faceArea(face)].map((x) => Math.round(x * 1e4)).join(),
      matter: `${use} ${names.materials[material] ?? ''}`,
    }));
  const old = new Map<string, Set<string>>();
  for (const { place, matter } of placed(before)) old.set(place, (old.get(place) ?? new Set()).add(matter));
  return placed(after)
    .filter(({ place, matter }) => old.has(place) && !old.get(place)!.has(matter))
    .map(({ face }) => face);
}

interface Pieces {
  readonly ends: readonly number[];
  readonly role: readonly number[];
  readonly isRound: readonly boolean[];
  /** Of each piece what its whole line is, in words; and all that is said. */
  readonly said: readonly string[];
  readonly isSaid: ReadonlySet<string>;
}

function segmentsOf(drawing: Drawing): Pieces {
  const ends: number[] = [];
  const role: number[] = [];
  const isRound: boolean[] = [];
  const said: string[] = [];
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const points = linePoints(drawing, l, RISE);
    const own = `${drawing.lineRole[l]} ${points.join()}`;
    for (let i = 0; i + 3 < points.length; i += 2) {
      ends.push(points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!);
      role.push(drawing.lineRole[l]!);
      isRound.push(drawing.lineArc[l]! >= 0);
      said.push(own);
    }
  }
  return { ends, role, isRound, said, isSaid: new Set(said) };
}

/** What of the segments `from` up to `to` nothing covers, and how long that is. */
function bare(
  ends: Float64Array,
  from: number,
  to: number,
  covered: ReadonlyMap<number, readonly (readonly [number, number])[]>,
): [pieces: Float64Array, length: number] {
  const out: number[] = [];
  let sum = 0;
  for (let s = from; s < to; s++) {
    const [a, b, c, d] = ends.subarray(s * 4, s * 4 + 4) as unknown as [number, number, number, number];
    const length = Math.sqrt((c - a) ** 2 + (d - b) ** 2);
    for (const [t, until] of rest(covered.get(s) ?? [])) {
      if ((until - t) * length <= 2 * SPECK) continue;
      out.push(a + t * (c - a), b + t * (d - b), a + until * (c - a), b + until * (d - b));
      sum += (until - t) * length;
    }
  }
  return [Float64Array.from(out), sum];
}

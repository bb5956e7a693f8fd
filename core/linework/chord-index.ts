import { SegmentGrid } from '../geometry/segment-grid';
import { JOIN } from '../geometry/numbers/tolerances';
import type { Lines } from './drawing';

export interface ChordIndex {
  /** The chords by place, widened by JOIN. */
  readonly grid: SegmentGrid;
  /** First point of each chord, by its index into points / 2. */
  readonly chord: Uint32Array;
  readonly line: Uint32Array;
}

/** The straight pieces of all lines, or those asked for; those of arcs between the corners that lie on them. */
export function chordIndex({ points, lineStart, lineRole }: Lines, isWanted?: (line: number) => boolean): ChordIndex {
  let total = 0;
  for (let l = 0; l < lineRole.length; l++) if (!isWanted || isWanted(l)) total += lineStart[l + 1]! - lineStart[l]! - 1;
  const ends = new Float64Array(total * 4);
  const chord = new Uint32Array(total),
    line = new Uint32Array(total);
  let at = 0;
  for (let l = 0; l < lineRole.length; l++) {
    if (isWanted && !isWanted(l)) continue;
    for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++, at++) {
      for (let k = 0; k < 4; k++) ends[at * 4 + k] = points[p * 2 + k]!;
      chord[at] = p;
      line[at] = l;
    }
  }
  return { grid: new SegmentGrid(ends, JOIN), chord, line };
}

/** How far along a side, that begins at index p of its points, a place on it lies, metres; NaN where it lies beside it. */
export function alongSide(points: Float64Array, p: number, u: number, v: number): number {
  const [a, b] = [points[p]!, points[p + 1]!];
  const [du, dv] = [points[p + 2]! - a, points[p + 3]! - b];
  const length = Math.sqrt(du * du + dv * dv);
  const along = ((u - a) * du + (v - b) * dv) / length;
  return Math.abs((u - a) * dv - (v - b) * du) / length > JOIN || along < -JOIN || along > length + JOIN ? NaN : along;
}

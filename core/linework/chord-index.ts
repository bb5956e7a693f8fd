import Flatbush from 'flatbush';
import { JOIN } from '../geometry/tolerances';
import type { Lines } from './drawing';

export interface ChordIndex {
  readonly boxes: Flatbush;
  /** First point of each chord, by its index into points / 2. */
  readonly chord: Uint32Array;
  readonly line: Uint32Array;
}

/** The straight pieces of all lines, or those asked for; those of arcs between the corners that lie on them; by their boxes. */
export function chordIndex({ points, lineStart, lineRole }: Lines, isWanted?: (line: number) => boolean): ChordIndex {
  let total = 0;
  for (let l = 0; l < lineRole.length; l++) if (!isWanted || isWanted(l)) total += lineStart[l + 1]! - lineStart[l]! - 1;
  const boxes = new Flatbush(total, 16, Float64Array);
  const chord = new Uint32Array(total),
    line = new Uint32Array(total);
  let at = 0;
  for (let l = 0; l < lineRole.length; l++)
    for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]! && (!isWanted || isWanted(l)); p++, at++) {
      const [a, b, c, d] = [points[p * 2]!, points[p * 2 + 1]!, points[p * 2 + 2]!, points[p * 2 + 3]!];
      boxes.add(Math.min(a, c), Math.min(b, d), Math.max(a, c), Math.max(b, d));
      chord[at] = p;
      line[at] = l;
    }
  boxes.finish();
  return { boxes, chord, line };
}

/** How far along a side, that begins at index p of its points, a place on it lies, metres; NaN where it lies beside it. */
export function alongSide(points: Float64Array, p: number, u: number, v: number): number {
  const [a, b] = [points[p]!, points[p + 1]!];
  const [du, dv] = [points[p + 2]! - a, points[p + 3]! - b];
  const length = Math.hypot(du, dv);
  const along = ((u - a) * du + (v - b) * dv) / length;
  return Math.abs((u - a) * dv - (v - b) * du) / length > JOIN || along < -JOIN || along > length + JOIN ? NaN : along;
}

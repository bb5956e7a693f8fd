import { SPECK } from '../../geometry/numbers/tolerances';
import { END } from './beyond';
import { ALL, backing, shared } from './depth-drop';
import { aside, type Piece } from '../sides';
import type { Tiles } from '../tiles/tile-index';

/** A stretch of a piece, from and to, and the number of the step that the picture falls back by beside it. */
export type Fall = readonly [from: number, to: number, size: number];
/** All of a piece as an edge. */
const EDGE_ALL: readonly Fall[] = [[0, 1, -1]];

/**
 * The stretches of a piece by how far the picture falls back beside it, on the side where it does so more: -1 for an edge, else
 * the number of the steps that the fall reaches.
 * @param steps ascending, metres of space
 * @param drawnIn a step of space at a depth of the picture
 */
export function fallsBeside(
  tiles: Tiles,
  piece: Piece,
  steps: readonly number[],
  drawnIn: (w: number, step: number) => number,
): readonly Fall[] {
  const { u0, v0, w0, u1, v1, w1, length } = piece;
  const [su, sv] = aside(piece);
  let out = EDGE_ALL;
  for (let n = 0; n < steps.length; n++) {
    const [a, b] = [drawnIn(w0, steps[n]!), drawnIn(w1, steps[n]!)];
    const onLeft = backing(tiles, u0 + su, v0 + sv, w0, u1 + su, v1 + sv, w1, a, b);
    const both = onLeft.length ? shared(onLeft, backing(tiles, u0 - su, v0 - sv, w0, u1 - su, v1 - sv, w1, a, b)) : onLeft;
    // the picture falls back no farther than the last step anywhere
    if (both === ALL) break;
    if (!both.length && n === out[0]![2] + 1 && out.length === 1) {
      out = [[0, 1, n]];
      continue;
    }
    out = out.flatMap((stretch) => (stretch[2] === n - 1 ? without(stretch, both, n, length) : [stretch]));
  }
  return out.length === 1 ? out : withoutStubs(out, END / length);
}

/** Gives stubs at both ends of a piece to their neighbours, the shorter first: which way the piece runs is no matter. */
function withoutStubs(stretches: readonly Fall[], least: number): readonly Fall[] {
  let out = stretches;
  while (out.length > 1) {
    const [first, last] = [out[0]!, out.at(-1)!];
    const longer = last[1] - last[0] - (first[1] - first[0]);
    const isFirst = longer > 0 || (longer === 0 && first[2] < last[2]);
    const stub = isFirst ? first : last;
    if (stub[1] - stub[0] >= least) break;
    out = isFirst ? [[0, out[1]![1], out[1]![2]], ...out.slice(2)] : [...out.slice(0, -2), [out.at(-2)![0], 1, out.at(-2)![2]]];
  }
  return out;
}

/** A stretch divided by others: what they cover keeps its size, the rest is of size n. Nothing shorter than a speck is told apart. */
function without([from, to, size]: Fall, covered: readonly number[], n: number, length: number): Fall[] {
  const out: [number, number, number][] = [];
  const put = (a: number, b: number, own: number) => {
    const last = out.at(-1);
    if (!(b > a)) return;
    if (last && (last[2] === own || (b - a) * length < SPECK)) last[1] = b;
    else if (last && (last[1] - last[0]) * length < SPECK) [last[1], last[2]] = [b, own];
    else out.push([a, b, own]);
  };
  let t = from;
  for (let k = 0; k < covered.length; k += 2) {
    const [a, b] = [Math.max(from, covered[k]!), Math.min(to, covered[k + 1]!)];
    if (b <= a) continue;
    put(t, a, n);
    put(a, b, size);
    t = b;
  }
  put(t, to, n);
  return out;
}

import { EndType, inflatePathsD, JoinType, unionD, FillRule } from 'clipper2-ts';

/** Decimals of the polygon kernel: micrometres. */
const DECIMALS = 6;

/**
 * The outline of a wall drawn by its middle line: a strip of the given thickness, mitred at its corners, with square ends; a line
 * that ends where it began is a ring of wall, an outer outline and an inner one. u, v, u, v … in metres.
 */
export function stripOutlines(line: readonly number[], thickness: number): number[][] {
  const path = Array.from({ length: line.length / 2 }, (_, i) => ({ x: line[i * 2]!, y: line[i * 2 + 1]! }));
  const [a, b] = [path[0]!, path.at(-1)!];
  const isRing = path.length > 3 && Math.hypot(a.x - b.x, a.y - b.y) < 1e-6;
  const grown = isRing
    ? inflatePathsD([path.slice(0, -1)], thickness / 2, JoinType.Miter, EndType.Joined, 4, DECIMALS)
    : inflatePathsD([path], thickness / 2, JoinType.Miter, EndType.Butt, 4, DECIMALS);
  return unionD(grown, [], FillRule.NonZero, DECIMALS).map((ring) => ring.flatMap(({ x, y }) => [x, y]));
}

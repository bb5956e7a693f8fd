/** Scales that are offered, 1 : n. */
export const SCALES: readonly number[] = [1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000];
/** Those that a new drawing takes (ISO 5455). */
const USUAL = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000];
/** Across a sheet of A3 with its margins, metres. */
const ACROSS = 0.39;

/** The largest usual scale, 1 : n, at which the longer side of a model lies across a sheet of A3. */
export function usualScale([x0, y0, , x1, y1]: ArrayLike<number> & Iterable<number>): number {
  const long = Math.max(x1! - x0!, y1! - y0!);
  return USUAL.find((n) => long <= n * ACROSS) ?? USUAL.at(-1)!;
}

/** A detail is at least so many times as large as what it is of. */
const LARGER = 4;

/** The usual scale of a detail of a drawing of 1 : scale. */
export const detailScale = (scale: number): number => USUAL.findLast((n) => n * LARGER <= scale) ?? 1;

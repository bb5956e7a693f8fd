/**
 * About a nanometre: far below every tolerance, far above the noise of computing in another order or on another host. A power of two:
 * no decimal fraction of a metre and no coarser binary one lies half-way between two steps, where noise would tell.
 */
const GRID = 2 ** 30;

/** A place, a length or an angle without its last digits, which are noise; never minus nought. */
export const onGrid = (x: number): number => Math.round(x * GRID) / GRID + 0;

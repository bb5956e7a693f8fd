import { limitsOf } from '../limits';
import type { Limits, Sight } from '../sight';
import { nextNumber } from './number';

/** Limits are whole micrometres. */
const round = (n: number): number => Math.round(n * 1e6) / 1e6;

/**
 * A detail of another sight: the same plane, depth and what is shown, drawn within an area of it only. What bounded the other bounds
 * the detail too. What is drawn in it lies where it lies in the other.
 * @param area left, bottom, right, top in the drawing of the other sight, metres
 */
export function detailOf(of: Sight, area: readonly [number, number, number, number], taken: readonly string[] = []): Sight {
  // a perspective is bounded by its angle as well, in its own measure: within that the area was picked
  const before: Limits = limitsOf(of, Infinity) ?? {};
  const limits = {
    left: round(Math.max(area[0], before.left ?? -Infinity)),
    bottom: round(Math.max(area[1], before.bottom ?? -Infinity)),
    right: round(Math.min(area[2], before.right ?? Infinity)),
    top: round(Math.min(area[3], before.top ?? Infinity)),
  };
  return { ...of, number: nextNumber(of.kind, taken), name: `${of.name}, detail`, limits };
}

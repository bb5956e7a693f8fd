import type { Ring } from '../../geometry/rings';
import type { Band } from '../tiles/tile-index';

/** Of more triangles than this the sides are not compared, each with each. */
const MANY = 16;

/**
 * The outline of occluders of one flat face that lie side by side, counter-clockwise: the sides that only one of them has, joined.
 * null where they are not one outline without holes, or too many to compare.
 */
export function outlineOf({ corners }: Pick<Band, 'corners'>, items: readonly number[]): Ring | null {
  if (items.length === 1) return cornersOf(corners, items[0]!);
  if (items.length > MANY) return null;
  let count = 0;
  for (const o of items)
    for (let k = 0, from = o * 9; k < 3; k++, from += 3) {
      const to = k < 2 ? from + 3 : o * 9;
      const twin = sideAt(count, corners[to]!, corners[to + 1]!, corners[from]!, corners[from + 1]!);
      if (twin >= 0) _sides.copyWithin(twin, twin + 4, count);
      else {
        _sides[count] = corners[from]!;
        _sides[count + 1] = corners[from + 1]!;
        _sides[count + 2] = corners[to]!;
        _sides[count + 3] = corners[to + 1]!;
      }
      count += twin < 0 ? 4 : -4;
    }
  return joined(count);
}

/** Scratch: sides, from u v to s t. */
const _sides = new Float64Array(MANY * 12);

/** Where a side stands among the first of the scratch, -1 where it does not. */
function sideAt(count: number, u: number, v: number, s: number, t: number): number {
  for (let i = 0; i < count; i += 4) if (_sides[i] === u && _sides[i + 1] === v && _sides[i + 2] === s && _sides[i + 3] === t) return i;
  return -1;
}

/** The sides of the scratch as one ring, each begun where the one before ends; null where more than one begins at a corner, or they are more than a ring. */
function joined(count: number): Ring | null {
  const ring = new Float64Array(count / 2);
  let at = 0;
  for (let k = 0; k < ring.length; k += 2) {
    ring[k] = _sides[at]!;
    ring[k + 1] = _sides[at + 1]!;
    let next = -1;
    for (let i = 0; i < count; i += 4) {
      if (_sides[i] !== _sides[at + 2] || _sides[i + 1] !== _sides[at + 3]) continue;
      if (next >= 0) return null;
      next = i;
    }
    // back at its beginning, and not before all sides are in it
    if (next < 0 || (next === 0) !== (k + 2 === ring.length)) return null;
    at = next;
  }
  return ring.length ? ring : null;
}

/** The corners of a triangle of the picture, counter-clockwise. */
export function cornersOf(corners: Float64Array, o: number): Ring {
  const c = o * 9;
  return Float64Array.of(corners[c]!, corners[c + 1]!, corners[c + 3]!, corners[c + 4]!, corners[c + 6]!, corners[c + 7]!);
}

import { ASIDE } from '../../geometry/numbers/tolerances';
import type { Piece, Sides } from '../sides';

/** At the ends of a piece that asks beyond what the piece belongs to: a shorter stretch there is no stretch of its own. */
export const END = 5 * ASIDE;
/** What lies beyond a long stretch is asked so often, metres, and no oftener than so many times. */
const STEP = 0.25;
const MOST = 32;
/** Where what lies beyond changes is found to this, metres. */
const NEAR = 0.01;

/** A stretch of a piece, from and to in parts of it, and the element beyond it. */
export type Beyond = [from: number, to: number, element: number];

/**
 * Divides a stretch of an outline by the element on its deeper side: asked at its ends and every so often between, and more
 * closely where the answer changes.
 */
export function byWhatLiesBehind(sides: Sides, piece: Piece, from: number, to: number): readonly Beyond[] {
  const { u0, v0, u1, v1, length } = piece;
  // which side that is stays the same all along; in a sharp corner both lie outside of it
  for (const t of [(from + to) / 2, from + END / length, to - END / length]) {
    sides.probe(piece, t);
    if (sides.leftDepth !== sides.rightDepth) break;
  }
  const isLeft = sides.leftDepth > sides.rightDepth;
  const [su, sv] = [((isLeft ? -1 : 1) * ASIDE * (v1 - v0)) / length, ((isLeft ? 1 : -1) * ASIDE * (u1 - u0)) / length];
  const ask = (t: number) => sides.elementSeen(u0 + t * (u1 - u0) + su, v0 + t * (v1 - v0) + sv);
  const asks = Math.min(MOST, Math.ceil(((to - from) * length) / STEP));
  const out: Beyond[] = [];
  let [t0, before] = [from, ask(from + END / length)];
  const go = (t1: number, after: number): void => {
    const middle = (t0 + t1) / 2;
    if (after !== before && (t1 - t0) * length > NEAR) {
      go(middle, ask(middle));
      go(t1, after);
      return;
    }
    const last = out.at(-1);
    // where it changes within less, the middle is near enough
    const end = after === before ? t1 : middle;
    if (last?.[2] === before) last[1] = end;
    else out.push([t0, end, before]);
    if (after !== before) out.push([middle, t1, after]);
    [t0, before] = [t1, after];
  };
  for (let k = 1; k <= asks; k++) {
    const t = k === asks ? to : from + ((to - from) * k) / asks;
    go(t, ask(k === asks ? to - END / length : t));
  }
  return out;
}

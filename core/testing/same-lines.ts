import type { Drawing } from '../linework/drawing';
import type { Role } from '../sights/role';
import { chordsOf } from './views';

/** The roles of lines that are compared. */
export const ALL_ROLES: readonly Role[] = ['cut', 'ground', 'outline', 'edge', 'surface', 'hidden'];
/** Corners of cut faces lie on a grid of a micrometre, and a corner within 3 µm of a straight run is none. */
export const REACH = 5e-6;

/** Places on the lines of one drawing, of a role, that lie on no line of that role of another. */
export function leftOver(a: Drawing, b: Drawing, mirrored = false, reach = REACH, roles = ALL_ROLES): number[][] {
  const out: number[][] = [];
  for (const role of roles) {
    const others = chordsOf(b, [role]);
    for (const [u0, v0, u1, v1] of chordsOf(a, [role])) {
      if (Math.hypot(u1! - u0!, v1! - v0!) < 1e-3) continue;
      for (const t of [0.013, 0.31, 0.52, 0.77, 0.988]) {
        const [u, v] = [(u0! + t * (u1! - u0!)) * (mirrored ? -1 : 1), v0! + t * (v1! - v0!)];
        if (!others.some((o) => distance(o, u, v) < reach + o[4]!)) out.push([u, v]);
      }
    }
  }
  return out;
}

/** How far a place lies from a piece. */
export function distance([a, b, c, d]: readonly number[], u: number, v: number): number {
  const [du, dv] = [c! - a!, d! - b!];
  const t = Math.max(0, Math.min(1, ((u - a!) * du + (v - b!) * dv) / (du * du + dv * dv)));
  return Math.hypot(u - a! - t * du, v - b! - t * dv);
}

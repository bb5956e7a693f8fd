import type { Vec2 } from '../vec3';

/** A length to the nanometre: what sums leave behind it is noise. No minus nought. */
export const tidyLength = (metres: number): number => Math.round(metres * 1e9) / 1e9 + 0;

/** A part of a direction to twelve digits: a quarter turn gives no 6e-17, and a wall along an axis looks along it. No minus nought. */
export const tidyDirection = (part: number): number => Math.round(part * 1e12) / 1e12 + 0;

/** A point of a plan as a hand or a figure puts it: whole micrometres. */
export const roundPoint = ([x, y]: Vec2): Vec2 => [Math.round(x * 1e6) / 1e6, Math.round(y * 1e6) / 1e6];

import type { Vec2 } from '../../core/geometry/vec3';
import { unmapped } from '../board/view';
import type { Background } from '../data/background';

/** The map from pixels (y down) to metres, as the six numbers of a matrix. */
export function pixelMatrix({ at, metresPerPixel: s, turn }: Background): readonly [number, number, number, number, number, number] {
  const [c, n] = [Math.cos(turn) * s, Math.sin(turn) * s];
  return [c, n, n, -c, at[0], at[1]];
}

export function toPlace(background: Background, [x, y]: Vec2): Vec2 {
  const [a, b, c, d, e, f] = pixelMatrix(background);
  return [a * x + c * y + e, b * x + d * y + f];
}

export function toPixel(background: Background, [u, v]: Vec2): Vec2 {
  return unmapped(pixelMatrix(background), u, v);
}

/** The same image moved so that a pixel lies at a place. */
function pinned(background: Background, pixel: Vec2, place: Vec2): Background {
  const now = toPlace(background, pixel);
  return { ...background, at: [background.at[0] + place[0] - now[0], background.at[1] + place[1] - now[1]] };
}

/** Scales it so that two of its pixels lie the true distance apart; the first keeps its place. */
export function scaledByPoints(background: Background, first: Vec2, second: Vec2, metres: number): Background {
  const pixels = Math.hypot(second[0] - first[0], second[1] - first[1]);
  if (!(pixels > 0.5) || !(metres > 0)) return background;
  return pinned({ ...background, metresPerPixel: metres / pixels }, first, toPlace(background, first));
}

/** Turns it about its first point until both lie level, or upright when that is nearer. */
export function levelledByPoints(background: Background, first: Vec2, second: Vec2): Background {
  const [p, q] = [toPlace(background, first), toPlace(background, second)];
  const angle = Math.atan2(q[1] - p[1], q[0] - p[0]);
  const step = Math.PI / 2;
  return pinned({ ...background, turn: background.turn + Math.round(angle / step) * step - angle }, first, p);
}

/** Puts its first point at a place. */
export const placedByPoint = (background: Background, first: Vec2, place: Vec2): Background => pinned(background, first, place);

/** Turned about its own middle. */
export function turnedTo(background: Background, turn: number): Background {
  const middle: Vec2 = [background.width / 2, background.height / 2];
  return pinned({ ...background, turn }, middle, toPlace(background, middle));
}

/** A new one: as wide as what it lies behind, its middle where that has its own. */
export function firstPlace(
  image: { readonly width: number; readonly height: number },
  [u0, v0, u1, v1]: readonly [number, number, number, number],
): Pick<Background, 'at' | 'metresPerPixel' | 'turn'> {
  const metresPerPixel = Math.max(u1 - u0, 1) / image.width;
  const [w, h] = [image.width * metresPerPixel, image.height * metresPerPixel];
  return { at: [(u0 + u1 - w) / 2, (v0 + v1 + h) / 2], metresPerPixel, turn: 0 };
}

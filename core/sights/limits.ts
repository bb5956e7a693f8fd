import type { Vec2 } from '../geometry/vec3';
import type { Limits, Sight } from './sight';
import { wideLegs } from './legs';
import { tan } from '../geometry/numbers/trigonometry';

/**
 * Where a drawing is cut off: at the limits of its sight, or else at both ends of a section's path, or at the angle of view of a
 * perspective, which is three quarters as high as wide. A limit that is null opens what would be an end. Metres of the drawing.
 * @param distance of the eye before the picture's plane
 */
export function limitsOf({ kind, frame, path, limits, fov }: Sight, distance: number): Limits | undefined {
  if (kind === 'section' && !frame && path) {
    const long = wideLegs(path).reduce((sum, { length }) => sum + length, 0);
    return { left: 0, right: long, ...given(limits) };
  }
  if (distance === Infinity || fov === undefined) return limits;
  const half = distance * tan((fov * Math.PI) / 360);
  const tall = (half * 3) / 4;
  return { left: -half, right: half, bottom: -tall, top: tall, ...given(limits) };
}

/**
 * How much farther than the line of a section its drawing goes, along its first and its last leg: a stretch of line at either end, from
 * outside to the line's end; null where it goes no farther. Coordinates of the file.
 * @param endless how long that of an open side is, metres
 */
export function beyondLine({ path, look, limits = {} }: Sight, endless: number): readonly (readonly [Vec2, Vec2] | null)[] {
  if (!path) return [null, null];
  const long = wideLegs(path).reduce((sum, { length }) => sum + length, 0);
  const left = limits.left === null ? endless : Math.max(0, -(limits.left ?? 0));
  const right = limits.right === null ? endless : Math.max(0, (limits.right ?? long) - long);
  // what lies left in the drawing is the end of a line that looks to its right
  const [first, last] = look === 'right' ? [right, left] : [left, right];
  const on = ([px, py]: Vec2, [qx, qy]: Vec2, by: number): readonly [Vec2, Vec2] | null => {
    const size = Math.hypot(px - qx, py - qy);
    return by > 1e-6 && size > 0
      ? [
          [px + ((px - qx) / size) * by, py + ((py - qy) / size) * by],
          [px, py],
        ]
      : null;
  };
  return [on(path[0]!, path[1]!, first), on(path.at(-1)!, path.at(-2)!, last)];
}

const given = (limits: Limits = {}): Limits => Object.fromEntries(Object.entries(limits).filter(([, at]) => at !== undefined));

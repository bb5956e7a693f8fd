import type { Limits, Sight } from './sight';
import { wideLegs } from './legs';
import { tan } from '../geometry/trigonometry';

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

const given = (limits: Limits = {}): Limits => Object.fromEntries(Object.entries(limits).filter(([, at]) => at !== undefined));

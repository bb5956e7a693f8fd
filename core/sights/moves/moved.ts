import { roundPoint, tidyLength } from '../../geometry/numbers/tidy';
import { unit, type Vec2, type Vec3 } from '../../geometry/vec3';
import type { Sight } from '../sight';

/** A sight with its plane moved along its look, metres. */
export function movedBy(sight: Sight, by: number): Sight {
  if (sight.frame) {
    const look = unit(sight.frame.look);
    return {
      ...sight,
      frame: { ...sight.frame, origin: sight.frame.origin.map((x, k) => tidyLength(x + look[k]! * by)) as unknown as Vec3 },
    };
  }
  if (sight.path) {
    // to its left as one walks along, or to its right
    const [[ax, ay], [bx, by_]] = sight.path as [Vec2, Vec2];
    const k = ((sight.look === 'right' ? -1 : 1) * by) / Math.hypot(bx - ax, by_ - ay);
    return { ...sight, path: sight.path.map(([x, y]) => roundPoint([x - (by_ - ay) * k, y + (bx - ax) * k])) };
  }
  return sight.height === undefined ? sight : { ...sight, height: tidyLength(sight.height + (sight.kind === 'plan' ? -by : by)) };
}

/**
 * A sight moved in space, metres. What hangs on a storey moves up and down alone, what runs along a line in plan in plan alone, and what
 * is told by a direction stays.
 */
export function shiftedBy(sight: Sight, by: Vec3): Sight {
  const point = (p: Vec3): Vec3 => p.map((x, k) => tidyLength(x + by[k]!)) as unknown as Vec3;
  if (sight.frame) return { ...sight, frame: { ...sight.frame, origin: point(sight.frame.origin) } };
  if (sight.eye && sight.target) return { ...sight, eye: point(sight.eye), target: point(sight.target) };
  if (sight.path) return by[0] || by[1] ? { ...sight, path: sight.path.map(([x, y]) => roundPoint([x + by[0], y + by[1]])) } : sight;
  return sight.height === undefined || !by[2] ? sight : { ...sight, height: tidyLength(sight.height + by[2]) };
}

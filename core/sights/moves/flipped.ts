import type { Vec3 } from '../../geometry/vec3';
import { wideLegs } from '../legs';
import type { Sight } from '../sight';

/** Whether a sight can be had from the other side of the same plane. */
export const canFlip = ({ kind, frame, path }: Sight): boolean => kind === 'section' && Boolean(frame ?? path);

/** A section seen from the other side of the same plane; its limits hold what they held. Any other sight stays as it is. */
export function flipped(sight: Sight): Sight {
  if (!canFlip(sight)) return sight;
  const { frame, path, limits } = sight;
  // a line counts from its other end then, a frame from the same zero
  const from = frame ? 0 : wideLegs(path!).reduce((sum, { length }) => sum + length, 0);
  const mirrored = (x: number | null | undefined) => (typeof x === 'number' ? from - x : x);
  const turned: Sight = limits ? { ...sight, limits: { ...limits, left: mirrored(limits.right), right: mirrored(limits.left) } } : sight;
  if (!frame) return { ...turned, look: sight.look === 'right' ? 'left' : 'right' };
  return { ...turned, frame: { ...frame, look: frame.look.map((x) => -x + 0) as unknown as Vec3 } };
}

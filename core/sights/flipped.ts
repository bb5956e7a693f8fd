import type { Vec3 } from '../geometry/vec3';
import type { Sight } from './sight';

/** Whether a sight can be had from the other side of the same plane. */
export const canFlip = ({ kind, frame, path }: Sight): boolean => kind === 'section' && Boolean(frame ?? path);

/** A section seen from the other side of the same plane; its limits hold what they held. Any other sight stays as it is. */
export function flipped(sight: Sight): Sight {
  if (!canFlip(sight)) return sight;
  const { frame, limits } = sight;
  const minus = (x: number | null | undefined) => (typeof x === 'number' ? -x + 0 : x);
  const turned = limits && { ...limits, left: minus(limits.right), right: minus(limits.left) };
  if (frame)
    return { ...sight, frame: { ...frame, look: frame.look.map((x) => -x + 0) as unknown as Vec3 }, ...(turned && { limits: turned }) };
  return { ...sight, look: sight.look === 'right' ? 'left' : 'right' };
}

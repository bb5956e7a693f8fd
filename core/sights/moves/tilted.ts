import { rotated } from '../../geometry/rotated';
import { tidyDirection, tidyLength } from '../../geometry/numbers/tidy';
import { subtract, unit, type Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { isJogged } from '../legs';
import { limitsOf } from '../limits';
import { resolveSight } from '../resolve-sight';
import type { Sight } from '../sight';
import { turned } from './turned';

/** A line in space, in the coordinates of the file; `along` of any length. */
export interface Axis {
  readonly point: Vec3;
  readonly along: Vec3;
}

/** Nearer to the upright an axis turns as one in plan does (a sine). */
const UPRIGHT = 1e-9;

/**
 * A sight turned about any axis, by the right hand. About an upright one it stays what it is; about another it is given a frame of its
 * own, bounded as it was before. What is cut or seen of the model by trims and keep box stays: they are places of the model.
 * @param angle radians
 * @throws Fault storey-unknown
 */
export function tilted(model: Pick<Model, 'storeys' | 'trueNorth' | 'origin'>, sight: Sight, axis: Axis, angle: number): Sight {
  if (!canTilt(sight)) return sight;
  const along = unit(axis.along);
  if (Math.hypot(along[0], along[1]) < UPRIGHT) return turned(model, sight, [axis.point[0], axis.point[1]], along[2] > 0 ? angle : -angle);
  const way = (v: Vec3): Vec3 => rotated(v, along, angle).map(tidyDirection) as unknown as Vec3;
  const point = (p: Vec3): Vec3 => rotated(subtract(p, axis.point), along, angle).map((x, k) => tidyLength(x + axis.point[k]!)) as unknown as Vec3; // prettier-ignore
  if (sight.eye && sight.target) return { ...sight, eye: point(sight.eye), target: point(sight.target) };
  const { frame, cut } = resolveSight(model, sight);
  const limits = limitsOf(sight, Infinity);
  const { path: _path, look: _look, storey: _storey, height: _height, overhead: _overhead, toward: _toward, ...rest } = sight;
  return {
    ...rest,
    // a plan that is not level is a section
    kind: sight.kind === 'plan' ? 'section' : sight.kind,
    ...(limits && { limits }),
    frame: { origin: point(frame.origin), look: way(frame.look), up: way(frame.up), cut },
  };
}

/** Whether a sight has one plane that can be turned in space; a ceiling plan is mirrored, and lies level. */
export const canTilt = (sight: Sight): boolean => sight.kind !== 'ceiling plan' && !isJogged(sight);

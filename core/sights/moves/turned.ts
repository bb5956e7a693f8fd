import { cos, sin } from '../../geometry/numbers/trigonometry';
import { tidyDirection, tidyLength } from '../../geometry/numbers/tidy';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import { resolveSight } from '../resolve-sight';
import type { Sight } from '../sight';

/**
 * A sight turned about the upright through a point of the plan, counter-clockwise. What hangs on a storey alone cannot be turned: that
 * stays as it is. Trims and keep box stay where they are: they are places of the model.
 * @param angle radians
 */
export function turned(model: Pick<Model, 'storeys' | 'trueNorth' | 'origin'>, sight: Sight, [cx, cy]: Vec2, angle: number): Sight {
  const [c, s] = [cos(angle), sin(angle)];
  const point = ([x, y]: Vec2 | Vec3): [number, number] => [
    tidyLength(cx + (x - cx) * c - (y - cy) * s),
    tidyLength(cy + (x - cx) * s + (y - cy) * c),
  ];
  const way = ([x, y]: Vec2 | Vec3): [number, number] => [tidyDirection(x * c - y * s), tidyDirection(x * s + y * c)];
  if (sight.frame) {
    const { origin, look, up } = sight.frame;
    const frame = {
      ...sight.frame,
      origin: [...point(origin), origin[2]],
      look: [...way(look), look[2]],
      up: [...way(up), up[2]],
    } as const;
    return { ...sight, frame };
  }
  if (sight.path) return { ...sight, path: sight.path.map(point) };
  if (sight.eye && sight.target)
    return { ...sight, eye: [...point(sight.eye), sight.eye[2]], target: [...point(sight.target), sight.target[2]] };
  if (sight.toward) {
    // a compass direction is one of the plan from then on
    const { look } = resolveSight(model, sight).frame;
    return { ...sight, toward: way(look) };
  }
  return sight;
}

/** Whether there is something of a sight that can be turned about the upright. */
export const canTurn = ({ frame, path, eye, toward }: Sight): boolean => Boolean(frame ?? path ?? eye ?? toward);

import { tidyLength } from '../../geometry/numbers/tidy';
import { atan2, cos, sin } from '../../geometry/numbers/trigonometry';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { Model } from '../../model/model';
import type { Sight } from '../sight';
import { frameAlong, windOf } from './pictorial';

/** Angle of view from side to side, degrees: common practice for a building seen as a whole. */
const WIDE = 50;
const DEGREE = Math.PI / 180;

/**
 * What is seen of a model from a direction: drawn along parallels, or from an eye so far away that all of it is in the picture.
 * @param from degrees round from the Y axis, clockwise, and up
 * @param bounds of the model, minima then maxima, coordinates of the file
 */
export function fromStand(
  { trueNorth }: Pick<Model, 'trueNorth'>,
  kind: 'axonometric' | 'perspective',
  from: { readonly round: number; readonly up: number },
  bounds: readonly number[],
): Omit<Sight, 'number'> {
  const [a, b] = [from.round * DEGREE, from.up * DEGREE];
  const middle = [0, 1, 2].map((k) => tidyLength((bounds[k]! + bounds[k + 3]!) / 2)) as unknown as Vec3;
  const side: Vec2 = [sin(a), cos(a)];
  const name = `${kind === 'axonometric' ? 'Axonometric' : 'Perspective'} from the ${windOf(trueNorth, side)}`;
  if (kind === 'axonometric')
    return { kind, name, frame: { ...frameAlong(middle, atan2(-side[1], -side[0]), b), cut: false }, depth: null };
  const radius = Math.hypot(bounds[3]! - bounds[0]!, bounds[4]! - bounds[1]!, bounds[5]! - bounds[2]!) / 2;
  const away = radius / sin((WIDE / 2) * DEGREE);
  const eye: Vec3 = [
    tidyLength(middle[0] + side[0] * cos(b) * away),
    tidyLength(middle[1] + side[1] * cos(b) * away),
    tidyLength(middle[2] + sin(b) * away),
  ];
  return { kind, name, eye, target: middle, fov: WIDE, depth: null };
}

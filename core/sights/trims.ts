import { unit, type Vec3 } from '../geometry/vec3';
import type { Sight } from './sight';
import { cos, sin } from '../geometry/trigonometry';

/** A plane that removes what lies on the side to which its normal points. */
export interface TrimPlane {
  readonly origin: Vec3;
  /** Length 1. */
  readonly normal: Vec3;
}

/** The trims of a sight and the six sides of its keep box, in coordinates from which `shift` is subtracted. */
export function trimPlanes(sight: Sight, shift: Vec3): TrimPlane[] {
  const at = ([x, y, z]: Vec3): Vec3 => [x - shift[0], y - shift[1], z - shift[2]];
  const planes = (sight.trims ?? []).map(({ origin, normal }): TrimPlane => ({ origin: at(origin), normal: unit(normal) }));
  if (!sight.keepBox) return planes;
  const { centre, size, turn = 0 } = sight.keepBox;
  const [c, s] = [cos((turn * Math.PI) / 180), sin((turn * Math.PI) / 180)];
  const axes: readonly Vec3[] = [
    [c, s, 0],
    [-s, c, 0],
    [0, 0, 1],
  ];
  axes.forEach((axis, k) => {
    for (const sign of [1, -1]) {
      const normal: Vec3 = [sign * axis[0], sign * axis[1], sign * axis[2]];
      const half = size[k as 0 | 1 | 2] / 2;
      planes.push({ origin: at([centre[0] + normal[0] * half, centre[1] + normal[1] * half, centre[2] + normal[2] * half]), normal });
    }
  });
  return planes;
}

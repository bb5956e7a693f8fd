import { unit, type Vec3 } from '../geometry/vec3';
import type { Sight } from './sight';
import { boxFaces } from './keep-box';

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
  for (const { origin, normal } of sight.keepBox ? boxFaces(sight.keepBox) : []) planes.push({ origin: at(origin), normal });
  return planes;
}

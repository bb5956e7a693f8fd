import { cos, sin } from './numbers/trigonometry';
import { cross, dot, type Vec3 } from './vec3';

/** A vector turned about an axis of length 1 by the right hand, radians: the formula of Rodrigues. */
export function rotated(v: Vec3, axis: Vec3, angle: number): Vec3 {
  const [c, s] = [cos(angle), sin(angle)];
  const k = dot(axis, v) * (1 - c);
  const w = cross(axis, v);
  return [v[0] * c + w[0] * s + axis[0] * k, v[1] * c + w[1] * s + axis[1] * k, v[2] * c + w[2] * s + axis[2] * k];
}

import { cross, dot, subtract, unit, type Vec3 } from './vec3';

/** An affine map as 16 numbers, column by column; the last column is the translation. */
export type Matrix4 = ArrayLike<number>;

export const IDENTITY: Matrix4 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

/** The map that applies `b` first, then `a`. */
export function multiply(a: Matrix4, b: Matrix4): number[] {
  const out = new Array<number>(16).fill(0);
  for (let column = 0; column < 4; column++)
    for (let row = 0; row < 4; row++) {
      let sum = 0;
      for (let k = 0; k < 4; k++) sum += (a[k * 4 + row] ?? 0) * (b[column * 4 + k] ?? 0);
      out[column * 4 + row] = sum;
    }
  return out;
}

/** Applies `m` to a point. */
export function transformPoint(m: Matrix4, [x, y, z]: Vec3): Vec3 {
  const at = (row: number) => m[row]! * x + m[row + 4]! * y + m[row + 8]! * z + m[row + 12]!;
  return [at(0), at(1), at(2)];
}

/** Applies `m` to a direction: no translation. */
export function transformDirection(m: Matrix4, [x, y, z]: Vec3): Vec3 {
  const at = (row: number) => m[row]! * x + m[row + 4]! * y + m[row + 8]! * z;
  return [at(0), at(1), at(2)];
}

/**
 * The placement at `location` with the given Z axis and a hint for X, as ISO 16739 builds it
 * (IfcBuildAxes: X is the hint made square to Z).
 */
export function placement(location: Vec3, axis: Vec3 = [0, 0, 1], hint: Vec3 = [1, 0, 0]): number[] {
  const z = unit(axis);
  let x = subtract(hint, [z[0] * dot(hint, z), z[1] * dot(hint, z), z[2] * dot(hint, z)]);
  if (dot(x, x) < 1e-12) {
    const other: Vec3 = Math.abs(z[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0];
    x = subtract(other, [z[0] * dot(other, z), z[1] * dot(other, z), z[2] * dot(other, z)]);
  }
  x = unit(x);
  const y = cross(z, x);
  return [...x, 0, ...y, 0, ...z, 0, ...location, 1];
}

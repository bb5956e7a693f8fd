import type { Scene } from './scene';
import { atan2 } from '../geometry/numbers/trigonometry';

const DEGREE = Math.PI / 180;
/** A face stands upright when its normal is this level. */
export const LEVEL = 0.01;

/**
 * The direction in plan, modulo a right angle, that has most upright face area; radians, counted in steps of a tenth of a degree; null
 * where no face stands upright.
 * @param counts which triangles count: all where nothing is said
 */
export function mainAngle(scene: Scene, counts: (triangle: number) => boolean = () => true): number | null {
  const bins = new Float64Array(900);
  const { normals, triangles } = scene;
  for (let t = 0; t < triangles.length / 3; t++) {
    if (Math.abs(normals[t * 3 + 2]!) > LEVEL || !counts(t)) continue;
    const degrees = (atan2(normals[t * 3 + 1]!, normals[t * 3]!) / DEGREE + 720) % 90;
    bins[Math.round(degrees * 10) % 900]! += areaOf(scene, t);
  }
  let best = 0;
  for (let k = 1; k < 900; k++) if (bins[k]! > bins[best]!) best = k;
  if (bins[best] === 0) return null;
  const degrees = best / 10;
  return (degrees > 45 ? degrees - 90 : degrees) * DEGREE;
}

export function areaOf({ vertices: v, triangles }: Scene, t: number): number {
  const a = triangles[t * 3]! * 3,
    b = triangles[t * 3 + 1]! * 3,
    c = triangles[t * 3 + 2]! * 3;
  const ux = v[b]! - v[a]!,
    uy = v[b + 1]! - v[a + 1]!,
    uz = v[b + 2]! - v[a + 2]!;
  const wx = v[c]! - v[a]!,
    wy = v[c + 1]! - v[a + 1]!,
    wz = v[c + 2]! - v[a + 2]!;
  return Math.hypot(uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx) / 2;
}

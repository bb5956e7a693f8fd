import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';

const DEGREE = Math.PI / 180;
/** Faces smaller than this are not asked, m². */
const LEAST = 0.3;
/** A face stands upright when its normal is this level. */
const LEVEL = 0.01;

/** The direction in plan, modulo a right angle, that has most upright face area; radians, counted in steps of a tenth of a degree. */
export function mainAngle(scene: Scene): number {
  const bins = new Float64Array(900);
  const { normals, triangles } = scene;
  for (let t = 0; t < triangles.length / 3; t++) {
    if (Math.abs(normals[t * 3 + 2]!) > LEVEL) continue;
    const degrees = (Math.atan2(normals[t * 3 + 1]!, normals[t * 3]!) / DEGREE + 720) % 90;
    bins[Math.round(degrees * 10) % 900]! += areaOf(scene, t);
  }
  let best = 0;
  for (let k = 1; k < 900; k++) if (bins[k]! > bins[best]!) best = k;
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

/**
 * Elements with an upright face that is off the main directions by a small angle: more than `least` degrees and less than `most`.
 * Gives the element and its largest such angle, in degrees.
 */
export function offAxis(model: Model, scene: Scene, least: number, most: number): { element: number; degrees: number }[] {
  const main = mainAngle(scene) / DEGREE;
  const { normals, partTriangleStart } = scene;
  const out: { element: number; degrees: number }[] = [];
  const worst = new Map<number, number>();
  for (let part = 0; part < model.partElement.length; part++) {
    const element = model.partElement[part]!;
    if (model.elements[element]!.use !== 'solid') continue;
    // areas by direction, in hundredths of a degree
    const areas = new Map<number, number>();
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++) {
      if (Math.abs(normals[t * 3 + 2]!) > LEVEL) continue;
      let off = (Math.atan2(normals[t * 3 + 1]!, normals[t * 3]!) / DEGREE - main + 720) % 90;
      if (off > 45) off -= 90;
      if (Math.abs(off) < least || Math.abs(off) > most) continue;
      const key = Math.round(Math.abs(off) * 100);
      areas.set(key, (areas.get(key) ?? 0) + areaOf(scene, t));
    }
    for (const [key, area] of areas) if (area >= LEAST) worst.set(element, Math.max(worst.get(element) ?? 0, key / 100));
  }
  for (const [element, degrees] of worst) out.push({ element, degrees });
  return out.sort((a, b) => a.element - b.element);
}

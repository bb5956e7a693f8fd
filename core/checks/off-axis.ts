import type { Model } from '../model/model';
import { areaOf, LEVEL, mainAngle } from '../scene/main-angle';
import type { Scene } from '../scene/scene';
import { atan2 } from '../geometry/numbers/trigonometry';

const DEGREE = Math.PI / 180;
/** Faces smaller than this are not asked, m². */
const LEAST = 0.3;

/**
 * Elements with an upright face that is off the main directions by a small angle: more than `least` degrees and less than `most`.
 * Gives the element and its largest such angle, in degrees.
 */
export function offAxis(model: Model, scene: Scene, least: number, most: number): { element: number; degrees: number }[] {
  const main = (mainAngle(scene) ?? 0) / DEGREE;
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
      let off = (atan2(normals[t * 3 + 1]!, normals[t * 3]!) / DEGREE - main + 720) % 90;
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

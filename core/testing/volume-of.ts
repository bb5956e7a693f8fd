import { sixVolumes } from '../geometry/volume';
import type { Model } from '../model/model';

/** Volume of a model's bodies as they were read, m³, by the divergence theorem; of one element where its number is given. */
export function volumeOf({ positions, triangles, partStart, partElement }: Model, element?: number): number {
  let six = 0;
  for (let part = 0; part < partElement.length; part++) {
    if (element !== undefined && partElement[part] !== element) continue;
    const [from, to] = [partStart[part]!, partStart[part + 1]!];
    for (let t = from; t < to; t++) six += sixVolumes(positions, triangles, t, triangles[from * 3]! * 3);
  }
  return six / 6;
}

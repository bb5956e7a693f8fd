import { union } from '../geometry/polygons';
import type { CutFaces, Region } from './regions';

/**
 * Everything that is cut as one mass, cavities included: only the profile of the space remains. Earth stays beside it, so that
 * its own hatch can be drawn; between the two there is no line.
 */
export function profileOf(faces: CutFaces): CutFaces {
  const matter = faces.regions.filter((r) => r.use !== 'earth');
  const elements = [...new Set(matter.flatMap((r) => r.elements))].sort((a, b) => a - b);
  const mass = union(matter.flatMap((r) => [...r.face])).map((face): Region => ({ material: -1, elements, use: 'matter', face }));
  return { ...faces, regions: [...mass, ...faces.regions.filter((r) => r.use === 'earth')] };
}

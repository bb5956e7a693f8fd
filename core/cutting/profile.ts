import type { CutFaces, Region } from './cut-faces';
import { regionsInOrder } from './canonical-order';
import { unite } from './regions/clusters';

/**
 * Everything that is cut as one mass, cavities included: only the profile of the space remains. Made of the outlines, not of the
 * regions: where those gave way to one another their corners lie a hair beside each other's sides. Earth stays beside it, so that
 * its own hatch can be drawn; between the two there is no line.
 */
export function profileOf(faces: CutFaces): CutFaces {
  const [earth, matter] = [faces.regions.filter((r) => r.use === 'earth'), faces.regions.filter((r) => r.use !== 'earth')];
  const elements = [...new Set(matter.flatMap((r) => r.elements))].sort((a, b) => a - b);
  const mass = unite(faces.outlines).map((face): Region => ({ material: -1, elements, use: 'matter', face }));
  return { ...faces, regions: [...regionsInOrder(mass), ...earth] };
}

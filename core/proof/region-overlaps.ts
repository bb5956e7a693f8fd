import Flatbush from 'flatbush';
import { faceArea, intersection, ringBounds } from '../geometry/polygons';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import type { Finding } from './finding';

/** Smaller overlaps are the grid of the polygon kernel, square metres. */
const NOISE = 1e-5;

/** Regions that cover one another: a hatch over a hatch. */
export function regionOverlaps(model: Model, { regions }: Drawing): Finding[] {
  if (regions.length < 2) return [];
  const boxes = regions.map((r) => ringBounds(r.face));
  const index = new Flatbush(regions.length, 16, Float64Array);
  for (const b of boxes) index.add(b[0], b[1], b[2], b[3]);
  index.finish();
  const out: Finding[] = [];
  const name = (r: number) => model.materials[regions[r]!.material]?.name ?? 'no material';
  boxes.forEach(([u0, v0, u1, v1], i) => {
    for (const j of index.search(u0, v0, u1, v1, (k) => k > i)) {
      const shared = intersection(regions[i]!.face, regions[j]!.face);
      const area = shared.reduce((sum, face) => sum + faceArea(face), 0);
      if (area < NOISE) continue;
      const ring = shared[0]![0]!;
      out.push({ code: 'regions-overlap', facts: { a: name(i), b: name(j), area: area.toFixed(4) }, at: [ring[0]!, ring[1]!] });
    }
  });
  return out;
}

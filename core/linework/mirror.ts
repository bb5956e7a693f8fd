import { mirrorArc } from './arc';
import { mapArcs, type Drawing } from './drawing';

/** The drawing seen in a mirror: u runs the other way. A ceiling plan is drawn so, that it lies on the floor plan below it. */
export function mirrorDrawing(drawing: Drawing): Drawing {
  const points = drawing.points.map((x, i) => (i % 2 ? x : -x + 0));
  const { right } = drawing.frame;
  return {
    ...drawing,
    frame: { ...drawing.frame, right: [-right[0] + 0, -right[1] + 0, -right[2] + 0] },
    points,
    arcs: mapArcs(drawing, mirrorArc),
    regions: drawing.regions.map((region) => ({ ...region, face: region.face.map(mirrorRing) })),
  };
}

/** Mirrored and turned round, so that an outer ring stays counter-clockwise. */
function mirrorRing(ring: Float64Array): Float64Array {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[ring.length - 2 - i] = -ring[i]! + 0;
    out[ring.length - 1 - i] = ring[i + 1]!;
  }
  return out;
}

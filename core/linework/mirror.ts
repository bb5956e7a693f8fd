import type { Drawing } from './drawing';

/** The drawing seen in a mirror: u runs the other way. A ceiling plan is drawn so, that it lies on the floor plan below it. */
export function mirrorDrawing(drawing: Drawing): Drawing {
  const points = drawing.points.map((x, i) => (i % 2 ? x : -x + 0));
  const arcs = drawing.arcs.slice();
  for (let a = 0; a < arcs.length; a += 5) {
    const [start, end] = [arcs[a + 3]!, arcs[a + 4]!];
    arcs[a] = -arcs[a]! + 0;
    const full = end - start > 2 * Math.PI - 1e-9;
    arcs[a + 3] = full ? start : Math.PI - end;
    arcs[a + 4] = full ? end : Math.PI - start;
  }
  const { right } = drawing.frame;
  return {
    ...drawing,
    frame: { ...drawing.frame, right: [-right[0] + 0, -right[1] + 0, -right[2] + 0] },
    points,
    arcs,
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

import type { Arc } from '../geometry/arcs/arc';
import type { Limits } from '../sights/sight';
import { mapArcs, type Drawing } from './drawing';

/** A drawing of a scene that is larger than its model, as large as the model: by a power of two, so that no digit changes. */
export function reduced(drawing: Drawing, scale: number, limits: Limits | undefined): Drawing {
  if (scale === 1) return { ...drawing, limits };
  const smaller = (x: number) => x / scale;
  const smallerArc = ([u, v, a, b, ...angles]: Arc): Arc => [u / scale, v / scale, a / scale, b / scale, ...angles];
  return {
    ...drawing,
    limits,
    points: drawing.points.map(smaller),
    depths: drawing.depths.map(smaller),
    arcs: mapArcs(drawing, smallerArc),
    regions: drawing.regions.map((region) => ({ ...region, face: region.face.map((ring) => ring.map(smaller)) })),
    steps: drawing.steps?.map(smaller) ?? [],
    regionCurves: drawing.regionCurves?.map((curves) => curves.map((curve) => ({ ...curve, arc: smallerArc(curve.arc) }))) ?? [],
  };
}

/** The other way round: a drawing as large as the scene that it was made of. */
export const enlarged = (drawing: Drawing, scale: number): Drawing =>
  scale === 1 ? drawing : reduced(drawing, 1 / scale, enlargedLimits(drawing.limits, scale));

export function enlargedLimits(limits: Limits | undefined, by: number): Limits | undefined {
  if (!limits || by === 1) return limits;
  return Object.fromEntries(Object.entries(limits).map(([side, at]) => [side, typeof at === 'number' ? at * by : at]));
}

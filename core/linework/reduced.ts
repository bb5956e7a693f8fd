import type { Arc } from '../geometry/arcs/arc';
import type { Limits } from '../sights/sight';
import { mapArcs, type Drawing } from './drawing';

/** A drawing of a scene that is larger than its model, as large as the model: by a power of two, so that no digit changes. */
export function reduced(drawing: Drawing, scale: number, limits: Limits | undefined): Drawing {
  if (scale === 1) return { ...drawing, limits };
  const smaller = (x: number) => x / scale;
  return {
    ...drawing,
    limits,
    points: drawing.points.map(smaller),
    depths: drawing.depths.map(smaller),
    arcs: mapArcs(drawing, ([u, v, a, b, ...rest]): Arc => [u / scale, v / scale, a / scale, b / scale, ...rest] as unknown as Arc),
    regions: drawing.regions.map((region) => ({ ...region, face: region.face.map((ring) => ring.map(smaller)) })),
    steps: drawing.steps?.map(smaller) ?? [],
    regionCurves:
      drawing.regionCurves?.map((curves) =>
        curves.map((curve) => ({
          ...curve,
          arc: [
            curve.arc[0] / scale,
            curve.arc[1] / scale,
            curve.arc[2] / scale,
            curve.arc[3] / scale,
            curve.arc[4],
            curve.arc[5],
            curve.arc[6],
          ] as Arc,
        })),
      ) ?? [],
  };
}

/** The other way round: a drawing as large as the scene that it was made of. */
export const enlarged = (drawing: Drawing, scale: number): Drawing => {
  if (scale === 1) return drawing;
  const limits = Object.fromEntries(
    Object.entries(drawing.limits ?? {}).map(([side, at]) => [side, typeof at === 'number' ? at * scale : at]),
  );
  return reduced(drawing, 1 / scale, limits);
};

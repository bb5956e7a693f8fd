import { dot, subtract, type Vec3 } from '../geometry/vec3';
import type { BuildUp } from './model';

/** So far behind a face its layer is looked for, metres: a face lies on the border of its layer. */
const INWARD = 1e-3;
/** A face that is turned away from the layers by more than this runs across them (a cosine). */
const ALONG = 0.99;

/**
 * Index of the layer of a build-up whose own face a flat face is, by a point of it and its outward normal, both in the coordinates of the
 * model; null for a face that runs across the layers. What lies beyond the layers belongs to the nearest.
 */
export function layerAt({ normal, centre, bounds }: BuildUp, point: Vec3, outward: Vec3): number | null {
  const inner = point.map((x, k) => x - outward[k]! * INWARD) as unknown as Vec3;
  const last = bounds.length - 2;
  let at = dot(normal, inner);
  if (centre) {
    const away = subtract(inner, centre);
    const along = dot(away, normal);
    const across = away.map((x, k) => x - normal[k]! * along) as unknown as Vec3;
    at = Math.hypot(...across);
    if (Math.abs(dot(across, outward)) < ALONG * at) return null;
  } else if (Math.abs(dot(normal, outward)) < ALONG) return null;
  let layer = 0;
  while (layer < last && at > bounds[layer + 1]!) layer++;
  return layer;
}

import { dot, subtract, type Vec2, type Vec3 } from '../../core/geometry/vec3';
import { fromStand } from '../../core/sights/make/from-stand';
import { resolveSight } from '../../core/sights/resolve-sight';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { Stand } from './paper-view';

/**
 * What the picture in 3D shows, as a sight, and the place of it that a point on the ray of a pixel lies at: the face that the picture
 * shows there is the one that the drawing of this sight shows.
 */
export function seenFromStand(model: ModelInfo, from: Stand, point: Vec3): { readonly sight: Sight; readonly at: Vec2 } {
  const sight: Sight = { number: '', ...fromStand(model, 'axonometric', from, model.bounds) };
  const { origin, right, up } = resolveSight(model, sight).frame;
  const way = subtract(point, origin);
  return { sight, at: [dot(way, right), dot(way, up)] };
}

import { dot, type Vec3 } from '../../geometry/vec3';
import type { BuildUp } from '../../model/model';

/** Layers of which a file tells the thicknesses but not where they lie: a layer set without its usage, as types have it. */
export interface FreeLayers {
  readonly name: string;
  /** Metres, in their order. */
  readonly thicknesses: readonly number[];
  readonly materials: readonly number[];
  /** Directions across which they may lie, the likeliest first. */
  readonly axes: readonly Vec3[];
}

/** A body is as thick as its layers together to within this, metres: half of what is built out of true, and all that files round off. */
const AS_THICK = 2e-3;

/**
 * The layers where the body of their element tells their place: across the first axis along which it is as thick as they are together,
 * the first of them at its lower side, as a usage lays them that says nothing else. null where it is of another thickness.
 * @param corners x y z of the body one behind the other
 */
export function settledLayers({ name, thicknesses, materials, axes }: FreeLayers, corners: Float64Array): BuildUp | null {
  const total = thicknesses.reduce((sum, t) => sum + t, 0);
  for (const normal of axes) {
    let [low, high] = [Infinity, -Infinity];
    for (let i = 0; i < corners.length; i += 3) {
      const at = dot(normal, [corners[i]!, corners[i + 1]!, corners[i + 2]!]);
      low = Math.min(low, at);
      high = Math.max(high, at);
    }
    if (!(Math.abs(high - low - total) <= AS_THICK)) continue;
    const bounds = [low];
    for (const t of thicknesses) bounds.push(bounds.at(-1)! + t);
    return { name, normal, bounds, materials };
  }
  return null;
}

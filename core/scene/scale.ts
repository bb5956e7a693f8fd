import { boundTriangles } from '../geometry/bounds';
import { WELD } from '../geometry/numbers/tolerances';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';

/** From this size on, metres along the diagonal, tolerances are as they stand: a stool, and all that is larger. */
const USUAL = 1;
/** Largest and smallest powers of two: a body of a micrometre, and coordinates of a country in single precision. */
const [MOST, LEAST] = [20, -5];
/** What single precision leaves of a coordinate, as a part of it: corners of one place read from two sums differ by as much. */
export const SINGLE = 2e-7;

/**
 * By which power of two a model is enlarged so that tolerances made for buildings hold for it: 1 from a metre up, more below. It never
 * goes so far that a corner's own noise in single precision would reach a weld.
 */
export function scaleOf({ size, reach }: Extent): number {
  if (!(size > 0) || size >= USUAL) return 1;
  const wanted = Math.min(MOST, Math.ceil(Math.log2(USUAL / size)));
  const allowed = Math.floor(Math.log2(WELD / (SINGLE * reach)));
  return 2 ** Math.max(0, Math.min(wanted, allowed));
}

/** By which it may be made smaller, where its coordinates are so large that single precision leaves more than a weld of noise; else 1. */
export function coarserScaleOf({ reach }: Extent): number {
  const noise = SINGLE * reach;
  return noise > WELD ? 2 ** Math.max(LEAST, -Math.ceil(Math.log2(noise / WELD))) : 1;
}

/** The diagonal of all that stands there, and the largest coordinate, as the source file has it; metres. */
export interface Extent {
  readonly size: number;
  readonly reach: number;
}

export function extentOf({ positions, triangles, partStart, partElement, elements, origin }: Model): Extent {
  const box = Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity);
  const own = new Float64Array(6);
  for (let part = 0; part < partElement.length; part++) {
    if (elements[partElement[part]!]!.use === 'space') continue;
    boundTriangles(positions, triangles, partStart[part]!, partStart[part + 1]!, own);
    for (let k = 0; k < 3; k++) {
      if (own[k]! < box[k]!) box[k] = own[k]!;
      if (own[k + 3]! > box[k + 3]!) box[k + 3] = own[k + 3]!;
    }
  }
  const size = Math.hypot(box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!);
  const reach = box.reduce((most, x, k) => Math.max(most, Math.abs(x + origin[k % 3]!)), 0);
  return { size, reach };
}

/** A scene as large as its model, for what is measured in it. */
export function atModelSize(scene: Scene): Scene {
  const { scale } = scene;
  if (scale === 1) return scene;
  const real = (all: Float64Array) => all.map((x) => x / scale);
  return {
    ...scene,
    scale: 1,
    vertices: real(scene.vertices),
    partBounds: real(scene.partBounds),
    blockBounds: real(scene.blockBounds),
    meetingEnds: real(scene.meetingEnds),
  };
}

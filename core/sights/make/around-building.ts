import { boundTriangles } from '../../geometry/bounds';
import type { Frame } from '../../geometry/frame';
import type { Element, Model } from '../../model/model';
import type { Limits } from '../sight';

/** What boxes of elements are asked for. */
export interface BoxedElements {
  readonly elements: readonly Pick<Element, 'use'>[];
  /** x0 y0 z0 x1 y1 z1 of each, metres from the model's origin. */
  readonly elementBoxes: ArrayLike<number>;
  readonly origin: readonly [number, number, number];
}

/** Ground that makes a picture larger than so many times the building is in the way of it. */
const IN_THE_WAY = 2;
/** What of the ground is shown around a building: a part of its larger side, and this at least. Metres. */
const [PART, LEAST] = [0.12, 2];
/** Limits are whole steps, metres. */
const STEP = 0.5;

/**
 * Limits of a picture around what is no ground, where the ground to its far edge would make it much larger than that; null where it would
 * not, or where there is nothing else. In upright pictures to the left and right only: there the ground line is a part of the drawing.
 */
export function aroundBuilding(model: BoxedElements, frame: Frame): Limits | null {
  const [own, all] = [emptyBox(), emptyBox()];
  model.elements.forEach(({ use }, e) => {
    if (use === 'space') return;
    const corners = cornersOf(model, e);
    if (!corners) return;
    for (const box of use === 'terrain' ? [all] : [own, all]) for (const p of corners) take(box, frame, p);
  });
  const [w, h] = [own[2] - own[0], own[3] - own[1]];
  if (!(w > 0) || !(h > 0)) return null;
  const by = Math.max(LEAST, PART * Math.max(w, h));
  const around = [own[0] - by, own[1] - by, own[2] + by, own[3] + by] as const;
  const isUpright = frame.up[2] > 0.5;
  const sizeOf = ([u0, v0, u1, v1]: readonly number[]) => (u1! - u0!) * (isUpright ? 1 : v1! - v0!);
  if (sizeOf(all) <= IN_THE_WAY * sizeOf(own) || sizeOf(all) <= sizeOf(around)) return null;
  const down = (x: number) => Math.floor(x / STEP) * STEP;
  const up = (x: number) => Math.ceil(x / STEP) * STEP;
  const sides = { left: down(around[0]), right: up(around[2]) };
  return isUpright ? sides : { ...sides, bottom: down(around[1]), top: up(around[3]) };
}

/** Those of the plans of a model, and of its ceiling plans, which lie as these: all have the same frame but for their height. */
export const limitsOfPlans = (model: BoxedElements): Limits | null =>
  aroundBuilding(model, { origin: model.origin, look: [0, 0, -1], right: [1, 0, 0], up: [0, 1, 0] });

type Box = [u0: number, v0: number, u1: number, v1: number];
const emptyBox = (): Box => [Infinity, Infinity, -Infinity, -Infinity];

/** The corners of an element's box in the coordinates of the file; null of one without a body. */
function cornersOf({ elementBoxes, origin }: BoxedElements, e: number): [number, number, number][] | null {
  const at = (k: number) => elementBoxes[e * 6 + k]! + origin[k % 3]!;
  if (!(at(0) <= at(3))) return null;
  return [0, 1, 2, 3, 4, 5, 6, 7].map((c) => [at(c & 1 ? 3 : 0), at(c & 2 ? 4 : 1), at(c & 4 ? 5 : 2)]);
}

function take(box: Box, { origin, right, up }: Frame, p: readonly [number, number, number]): void {
  const on = (axis: Frame['right']) => [0, 1, 2].reduce((sum, k) => sum + (p[k]! - origin[k]!) * axis[k]!, 0);
  const [u, v] = [on(right), on(up)];
  box[0] = Math.min(box[0], u);
  box[1] = Math.min(box[1], v);
  box[2] = Math.max(box[2], u);
  box[3] = Math.max(box[3], v);
}

/** The boxes of the elements of a model, as `BoxedElements` has them. */
export function boxesOfElements({ positions, triangles, partStart, partElement, elements }: Model): Float64Array {
  const out = new Float64Array(elements.length * 6).map((_, i) => (i % 6 < 3 ? Infinity : -Infinity));
  const own = new Float64Array(6);
  for (let part = 0; part < partElement.length; part++) {
    boundTriangles(positions, triangles, partStart[part]!, partStart[part + 1]!, own);
    for (let k = 0; k < 3; k++) {
      const at = partElement[part]! * 6 + k;
      out[at] = Math.min(out[at]!, own[k]!);
      out[at + 3] = Math.max(out[at + 3]!, own[k + 3]!);
    }
  }
  return out;
}

import { atModelSize } from '../scene/scale';
import { sixVolumes } from '../geometry/volume';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';

/** What can be counted of each element. */
export interface ElementFigures {
  /** Enclosed volume of its closed bodies, m³. */
  readonly volume: Float64Array;
  readonly triangles: Uint32Array;
  /** Edges with one face only, in all its bodies. */
  readonly borders: Uint32Array;
  /** x0 y0 z0 x1 y1 z1 of each, metres; an element without a body has none. */
  readonly boxes: Float64Array;
}

export function elementFigures(model: Model, prepared: Scene): ElementFigures {
  const scene = atModelSize(prepared);
  const n = model.elements.length;
  const volume = new Float64Array(n),
    triangles = new Uint32Array(n),
    borders = new Uint32Array(n),
    boxes = new Float64Array(n * 6);
  for (let e = 0; e < n; e++) {
    boxes.fill(Infinity, e * 6, e * 6 + 3);
    boxes.fill(-Infinity, e * 6 + 3, e * 6 + 6);
  }
  for (let p = 0; p < model.partElement.length; p++) {
    const e = model.partElement[p]!;
    triangles[e]! += scene.partTriangleStart[p + 1]! - scene.partTriangleStart[p]!;
    borders[e]! += scene.partClosed[p] ? 0 : scene.partBorders[p]!;
    if (scene.partClosed[p]) volume[e]! += volumeOf(scene, p);
    for (let k = 0; k < 3; k++) {
      boxes[e * 6 + k] = Math.min(boxes[e * 6 + k]!, scene.partBounds[p * 6 + k]!);
      boxes[e * 6 + 3 + k] = Math.max(boxes[e * 6 + 3 + k]!, scene.partBounds[p * 6 + 3 + k]!);
    }
  }
  return { volume, triangles, borders, boxes };
}

/** Enclosed volume of a closed part by the divergence theorem, measured from its first corner. */
function volumeOf({ vertices, triangles, partTriangleStart }: Scene, part: number): number {
  const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
  const o = triangles[from * 3]! * 3;
  let six = 0;
  for (let t = from; t < to; t++) six += sixVolumes(vertices, triangles, t, o);
  return six / 6;
}

import { normalIn } from '../geometry/frame';
import { dot } from '../geometry/vec3';
import { ON_PLANE } from '../geometry/numbers/tolerances';
import { STEEP } from '../cutting/trims-in-picture';
import type { View } from '../sights/view';

/**
 * The half spaces that a View keeps, of its trims, its keep box and the plane before its eye: which of them pass a box of the scene, and
 * how far a place of the picture lies beyond each. What lies within ON_PLANE of a plane lies in it.
 * A plane n · p = c of the View's frame is one of the picture too, also where that is drawn towards an eye at the distance d: points
 * keep n · p' = c (1 - w' / d).
 */
export class Clips {
  /** Number of planes, that before the eye included. */
  readonly count: number;
  /** a b c d of each: removed is what lies where a u + b v + c w + d is above nought, in the picture. */
  readonly planes: Float64Array;
  /** 1 for those whose cut face looks at the eye: its lines are those of regions. */
  readonly looksAtEye: Uint8Array;
  /** Number of the plane before the eye, or -1. It alone takes from what is left whole. */
  readonly eye: number;
  /** The numbers of all planes. */
  readonly all: Int32Array;
  /** The planes that pass the box that was asked last. */
  readonly passing: Int32Array;
  /** Normal and distance of each, in the scene. */
  private readonly space: Float64Array;

  constructor({ frame, distance, trims, eyePlane }: Pick<View, 'frame' | 'distance' | 'trims' | 'eyePlane'>) {
    const all = eyePlane ? [...trims, eyePlane] : trims;
    this.count = all.length;
    this.eye = eyePlane ? trims.length : -1;
    this.planes = new Float64Array(all.length * 4);
    this.space = new Float64Array(all.length * 4);
    this.looksAtEye = new Uint8Array(all.length);
    this.all = Int32Array.from(all.keys());
    this.passing = new Int32Array(all.length);
    all.forEach(({ origin, normal }, k) => {
      const [nu, nv, nw] = normalIn(frame, normal);
      const d = dot(normal, [frame.origin[0] - origin[0], frame.origin[1] - origin[1], frame.origin[2] - origin[2]]);
      const steep = nw - d / distance;
      this.planes.set([nu, nv, steep, d], k * 4);
      this.space.set([...normal, -dot(normal, origin)], k * 4);
      this.looksAtEye[k] = -steep >= STEEP ? 1 : 0;
    });
  }

  /**
   * How many planes pass a box (x0 y0 z0 x1 y1 z1 of the scene, at a place of a list), which they are stands in `passing`; -1 where the
   * box lies beyond one of them. `isWhole` of what is left whole.
   */
  pass(bounds: Float64Array, at: number, isWhole: boolean): number {
    const { space, passing } = this;
    let n = 0;
    for (let k = isWhole ? (this.eye < 0 ? this.count : this.eye) : 0; k < this.count; k++) {
      const x = space[k * 4]!,
        y = space[k * 4 + 1]!,
        z = space[k * 4 + 2]!;
      const middle =
        (x * (bounds[at]! + bounds[at + 3]!) + y * (bounds[at + 1]! + bounds[at + 4]!) + z * (bounds[at + 2]! + bounds[at + 5]!)) / 2 +
        space[k * 4 + 3]!;
      const reach =
        (Math.abs(x) * (bounds[at + 3]! - bounds[at]!) +
          Math.abs(y) * (bounds[at + 4]! - bounds[at + 1]!) +
          Math.abs(z) * (bounds[at + 5]! - bounds[at + 2]!)) /
        2;
      if (middle + reach <= ON_PLANE) continue;
      if (middle - reach >= -ON_PLANE) return -1;
      passing[n++] = k;
    }
    return n;
  }

  /** How far a place of the picture lies beyond a plane; nought where it lies in it. */
  beyond(k: number, u: number, v: number, w: number): number {
    const { planes } = this;
    const h = planes[k * 4]! * u + planes[k * 4 + 1]! * v + planes[k * 4 + 2]! * w + planes[k * 4 + 3]!;
    return h < ON_PLANE && h > -ON_PLANE ? 0 : h;
  }
}

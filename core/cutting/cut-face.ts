import type { Face } from '../geometry/rings';

/** A face that hides what lies behind it, and its depth at the picture's origin and by one unit of u and of v. */
export interface CutFace {
  readonly face: Face;
  readonly depth: readonly [at: number, byU: number, byV: number];
}

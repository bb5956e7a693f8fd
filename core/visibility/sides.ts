import { ASIDE } from '../geometry/numbers/tolerances';
import type { Scene } from '../scene/scene';
import { NOTHING } from '../sights/segments';
import { depthOf, nearestAt, type Found } from './depths/depth-probe';
import { STRIDE, type Tiles } from './tiles/tile-index';

/** A piece of an edge in the picture: both ends with their depths, and how long it is there. */
export interface Piece {
  readonly u0: number;
  readonly v0: number;
  readonly w0: number;
  readonly u1: number;
  readonly v1: number;
  readonly w1: number;
  readonly length: number;
}

/** The step to the left of a piece that is long enough to be beside it. */
export const aside = ({ u0, v0, u1, v1, length }: Piece): [su: number, sv: number] => [
  (-(v1 - v0) / length) * ASIDE,
  ((u1 - u0) / length) * ASIDE,
];

/** Two faces are one plane when their normals are this parallel, and their depths this alike. */
const PARALLEL = 0.99999;
const FLUSH = 1e-4;

/** The nearest surfaces on both sides of a place on a piece of an edge, of the place that was asked last. */
export class Sides {
  leftDepth = Infinity;
  rightDepth = Infinity;
  private left: Found | null = null;
  private right: Found | null = null;
  private readonly scene: Scene;
  private readonly tiles: Tiles;
  private readonly rank: (triangle: number) => number;

  constructor(scene: Scene, tiles: Tiles) {
    this.scene = scene;
    this.tiles = tiles;
    this.rank = (t) => (t < 0 ? NOTHING : scene.trianglePart[t]!);
  }

  /** Asks for the surfaces beside a place on a piece, t in parts of it. */
  probe(piece: Piece, t: number): void {
    const [su, sv] = aside(piece);
    const u = piece.u0 + t * (piece.u1 - piece.u0),
      v = piece.v0 + t * (piece.v1 - piece.v0);
    this.left = nearestAt(this.tiles, u + su, v + sv, this.rank);
    this.right = nearestAt(this.tiles, u - su, v - sv, this.rank);
    this.leftDepth = depthOf(this.left, u + su, v + sv);
    this.rightDepth = depthOf(this.right, u - su, v - sv);
  }

  /** The element that is seen at a place of the picture, or NOTHING. */
  elementSeen(u: number, v: number): number {
    return this.elementOf(nearestAt(this.tiles, u, v, this.rank));
  }

  /** The element on the deeper side. */
  behind(): number {
    return this.elementOf(this.leftDepth > this.rightDepth ? this.left : this.right);
  }

  /** The element on its other side than one's own; where it is on neither, that of the deeper side, or of the two the later. */
  across(element: number): number {
    const [a, b] = [this.elementOf(this.left), this.elementOf(this.right)];
    if (a === element || b === element) return a === element ? b : a;
    // an edge may run either way: what it parts must not hang on that
    if (Math.abs(this.leftDepth - this.rightDepth) > FLUSH) return this.leftDepth > this.rightDepth ? a : b;
    return Math.max(a, b);
  }

  /** Whether the surfaces on both sides are parts of one element in one plane. */
  isOneFace(): boolean {
    const { left, right } = this;
    if (!left || !right || this.elementOf(left) < 0 || this.elementOf(left) !== this.elementOf(right)) return false;
    const p = left.band.records,
      q = right.band.records;
    const [a, b] = [left.occluder * STRIDE + 9, right.occluder * STRIDE + 9];
    const cos = p[a]! * q[b]! + p[a + 1]! * q[b + 1]! + p[a + 2]! * q[b + 2]!;
    return Math.abs(cos) > PARALLEL && Math.abs(p[a + 3]! - Math.sign(cos) * q[b + 3]!) < FLUSH;
  }

  private elementOf(found: Found | null): number {
    const t = found ? found.band.triangle[found.occluder]! : -1;
    return t < 0 ? NOTHING : this.scene.partElement[this.scene.trianglePart[t]!]!;
  }
}

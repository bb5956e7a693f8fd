import type { Frame } from '../geometry/frame';
import { foreshortening, normalIn } from '../geometry/frame';
import type { Face, Ring } from '../geometry/rings';
import { cross, dot, subtract, unit, type Vec2, type Vec3 } from '../geometry/vec3';
import type { DrawingNames } from './element-names';

/** How a View lies in the drawing. */
export interface SeenPicture {
  /** In the coordinates of the file. */
  readonly frame: Frame;
  /** Of the eye before the frame's plane, metres; Infinity where one looks along parallels. */
  readonly distance: number;
  /** Metres along the drawing: where a leg of a jogged section begins. */
  readonly shift: number;
  readonly isMirrored: boolean;
}

/** How the normal of the smooth surface that a facet stands for turns over it. */
export interface Bend {
  /** A place, in the coordinates of the file, and the normal there: nearly that of the facet, and nearly of length 1. */
  readonly at: Vec3;
  readonly normal: Vec3;
  /** Two directions in the facet, and what is added to the normal for each metre along them. */
  readonly axes: readonly [Vec3, Vec3];
  readonly turns: readonly [Vec3, Vec3];
}

/** What is seen of one flat face, in the drawing's plane, metres. */
export interface SeenFace {
  /** Index into the pictures. */
  readonly picture: number;
  readonly polygons: readonly Face[];
  /** Number of the flat face in the scene. */
  readonly face: number;
  /** Of its plane, in the coordinates of the file; the normal has length 1 and points to the eye. */
  readonly point: Vec3;
  readonly normal: Vec3;
  /** Of a facet of something round. */
  readonly bend?: Bend;
  readonly element: number;
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
  /** Of those polygons what the sun does not reach, though the face is turned to it; absent where no sun was asked. */
  readonly shadow?: readonly Face[];
}

/** The faces that a drawing shows, for patterns, tones and shadows. They do not overlap. */
export interface Seen {
  readonly pictures: readonly SeenPicture[];
  /** From which patterns count, in the coordinates of the file. */
  readonly zero: Vec3;
  /** By how much finer than those of buildings tolerances are: the scale of the scene. */
  readonly finer: number;
  readonly faces: readonly SeenFace[];
  /** What the numbers of elements and materials of the faces stand for. */
  readonly names: DrawingNames;
}

/** Steeper than this a face has no level direction of its own that means anything: it lies level (the cosine of its slope). */
const LEVEL = 1 - 1e-9;

/** A flat face's own plane: (s, t) along its level direction and up it, from the zero that it was given. */
export class FaceSpace {
  readonly along: Vec3;
  readonly up: Vec3;

  /** @param zero from which s and t count, in the coordinates of the file */
  constructor(
    readonly picture: SeenPicture,
    readonly point: Vec3,
    readonly normal: Vec3,
    private readonly zero: Vec3,
  ) {
    const isLevel = Math.abs(normal[2]) > LEVEL;
    this.along = isLevel ? [1, 0, 0] : unit(cross([0, 0, 1], normal));
    this.up = isLevel ? [0, 1, 0] : cross(normal, this.along);
  }

  /** Where a place of the drawing lies on the face. */
  fromPicture([x, v]: Vec2): Vec2 {
    const { frame, distance, shift, isMirrored } = this.picture;
    const u = isMirrored ? -x : x - shift;
    const n = normalIn(frame, this.normal);
    const d = subtract(this.point, frame.origin);
    // n . (u, v, w) = n . place of the point, all of them drawn to the eye where there is one
    const c = n[0] * dot(d, frame.right) + n[1] * dot(d, frame.up) + n[2] * dot(d, frame.look);
    const flat = n[0] * u + n[1] * v;
    const w = distance === Infinity ? (c - flat) / n[2] : (c - flat) / (n[2] + flat / distance);
    const k = distance === Infinity ? 1 : 1 + w / distance;
    return this.onFace(this.inSpace(u * k, v * k, w));
  }

  /** A ring of the drawing on the face. Along parallels that is straight: three places tell all. */
  ringFromPicture(ring: Ring): Ring {
    if (this.picture.distance !== Infinity) return mapRing(ring, (at) => this.fromPicture(at));
    const [zero, one, other] = [this.fromPicture([0, 0]), this.fromPicture([1, 0]), this.fromPicture([0, 1])];
    const [su, tu, sv, tv] = [one[0] - zero[0], one[1] - zero[1], other[0] - zero[0], other[1] - zero[1]];
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = zero[0] + su * ring[i]! + sv * ring[i + 1]!;
      out[i + 1] = zero[1] + tu * ring[i]! + tv * ring[i + 1]!;
    }
    return out;
  }

  /** A place of the face in the drawing, and its depth. */
  toPicture([s, t]: Vec2): Vec3 {
    const { frame, distance, shift, isMirrored } = this.picture;
    const [u, v, w] = this.frameOf(this.inFile([s, t]), frame);
    const k = foreshortening(w, distance);
    return [isMirrored ? -u * k : u * k + shift, v * k, w];
  }

  /** Many places, s and t one behind the other, as u, v and depth. Along parallels the picture of a plane is straight: three places tell all. */
  allToPicture(places: ArrayLike<number>): Float64Array {
    const out = new Float64Array((places.length / 2) * 3);
    const isStraight = this.picture.distance === Infinity;
    const [zero, one, other] = isStraight ? [this.toPicture([0, 0]), this.toPicture([1, 0]), this.toPicture([0, 1])] : [];
    if (!zero) {
      for (let i = 0, o = 0; i < places.length; i += 2, o += 3) out.set(this.toPicture([places[i]!, places[i + 1]!]), o);
      return out;
    }
    const [a, b, c] = zero;
    const [[au, bu, cu], [av, bv, cv]] = [subtract(one!, zero), subtract(other!, zero)];
    for (let i = 0, o = 0; i < places.length; i += 2, o += 3) {
      const s = places[i]!,
        t = places[i + 1]!;
      out[o] = a + au * s + av * t;
      out[o + 1] = b + bu * s + bv * t;
      out[o + 2] = c + cu * s + cv * t;
    }
    return out;
  }

  onFace(p: Vec3): Vec2 {
    const d = subtract(p, this.zero);
    return [dot(d, this.along), dot(d, this.up)];
  }

  inFile([s, t]: Vec2): Vec3 {
    const { along, up, zero, normal } = this;
    const off = dot(subtract(this.point, zero), normal);
    return [0, 1, 2].map((k) => zero[k]! + along[k]! * s + up[k]! * t + normal[k]! * off) as unknown as Vec3;
  }

  private frameOf(p: Vec3, { origin, right, up, look }: Frame): Vec3 {
    const d = subtract(p, origin);
    return [dot(d, right), dot(d, up), dot(d, look)];
  }

  /** The point that a frame has at (u, v, w). */
  private inSpace(u: number, v: number, w: number): Vec3 {
    const { origin, right, up, look, slant } = this.picture.frame;
    const [r, q] = slant ? [slant.right, slant.up] : [right, up];
    const [a, b] = slant ? [u - slant.by[0] * w, v - slant.by[1] * w] : [u, v];
    return [0, 1, 2].map((k) => origin[k]! + r[k]! * a + q[k]! * b + look[k]! * w) as unknown as Vec3;
  }
}

/** A ring with each of its corners elsewhere. */
export function mapRing(ring: Ring, to: (at: Vec2) => readonly number[]): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    const at = to([ring[i]!, ring[i + 1]!]);
    out[i] = at[0]!;
    out[i + 1] = at[1]!;
  }
  return out;
}

import type { Frame } from '../geometry/frame';
import type { SightKind } from './sight';
import type { TrimPlane } from './trims';

/** What of a picture is wanted, in its own u and v; infinite where it has no limit. */
export interface Window {
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
}

/** Where the picture of a View goes in the drawing. */
export interface Place {
  /** Metres along the drawing: where a leg of a jogged section begins. */
  readonly shift: number;
  /** From where to where the picture is shown in its own u; a leg of a jogged section ends where the next begins, and infinite is what has no end. */
  readonly from: number;
  readonly to: number;
  /** u runs the other way: what is seen from below lies as the plan above it lies. */
  readonly isMirrored: boolean;
  /** Only the outlines come, as what hangs overhead. */
  readonly isOverhead: boolean;
}

/**
 * What a sight means in figures, for the engine: one View, or one for each leg, and one upwards for what hangs overhead. Plain data in
 * the coordinates of the scene, so that another thread can be given it. Nothing later on asks what kind of sight it came from, but
 * for the role of the ground.
 */
export interface View {
  readonly frame: Frame;
  /** Of the eye before the frame's plane, metres; Infinity where one looks along parallels. */
  readonly distance: number;
  /** Whether the frame's plane cuts. */
  readonly isCut: boolean;
  /** How deep one looks, metres along the look, Infinity for no end; and the same as a depth of the picture. */
  readonly reach: number;
  readonly depth: number;
  /** What lies deeper has the role far: a depth of the picture. */
  readonly far: number;
  readonly jumps: readonly number[];
  readonly window: Window;
  /** The trims and the sides of the keep box, whose cut faces are shown. */
  readonly trims: readonly TrimPlane[];
  /** What a perspective cannot show: the plane just before the eye. */
  readonly eyePlane: TrimPlane | null;
  /** Parts that are shown (1), and of them those that are left whole (2). */
  readonly shown: Uint8Array;
  /** Parts that keep their joints (1). */
  readonly joints: Uint8Array;
  readonly kind: SightKind;
  /** Whether hidden lines are kept. */
  readonly keepsHidden: boolean;
  readonly isProfile: boolean;
  readonly layersMeet: boolean;
  readonly place: Place;
}

export const HERE: Place = { shift: 0, from: -Infinity, to: Infinity, isMirrored: false, isOverhead: false };

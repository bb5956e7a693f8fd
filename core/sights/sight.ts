import type { Vec2, Vec3 } from '../geometry/vec3';

export type SightKind = 'section' | 'elevation' | 'plan' | 'ceiling plan' | 'axonometric' | 'perspective';
export type Compass = 'north' | 'east' | 'south' | 'west';

/** Picks elements: every field that is given must fit. All but `id` and `ids` compare whole words, without case. */
export interface Rule {
  readonly class?: string | undefined;
  /** Name of the element's type: "Door 90 x 210". */
  readonly type?: string | undefined;
  readonly storey?: string | undefined;
  readonly material?: string | undefined;
  /** Layer of the source file. */
  readonly layer?: string | undefined;
  readonly name?: string | undefined;
  /** Name of one of several models, as its file is called, without the ending. */
  readonly model?: string | undefined;
  readonly id?: string | undefined;
  /** Name of a set of elements that the project keeps; `ids` says which they are. */
  readonly set?: string | undefined;
  readonly ids?: readonly string[] | undefined;
  readonly use?: 'include' | 'exclude' | undefined;
}

/** What is left of the drawing plane; metres from the frame's origin, null for no limit. */
export interface Limits {
  readonly left?: number | null | undefined;
  readonly right?: number | null | undefined;
  readonly bottom?: number | null | undefined;
  readonly top?: number | null | undefined;
}

/**
 * A saved way of looking at the model: where from, what is cut, how far it reaches, what it shows.
 * Lengths in metres, coordinates those of the source file. The same form is a sight file.
 */
export interface Sight {
  readonly kind: SightKind;
  readonly number: string;
  readonly name: string;
  /** Section: the two ends of its line in plan; with more points the line jogs. */
  readonly path?: readonly Vec2[] | undefined;
  /** Side of the path, walking from its first point. */
  readonly look?: 'left' | 'right' | undefined;
  /** Plan: name of the storey, and the height of the cut over its floor. */
  readonly storey?: string | undefined;
  readonly height?: number | undefined;
  /** Elevation: the direction in which one looks. A compass direction goes by true north. */
  readonly toward?: Compass | Vec2 | undefined;
  /** Instead of the above, for any kind. With `cut` the plane through origin cuts; else the whole model is seen. */
  readonly frame?: { readonly origin: Vec3; readonly look: Vec3; readonly up: Vec3; readonly cut: boolean } | undefined;
  /**
   * Axonometric with a frame: what lies in the frame's plane is true, and a point that lies w behind it is drawn w × scale away from its
   * place, at an angle in degrees, counter-clockwise from right; without, one looks square to the plane.
   */
  readonly oblique?: { readonly angle: number; readonly scale: number } | undefined;
  /** null or absent = no end, 0 = cut only. */
  readonly depth?: number | null | undefined;
  /** What lies deeper than this has the role far. */
  readonly far?: number | undefined;
  /** Sizes of jump in depth, metres, ascending, by which outlines are told apart: a standard may give each its weight. */
  readonly jumps?: readonly number[] | undefined;
  /** Plan: how far above the cut the outlines of what hangs there are shown, in the role overhead; null = no end. */
  readonly overhead?: number | null | undefined;
  readonly limits?: Limits | undefined;
  /** Perspective: where the eye is, and the point looked at, through which the picture plane passes. */
  readonly eye?: Vec3 | undefined;
  readonly target?: Vec3 | undefined;
  /** Angle of view in degrees, from side to side. */
  readonly fov?: number | undefined;
  /** Depth of each leg of a jogged section (those that take width), instead of `depth`. */
  readonly legDepths?: readonly (number | null)[] | undefined;
  /** Extra cutting planes: each removes what lies on the side to which its normal points. */
  readonly trims?: readonly { readonly origin: Vec3; readonly normal: Vec3 }[] | undefined;
  /** Only what is inside is drawn; `turn` in degrees about the vertical. */
  readonly keepBox?: { readonly centre: Vec3; readonly size: Vec3; readonly turn?: number | undefined } | undefined;
  readonly show?: readonly Rule[] | undefined;
  readonly leaveWhole?: readonly Rule[] | undefined;
  /** Axonometric: groups of elements moved out of place, each picked by a rule; lines trace where they came from. */
  readonly pullApart?: readonly (Rule & { readonly by: Vec3 })[] | undefined;
  /** Elements that keep the joints between them where their faces lie flush, though of one material (panels, blocks, furniture). */
  readonly joints?: readonly Rule[] | undefined;
  /** Layers of walls go on through weaker ones of a wall that they stand at, to the layer of their own material. */
  readonly layersMeet?: boolean | undefined;
  /** Everything that is cut is one: only the profile of the space remains. */
  readonly profile?: boolean | undefined;
  /** Whether hidden lines are kept, as lines of their own. */
  readonly hidden?: boolean | undefined;
  /** Whether the storeys' levels and the model's grid lines are put on its drawing; they are where nothing is said. No line of it hangs on them. */
  readonly levels?: boolean | undefined;
  readonly grid?: boolean | undefined;
}

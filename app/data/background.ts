import type { Vec2 } from '../../core/geometry/vec3';

/** Where a background lies: under the plans of the Key (of one storey or of all), or under the drawing of a sight. */
export type BackgroundPane =
  | { readonly pane: 'key'; readonly storey: string | null }
  | { readonly pane: 'drawing'; readonly sight: string };

/** An image at true scale behind the Key or a Drawing. It is looked at, never measured, and leaves the house only when asked for. */
export interface Background {
  readonly id: string;
  readonly name: string;
  /** Key of the image's row. */
  readonly image: string;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  readonly on: BackgroundPane;
  /** Place of its upper left corner, metres in the plan or in the drawing. */
  readonly at: Vec2;
  readonly metresPerPixel: number;
  /** Radians, anticlockwise. */
  readonly turn: number;
  /** 0 = as it is, 1 = not to be seen. */
  readonly fade: number;
  readonly isLocked: boolean;
  readonly isHidden: boolean;
}

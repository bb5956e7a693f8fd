import type { HandPen } from '../../../core/drafting/hand';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { Profile } from '../../../core/touch-ups/profile-at';
import type { Shape } from '../../../core/touch-ups/shape';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { Trimmed } from '../../../core/touch-ups/trim';
import type { MeantLine, Worked } from '../../workers/line-meant';

/** What the hand does on the drawing. */
export type Mode =
  | 'choose' | 'part' | 'trim' | 'extend' | 'offset' | 'mirror'
  | 'line' | 'arc' | 'outline' | 'circle' | 'fill' | 'mask' | 'text' | 'profile'; // prettier-ignore
/** In these a click takes what is there; in all others it sets a point. */
export const TAKES: ReadonlySet<Mode> = new Set(['choose', 'profile', 'trim', 'extend']);
/** These do something with the lines that are chosen. */
export const WITH_CHOSEN: ReadonlySet<Mode> = new Set(['choose', 'part', 'offset', 'mirror']);
/** These end where they began. */
export const CLOSED: ReadonlySet<Mode> = new Set(['outline', 'fill', 'mask']);
/** How many points these have. */
export const POINTS: { readonly [M in Mode]?: number } = { circle: 2, part: 2, mirror: 2, arc: 3 };

/** What the hand has, and is at. */
export interface AtHand {
  readonly mode: Mode;
  readonly chosen: readonly MeantLine[];
  readonly points: readonly Vec2[];
  readonly aim: Vec2 | null;
  readonly profile: Profile | null;
  /** With which pen, pattern and words things are added. */
  readonly pen: HandPen & { readonly weight: number };
  readonly pattern: string;
  readonly words: string;
  /** How far away a parallel runs, metres; through the place that is clicked where none is set. */
  readonly distance: number | null;
}

/** What is put on the drawing, and what of it is taken away, in one step. */
export interface HandStep {
  readonly add?: readonly TouchUp[];
  readonly remove?: readonly string[];
}

export interface TouchSetup {
  /** The line that is meant by a place; zoom in pixels of a metre. */
  readonly meant: (at: Vec2, zoom: number) => Promise<MeantLine | null>;
  readonly trim: (at: Vec2, zoom: number) => Promise<Worked<Trimmed> | null>;
  readonly extend: (at: Vec2, zoom: number) => Promise<Worked<{ readonly piece: Shape; readonly whole: Shape }> | null>;
  readonly profile: (at: Vec2) => Promise<Profile | null>;
  readonly step: (label: string, step: HandStep) => void;
  readonly onFault: (words: string) => void;
}

import type { RankRule } from '../cutting/material-rank';
import works from './standard-works.json';

/** An index 1 to 255 of the colour table of DXF (7 = black on paper), or a true colour "#RRGGBB". */
export type PenColour = number | string;

/** One family of parallel lines of a pattern; paper millimetres, degrees. `offset` leads from one line to the next. */
export interface PatternLine {
  readonly angle: number;
  readonly origin: readonly [number, number];
  readonly offset: readonly [number, number];
  /** Lengths drawn (positive) and skipped (negative) in turns; empty for a line without gaps. */
  readonly dashes: readonly number[];
}

/** The first rule whose every given field fits decides. A line without a fitting rule does not exist: the last rule has no conditions. */
export interface LineRule {
  readonly role?: string;
  readonly joint?: boolean;
  /** Only outlines across which the depth jumps by at least this, metres, as far as the sight tells jumps apart. */
  readonly jump?: number;
  readonly class?: string;
  readonly material?: string;
  /** May hold {class} and {material}. */
  readonly layer: string;
  /** Paper millimetres. */
  readonly weight: number;
  readonly type: string;
  readonly colour: PenColour;
}

export interface FillRule {
  readonly use?: string;
  readonly class?: string;
  /** A word that the material's name holds. */
  readonly material?: string;
  readonly layer: string;
  /** "solid" or a name of `patterns`. */
  readonly pattern: string;
  /** false for what is cut but no matter of the building (water): no wash lies under it on the screen. */
  readonly wash?: boolean;
  readonly weight: number;
  readonly colour: PenColour;
}

/** Pen, layer and lettering of annotation. */
export interface MarkRule {
  readonly mark: Mark;
  readonly layer: string;
  readonly weight: number;
  readonly type: string;
  readonly colour: PenColour;
  /** Height of capitals, paper millimetres. */
  readonly height: number;
}

/** What a drawing is annotated with by itself: heights of the storeys, grid lines of the model and their tags, number, name and scale; and outlines of cut faces. */
export const MARKS = ['level', 'grid', 'grid tag', 'title', 'region outline'] as const;
export type Mark = (typeof MARKS)[number];

/** The office's drafting standard: rules from role, class and material to layer, line weight, line type, colour and fill. */
export interface Standard {
  readonly name: string;
  /** Dashes of each line type, paper millimetres; "continuous" always exists. */
  readonly lineTypes: Readonly<Record<string, readonly number[]>>;
  readonly patterns: Readonly<Record<string, readonly PatternLine[]>>;
  readonly lines: readonly LineRule[];
  readonly fills: readonly FillRule[];
  /** Of annotation; what is not told here is as in the standard that comes along. */
  readonly marks?: readonly MarkRule[];
  /** Whether all that is on a layer has the layer's own pen: no two rules may then give one layer two pens. */
  readonly layersArePens?: boolean;
  /** The office's table of ranks, before the one that comes along; see core/cutting/material-rank.ts. */
  readonly ranks?: readonly RankRule[];
}

/** The standard that comes along. */
export const STANDARD: Standard = works as unknown as Standard;

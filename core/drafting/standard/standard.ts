import type { RankRule } from '../../cutting/regions/material-rank';
import type { PatternLine } from '../../geometry/pattern-line';

/** An index 1 to 255 of the colour table of DXF (7 = black on paper), or a true colour "#RRGGBB". */
export type PenColour = number | string;

/** What of a model and a drawing a rule is for: every field that is given must fit. */
export interface Conditions {
  /** Class, type, storey and layer of the source file as a whole, without case. */
  readonly class?: string;
  readonly elementType?: string;
  readonly storey?: string;
  readonly sourceLayer?: string;
  /** A word that the material's name holds. */
  readonly material?: string;
  /** Whether a material is known at all. */
  readonly hasMaterial?: boolean;
  /** A word that the element's name holds. */
  readonly name?: string;
  /** A named set of the project that the element is in. */
  readonly set?: string;
  /** Which layer of a build-up a cut face is, or a line of the cut runs along, counted from 1; of one that is met twice, either. */
  readonly buildUpLayer?: number;
  /** The kind of the sight. */
  readonly sight?: string;
}

/** The first rule whose every given field fits decides. A line without a fitting rule does not exist: the last rule has no conditions. */
export interface LineRule extends Conditions {
  readonly role?: string;
  readonly joint?: boolean;
  /** Only outlines across which the depth jumps by at least this, metres, as far as the sight tells jumps apart. */
  readonly jump?: number;
  /** How far behind the picture's plane the line's nearest point lies, metres: from, and up to but not with. */
  readonly distance?: { readonly from?: number; readonly to?: number };
  /** false: what it catches is not drawn. */
  readonly drawn?: boolean;
  /** May hold {class} and {material}. */
  readonly layer: string;
  /** Paper millimetres. */
  readonly weight: number;
  readonly type: string;
  readonly colour: PenColour;
}

export interface FillRule extends Conditions {
  readonly use?: string;
  readonly layer: string;
  /** "solid", "none", "wave" (a line to and fro that follows the thickness), or a name of `patterns`. */
  readonly pattern: string;
  /** What the lengths of the pattern are millimetres of; of paper where nothing is said. */
  readonly size?: 'paper' | 'model';
  /** Whether the pattern is turned with the long side of each region, and counts from its corner. */
  readonly along?: 'long side';
  /** Of a wave: how far it goes on from one stroke to the next, as a part of the thickness. */
  readonly pitch?: number;
  /** Of a wave: the pattern of faces that are no straight bands. */
  readonly elsewhere?: string;
  /** What is thinner on paper than so many millimetres is solid. */
  readonly solidBelow?: number;
  /** false for what is cut but no matter of the building (water): no wash lies under it on the screen. */
  readonly wash?: boolean;
  readonly weight: number;
  readonly colour: PenColour;
}

/** Patterns of fills that need no definition. */
export const OWN_PATTERNS: readonly string[] = ['none', 'solid', 'wave'];

/** Which pattern is on a face that is seen; its lines have the role surface, and the pens of that. */
export interface SurfaceRule extends Conditions {
  /** How the face stands. */
  readonly facing?: 'upright' | 'level' | 'sloped';
  /** "none", or a name of `surfacePatterns`. */
  readonly pattern: string;
  /** The smallest scale, 1 : so much, at which it is drawn. */
  readonly upTo?: number;
  /** By how much it is turned on the face from the level, degrees anticlockwise. */
  readonly turn?: number;
  /** From where it counts: metres along the face and up it from the zero of the model. */
  readonly from?: readonly [along: number, up: number];
}

/** The colour behind the lines of a face that is seen. */
export interface ToneRule extends Conditions {
  readonly layer: string;
  readonly colour: PenColour;
  /** How much of what is below shows through it: 1 for nothing. */
  readonly opacity?: number;
  /** How much darker it is where it is turned away from the light, 0 to 1. */
  readonly shade?: number;
  /** How it pales with distance behind the picture's plane: from so many metres on, at `to` by `by`, 0 to 1. */
  readonly fade?: { readonly from: number; readonly to: number; readonly by: number };
}

/** Layer and colour of what the sun does not reach. */
export interface ShadowRule {
  readonly layer: string;
  readonly colour: PenColour;
  readonly opacity: number;
}

/** How a drawing is to read: what it says for itself takes the place of the Standard's own. */
export interface Look {
  readonly name: string;
  readonly lines?: readonly LineRule[];
  readonly fills?: readonly FillRule[];
  readonly surfaces?: readonly SurfaceRule[];
  readonly tones?: readonly ToneRule[];
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
  readonly surfaces?: readonly SurfaceRule[];
  /** Patterns of faces, metres of the model: `PatternLine` otherwise. */
  readonly surfacePatterns?: Readonly<Record<string, readonly PatternLine[]>>;
  readonly tones?: readonly ToneRule[];
  readonly shadow?: ShadowRule;
  /** The looks that one can choose from, the first where nothing is said; none is one look, called as the Standard is. */
  readonly looks?: readonly Look[];
  /** Of annotation; what is not told here is as in the standard that comes along. */
  readonly marks?: readonly MarkRule[];
  /** Whether touching cut faces of one pattern and two materials are told apart, the second by a turned or shifted pattern. */
  readonly tellApart?: boolean;
  /** Whether all that is on a layer has the layer's own pen: no two rules may then give one layer two pens. */
  readonly layersArePens?: boolean;
  /** The office's table of ranks, before the one that comes along; see core/cutting/regions/material-rank.ts. */
  readonly ranks?: readonly RankRule[];
}

/** What the looks of a standard are called, in their order. */
export const lookNames = ({ name, looks }: Standard): readonly string[] => looks?.map((look) => look.name) ?? [name];

/** The layers of build-ups, counted from 1, that rules for lines tell apart. */
export const layersAsked = ({ lines }: Standard): ReadonlySet<number> =>
  new Set(lines.flatMap(({ buildUpLayer }) => (buildUpLayer === undefined ? [] : [buildUpLayer])));

/** A standard in one of its looks, the first where none is named; null where it has none of that name. Case does not matter. */
export function inLook(standard: Standard, name?: string): Standard | null {
  const names = lookNames(standard);
  const at = name === undefined ? 0 : names.findIndex((own) => own.toLowerCase() === name.trim().toLowerCase());
  if (at < 0) return null;
  const { name: _name, ...own } = standard.looks?.[at] ?? { name: '' };
  return { ...standard, ...own };
}

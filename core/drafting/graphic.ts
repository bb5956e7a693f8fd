import { drawnSides, type DrawnSide } from '../linework/boundary-edges';
import type { Drawing } from '../linework/drawing';
import type { Sight } from '../sights/sight';
import type { DrawingNames } from './drawing-names';
import type { PatternLine } from '../geometry/pattern-line';
import type { Face } from '../geometry/rings';
import type { PenColour } from './standard/standard';

/** What a line is drawn with. */
export interface Pen {
  /** Paper millimetres. */
  readonly weight: number;
  readonly lineType: string;
  /** Lengths drawn and skipped in turns, paper millimetres; empty for a continuous line. */
  readonly dashes: readonly number[];
  readonly colour: PenColour;
}

/** What is not seen at all, and what is seen on the screen but not on paper. */
export const LAYER_STATES = ['off', 'not plotted'] as const;
export type LayerState = (typeof LAYER_STATES)[number];

/** A named sheet of the drawing. It never decides a pen; its own is for what a drafter adds to it later. */
export interface Layer {
  readonly name: string;
  /** Absent for one that is on. */
  readonly state?: LayerState;
  /** Index into pens: that of the first rule of the Standard which puts anything on it. */
  readonly pen: number;
}

/** What a pattern repeats, as one path: the same lines as its families, for a form that has tiles. Millimetres of paper, degrees. */
export interface PatternTile {
  readonly at: readonly [number, number];
  readonly angle: number;
  readonly width: number;
  readonly height: number;
  /** Corners in the tile, from its lower left corner. */
  readonly path: BulgedPath;
  /** Where the pattern is one line through the whole of its face: that line, from the drawing's zero. For a form that draws arcs. */
  readonly line?: BulgedPath;
}

/** Corners as x, y and bulge, three numbers each: the tangent of a quarter of the angle by which the way on turns, positive counter-clockwise. */
export type BulgedPath = readonly number[];

export interface FillPiece {
  readonly face: Face;
  readonly lines: readonly PatternLine[];
  readonly tile?: PatternTile;
}

/** How a cut face is filled. */
export interface RegionFill {
  /** Indices into layers and pens. */
  readonly layer: number;
  readonly pen: number;
  readonly pattern: string;
  /** null = solid. Paper millimetres. */
  readonly lines: readonly PatternLine[] | null;
  /** Where the pattern goes its own way in each of several pieces, these in the place of the whole. */
  readonly pieces?: readonly FillPiece[];
  readonly tile?: PatternTile;
  /** Whether a wash lies below it; on the screen only. */
  readonly wash: boolean;
  /** false where only the standard's last rule, the one for everything, fits. */
  readonly isOwn: boolean;
  /** How much of what is below it hides, 0 to 1; absent for all. */
  readonly opacity?: number;
  /** Whether it is laid against others of its kind: a hair of its own colour around it keeps the paper from showing between them. */
  readonly isTone?: boolean;
  /** Whether it was put there by hand: it lies on what is filled by rule. */
  readonly isByHand?: boolean;
}

/** Regions of one layer that are filled one after the other, by their numbers. */
export interface FillGroup {
  readonly layer: number;
  readonly regions: readonly number[];
}

/**
 * The filled regions in the order in which they are painted, whoever does it: tones of faces, the shadows on them, what is cut, and on top
 * what was filled by hand; each of these layer by layer.
 */
export function fillGroups({ drawing: { regions }, fills }: Pick<Graphic, 'drawing' | 'fills'>): FillGroup[] {
  const levels = [0, 1, 2, 3].map(() => new Map<number, number[]>());
  fills.forEach((fill, r) => {
    if (!fill) return;
    const { use } = regions[r]!;
    const level = levels[fill.isByHand ? 3 : use === 'tone' ? 0 : use === 'shadow' ? 1 : 2]!;
    const group = level.get(fill.layer);
    if (group) group.push(r);
    else level.set(fill.layer, [r]);
  });
  return levels.flatMap((level) => [...level].sort((a, b) => a[0] - b[0]).map(([layer, own]) => ({ layer, regions: own })));
}

/** The faces that a fill is laid in, each with its lines: mostly the one face itself. */
export const facesOfFill = (
  fill: RegionFill,
  whole: readonly (readonly DrawnSide[])[],
): readonly (Pick<RegionFill, 'lines' | 'tile'> & { readonly rings: readonly (readonly DrawnSide[])[] })[] =>
  fill.pieces?.map(({ face, ...how }) => ({ ...how, rings: drawnSides(face) })) ?? [
    { rings: whole, lines: fill.lines, ...(fill.tile && { tile: fill.tile }) },
  ];

/** That hair, paper millimetres. */
export const TONE_HAIR = 0.05;

/** A cut outline with arcs of circles that closes on one layer: what some lines of a drawing are as a whole. */
export interface RoundOutline {
  /** The lines that it stands for, ascending. */
  readonly lines: readonly number[];
  /** One behind the other, the first an arc. */
  readonly sides: readonly DrawnSide[];
  /** The element that has most of it, and those beyond it, ascending. */
  readonly element: number;
  readonly beyond: readonly number[];
}

/**
 * Lines of annotation in the picture's plane, metres: stroke s has the points start[s] up to start[s + 1]; a circle has its middle as its
 * only point, and a radius.
 */
export interface Strokes {
  readonly points: Float64Array;
  readonly start: Uint32Array;
  /** 0 for what is no circle. */
  readonly radius: Float64Array;
  readonly pen: Uint16Array;
  readonly layer: Uint16Array;
}

/** A text in one line. */
export interface Text {
  readonly words: string;
  /** Height of its capitals, paper millimetres. */
  readonly height: number;
  /** Metres in the picture's plane: the end of its base line, or the middle of that. */
  readonly at: readonly [number, number];
  readonly anchor: 'start' | 'middle' | 'end';
  /** Radians, anticlockwise. */
  readonly turn: number;
  readonly pen: number;
  readonly layer: number;
}

/**
 * What is on paper, whoever draws it: screen, DXF, SVG, PDF and JSON know nothing else. A drawing with a pen and a layer for each of its
 * lines, a fill for each of its cut faces, and annotation at one scale.
 */
export interface Graphic {
  readonly version: 1;
  /** 1 : scale. */
  readonly scale: number;
  readonly sight: Pick<Sight, 'kind' | 'number' | 'name'>;
  /** Lines and cut faces, each with where it comes from: its element and role. */
  readonly drawing: Drawing;
  /** What its elements and materials are called. */
  readonly names: DrawingNames;
  /** Which rules of the standard caught what. */
  readonly caught: Caught;
  readonly pens: readonly Pen[];
  readonly layers: readonly Layer[];
  /** Pen and layer of each line. */
  readonly linePen: Uint16Array;
  readonly lineLayer: Uint16Array;
  /** Fill of each region; null for air, which is left open. */
  readonly fills: readonly (RegionFill | null)[];
  /** See `closeOutlines`. */
  readonly rounds: readonly RoundOutline[];
  /** Pen and layer of the outlines of cut faces, which a DXF then has once more, each a closed polyline; null for none. */
  readonly regionOutline: { readonly pen: number; readonly layer: number } | null;
  readonly strokes: Strokes;
  readonly texts: readonly Text[];
  /** Smallest and largest u, v of all that is on paper; with the room that texts take. */
  readonly box: readonly [u0: number, v0: number, u1: number, v1: number];
}

/** The outlines with arcs by the first of their lines, and all lines that they stand for. */
export function roundsByLine({ rounds }: Graphic): { first: Map<number, RoundOutline>; lines: Set<number> } {
  return { first: new Map(rounds.map((round) => [round.lines[0]!, round])), lines: new Set(rounds.flatMap(({ lines }) => lines)) };
}

/** By the number of the rule in its list; what is not drawn is counted all the same. */
export interface Caught {
  /** Rule of each line that is drawn. */
  readonly line: Uint16Array;
  /** Rule of each region, -1 for air, tones and shadows. */
  readonly region: Int16Array;
  /** How many lines and regions each rule caught. */
  readonly lines: Uint32Array;
  readonly regions: Uint32Array;
}

export const NO_STROKES: Strokes = {
  points: new Float64Array(0),
  start: new Uint32Array(1),
  radius: new Float64Array(0),
  pen: new Uint16Array(0),
  layer: new Uint16Array(0),
};

/** What of a sight is put on its drawing late, and no line hangs on. */
export type Titled = Pick<Sight, 'kind' | 'number' | 'name' | 'levels' | 'grid'>;

/** That of a sight alone: a hand that drags the rest of it changes nothing here. */
export const titled = ({ kind, number, name, levels, grid }: Titled): Titled => ({ kind, number, name, levels, grid });

/** The number and name of what is drawn, in one line. */
export const titleWords = ({ number, name, kind }: Graphic['sight']): string => `${number} ${name}`.trim() || kind;

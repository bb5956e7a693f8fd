import type { Face, Ring } from '../geometry/rings';
import type { Outline } from './close-loops';
import type { RankRule } from './regions/material-rank';

/** A closed cut face with holes, in the sight's plane, with its material and the elements it came from. */
export interface Region {
  /** Index into Model.materials, -1 where none is known. */
  readonly material: number;
  readonly elements: readonly number[];
  /** What it is: matter, or the air of a cavity, or the earth below a cut terrain; on paper also the tone of a face that is seen, and a shadow on it. */
  readonly use: 'matter' | 'air' | 'earth' | 'tone' | 'shadow';
  /** Number of the trim or side of the keep box that cuts here, from 1; absent for the sight's own plane. */
  readonly trim?: number;
  readonly face: Face;
}

/** Cut outlines of a sight: regions, and what stays open. */
export interface CutFaces {
  readonly regions: readonly Region[];
  /** The snapped outlines they were made of, with the part of each: lines find their element in them. */
  readonly outlines: readonly Ring[];
  readonly outlinePart: readonly number[];
  readonly open: readonly { readonly part: number; readonly points: Ring }[];
  /** Outlines that were closed over a gap. */
  readonly mended: readonly Outline[];
}

/** Nothing is cut. */
export const NOTHING_CUT: CutFaces = { regions: [], outlines: [], outlinePart: [], open: [], mended: [] };

export interface RegionOptions {
  /** The parts (1) that stay apart from others of their material. */
  readonly joints?: Uint8Array;
  /** Layers go on through weaker ones of a wall that they stand at, to their own material. */
  readonly layersMeet?: boolean | undefined;
  /** An office's own table of ranks, which goes before the one that comes along. */
  readonly ranks?: readonly RankRule[] | undefined;
}

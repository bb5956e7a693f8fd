import { nearestIndex } from '../drafting/colour-table';
import type { Pen } from '../drafting/graphic';
import { layerName } from '../drafting/safe-names';
import type { PenColour } from '../drafting/standard/standard';
import type { DxfTags } from './dxf-tags';

/** $INSUNITS values and metres in one unit (DXF Reference, release 2010, HEADER). */
export const DXF_UNITS = { in: [1, 0.0254], ft: [2, 0.3048], mm: [4, 0.001], cm: [5, 0.01], m: [6, 1] } as const;
export type DxfUnit = keyof typeof DXF_UNITS;

/** The line weights that the format allows, 1/100 mm (DXF Reference, group 370). */
const WEIGHTS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211];
export const snapWeight = (mm: number): number =>
  WEIGHTS.reduce((best, w) => (Math.abs(w - mm * 100) < Math.abs(best - mm * 100) ? w : best), 0);

/** What a release of the format has: its number, and whether it has UTF-8 (from 2007 on) and true colours (from 2004 on). */
export const DXF_VERSIONS = {
  R2000: { number: 'AC1015', isModern: false },
  R2010: { number: 'AC1024', isModern: true },
  R2018: { number: 'AC1032', isModern: true },
} as const;
export type DxfVersion = keyof typeof DXF_VERSIONS;

export function colourTags(tags: DxfTags, colour: PenColour, hasTrueColour: boolean, isOff = false): void {
  // a layer that is off has a negative index (DXF Reference, LAYER, group 62)
  const side = isOff ? -1 : 1;
  if (typeof colour === 'number') tags.int(62, side * colour);
  else if (!hasTrueColour) tags.int(62, side * nearestIndex(colour));
  else tags.int(62, side * 7).int(420, parseInt(colour.slice(1), 16));
}

export const typeName = (pen: Pen): string => (pen.dashes.length ? layerName(pen.lineType).toUpperCase() : 'Continuous');

/** Name under which the extended data of entities stand (DXF Reference, Extended Data). */
export const APPLICATION = 'TARVEX';
/** The text style of all lettering. */
export const LETTERING = 'LETTERING';

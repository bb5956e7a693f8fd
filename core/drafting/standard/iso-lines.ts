/*
 * Line types by their numbers in ISO 128-2 (the former ISO 128-20, table 1) with the lengths of their elements (table 3), as multiples of
 * the width of the line: dots up to 0.5, gaps 3, short dashes 6, dashes 12, long dashes 24, spaces 18. From memory.
 */
const [DOT, GAP, SHORT, DASH, LONG, SPACE] = [0.5, -3, 6, 12, 24, -18];

export interface IsoLine {
  readonly number: string;
  readonly name: string;
  /** Multiples of the line's width; a gap is negative. */
  readonly elements: readonly number[];
}

const line = (number: string, name: string, ...dashes: number[]): IsoLine => ({
  number,
  name,
  elements: dashes.flatMap((dash) => (dash < 0 ? [dash] : [dash, GAP])),
});

/** Types 01 to 15. A continuous line has no elements. */
export const ISO_LINES: readonly IsoLine[] = [
  { number: '01', name: 'continuous', elements: [] },
  line('02', 'dashed', DASH),
  { number: '03', name: 'dashed spaced', elements: [DASH, SPACE] },
  line('04', 'long-dashed dotted', LONG, DOT),
  line('05', 'long-dashed double-dotted', LONG, DOT, DOT),
  line('06', 'long-dashed triplicate-dotted', LONG, DOT, DOT, DOT),
  line('07', 'dotted', DOT),
  line('08', 'long-dashed short-dashed', LONG, SHORT),
  line('09', 'long-dashed double-short-dashed', LONG, SHORT, SHORT),
  line('10', 'dashed dotted', DASH, DOT),
  line('11', 'double-dashed dotted', DASH, DASH, DOT),
  line('12', 'dashed double-dotted', DASH, DOT, DOT),
  line('13', 'double-dashed double-dotted', DASH, DASH, DOT, DOT),
  line('14', 'dashed triplicate-dotted', DASH, DOT, DOT, DOT),
  line('15', 'double-dashed triplicate-dotted', DASH, DASH, DOT, DOT, DOT),
];

/** The dashes of a type at a width, paper millimetres; null for a number that there is none of. */
export function isoDashes(number: string, width: number): number[] | null {
  const found = ISO_LINES.find((own) => own.number === number.padStart(2, '0'));
  return found ? found.elements.map((element) => Number((element * width).toFixed(4))) : null;
}

/** Line widths of ISO 128-2: each the next by the square root of two, rounded. Millimetres. */
export const ISO_WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2] as const;

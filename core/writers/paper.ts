import { Fault } from '../faults/fault';

/** Sheets of the A series, upright, millimetres (ISO 216). */
export const PAPERS = { A4: [210, 297], A3: [297, 420], A2: [420, 594], A1: [594, 841], A0: [841, 1189] } as const;
export type Paper = keyof typeof PAPERS;

/** Scales of the trade, 1 : n (ISO 5455, and 1:25, 1:250, common practice). */
const SCALES = [1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000, 10000];

/**
 * Width and height of a sheet that holds a picture, millimetres: level where it fits so, else upright.
 * @param width of the picture with all that goes round it, at its scale
 * @param border of that what is no picture, and does not shrink with it: across and upwards
 * @throws Fault paper-too-small, with the scale and the paper that would do
 */
export function sheetFor(paper: Paper, scale: number, width: number, height: number, border: readonly [number, number]): [number, number] {
  const [short, long] = PAPERS[paper];
  if (width <= long && height <= short) return [long, short];
  if (width <= short && height <= long) return [short, long];
  const fits = ([a, b]: readonly [number, number], w: number, h: number) => (w <= b && h <= a) || (w <= a && h <= b);
  const larger = (Object.keys(PAPERS) as Paper[]).find((name) => fits(PAPERS[name], width, height));
  const smaller = SCALES.find(
    (n) => n > scale && fits(PAPERS[paper], border[0] + ((width - border[0]) * scale) / n, border[1] + ((height - border[1]) * scale) / n),
  );
  const ways = [larger && `${larger} would at 1:${scale}`, smaller && `1:${smaller} would on ${paper}`].filter(Boolean);
  throw new Fault('paper-too-small', {
    paper,
    scale,
    size: `${Math.ceil(width)} × ${Math.ceil(height)} mm`,
    ways: ways.join(', ') || 'no sheet would at any scale',
  });
}

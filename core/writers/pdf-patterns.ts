import type { BulgedPath } from '../drafting/graphic';
import type { PatternLine } from '../geometry/pattern-line';
import { cos, sin } from '../geometry/numbers/trigonometry';
import type { DrawnSide } from '../linework/boundary-edges';
import { bulgedPath, number, type OnPage } from './pdf-path';

/** Lengths drawn and skipped in turns. */
export const dashes = (lengths: readonly number[], phase = 0): string =>
  `[${lengths.map((d) => number(Math.abs(d))).join(' ')}] ${number(phase)} d`;
/** A pattern that is one line of straight stretches and arcs; its places are millimetres of paper from the drawing's zero. */
export function bulgedLine(line: BulgedPath, on: OnPage): string {
  const [x0, y0] = [on.x(0), on.y(0)];
  return `${bulgedPath(line, { k: 1, x: (x) => x0 + x, y: (y) => y0 + y })}S\n`;
}

/** The lines of a family of a pattern over the box of some rings; they run on through all regions, for they start at the drawing's zero. */
export function patternLines(
  { angle, origin, offset, dashes: lengths }: PatternLine,
  weight: number,
  rings: readonly (readonly DrawnSide[])[],
  on: OnPage,
): string {
  const turn = (angle * Math.PI) / 180;
  const [c, s] = [cos(turn), sin(turn)];
  // from the page to the family's own axes: along its lines, and across them
  const [ox, oy] = [on.x(0) + origin[0], on.y(0) + origin[1]];
  const along = (x: number, y: number) => (x - ox) * c + (y - oy) * s;
  const across = (x: number, y: number) => (y - oy) * c - (x - ox) * s;
  const [slip, apart] = [offset[0] * c + offset[1] * s, offset[1] * c - offset[0] * s];
  let [a0, a1, b0, b1] = [Infinity, -Infinity, Infinity, -Infinity];
  const take = (x: number, y: number) => {
    [a0, a1] = [Math.min(a0, along(x, y)), Math.max(a1, along(x, y))];
    [b0, b1] = [Math.min(b0, across(x, y)), Math.max(b1, across(x, y))];
  };
  for (const { from, arc } of rings.flat()) {
    take(on.x(from[0]), on.y(from[1]));
    if (!arc) continue;
    // an arc may leave the box of its ends by its whole size
    const reach = Math.hypot(arc[2], arc[3]) * on.k;
    for (const [du, dv] of [[-1, -1], [1, -1], [1, 1], [-1, 1]] as const) take(on.x(arc[0]) + du * reach, on.y(arc[1]) + dv * reach); // prettier-ignore
  }
  const period = lengths.reduce((sum, d) => sum + Math.abs(d), 0);
  const [first, last] = [b0 / apart, b1 / apart].sort((p, q) => p - q) as [number, number];
  let out = '';
  for (let n = Math.ceil(first); n <= last; n++) {
    const [start, b] = [n * slip, n * apart];
    // a line begins at its own zero or before: dashes keep step from region to region
    const from = period ? start + Math.floor((a0 - start) / period) * period : a0;
    const at = (a: number) => `${number(ox + a * c - b * s)} ${number(oy + a * s + b * c)}`;
    out += `${at(from)} m ${at(a1)} l S\n`;
  }
  return `${patternDashes(lengths, weight)}\n${out}`;
}

/**
 * The dashes of a pattern: what is drawn, what is not (negative) and dots (nought) as they follow one another. The format wants what is
 * drawn first, in turns with what is not; a dot is as long as it is wide, for one without length prints nothing (ISO 32000-1, 8.4.3.6).
 */
function patternDashes(lengths: readonly number[], weight: number): string {
  if (!lengths.some((d) => d < 0)) return dashes([]);
  const turns: number[] = [];
  lengths.forEach((d, k) => {
    // a dot takes its length from the gap behind it
    const long = d === 0 ? weight : lengths[k - 1] === 0 ? Math.max(-d - weight, weight / 2) : Math.abs(d);
    if (turns.length === 0 && d < 0) turns.push(0, long);
    else if (d >= 0 === (turns.length % 2 === 0)) turns.push(long);
    else turns[turns.length - 1]! += long;
  });
  if (turns.length % 2) turns.push(0);
  if (turns[0] !== 0) return dashes(turns);
  // one that begins with a gap begins within it: what is drawn comes first, and the gap last
  const [, gap, ...rest] = turns as [number, number, ...number[]];
  if (!rest.length) return dashes([]);
  rest[rest.length - 1]! += gap;
  return dashes(rest, rest.reduce((sum, d) => sum + d, 0) - gap);
}

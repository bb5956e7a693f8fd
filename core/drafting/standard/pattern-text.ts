import { Fault } from '../../faults/fault';
import type { PatternLine } from '../../geometry/pattern-line';
import { cos, sin } from '../../geometry/numbers/trigonometry';

/*
 * The open text form of hatch pattern definitions: "*NAME, description", then a line for each family of lines with angle, x and y of its
 * origin, the offset to the next line along and across the family's own direction, and its dashes. What follows a semicolon is a remark.
 */

export interface NamedPattern {
  readonly name: string;
  readonly description: string;
  readonly lines: readonly PatternLine[];
}

/** More families, or patterns in a file, than any drawing office has. */
const MOST = 1000;

/** Millimetres in an inch: definitions are often given in inches. */
export const INCH = 25.4;

/**
 * Reads definitions.
 * @param unit millimetres that a length of the file is
 * @throws Fault standard-field, naming the line and why
 */
export function readPatterns(
  text: string,
  { file = 'patterns', unit = 1 }: { readonly file?: string; readonly unit?: number } = {},
): NamedPattern[] {
  const out: { name: string; description: string; lines: PatternLine[] }[] = [];
  const refuse = (line: number, reason: string): never => {
    throw new Fault('standard-field', { file, field: `line ${line + 1}`, reason });
  };
  text.split(/\r\n?|\n/).forEach((raw, at) => {
    const line = raw
      .replace(/;.*$/, '')
      .replace(/^\uFEFF/, '')
      .trim();
    if (!line) return;
    if (line.startsWith('*')) {
      const [name = '', ...more] = line.slice(1).split(',');
      if (!name.trim()) refuse(at, 'has a star and no name after it');
      if (out.some((own) => own.name.toLowerCase() === name.trim().toLowerCase())) refuse(at, `names "${name.trim()}" a second time`);
      if (out.push({ name: name.trim(), description: more.join(',').trim(), lines: [] }) > MOST) refuse(at, `is one of more than ${MOST}`);
      return;
    }
    const own = out.at(-1) ?? refuse(at, 'stands before any name: a definition begins with *NAME');
    const numbers = line.split(',').map((word) => (/^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(word.trim()) ? Number(word) : NaN));
    const wrong = numbers.findIndex((x) => !Number.isFinite(x));
    if (wrong >= 0) refuse(at, `"${line.split(',')[wrong]!.trim()}" is no number`);
    if (numbers.length < 5) refuse(at, `has ${numbers.length} numbers: angle, x, y and the offset to the next line are five`);
    const [angle, x, y, along, across] = numbers as [number, number, number, number, number];
    const dashes = numbers.slice(5);
    if (across === 0) refuse(at, 'has its lines no way apart');
    if (dashes.length && !dashes.some((dash) => dash !== 0)) refuse(at, 'has dashes of no length');
    const [c, s] = [cos((angle * Math.PI) / 180), sin((angle * Math.PI) / 180)];
    own.lines.push({
      angle,
      origin: [x * unit, y * unit],
      offset: [(along * c - across * s) * unit, (along * s + across * c) * unit],
      dashes: dashes.map((dash) => dash * unit),
    });
    if (own.lines.length > MOST) refuse(at, `is one of more than ${MOST} families`);
  });
  for (const { name, lines } of out)
    if (!lines.length) throw new Fault('standard-field', { file, field: `*${name}`, reason: 'has no lines' });
  return out;
}

/** Writes definitions in millimetres. Dashes beyond the sixth are written all the same: a reader that takes six says so. */
export function writePatterns(patterns: readonly NamedPattern[]): string {
  const number = (x: number) => String(Number(x.toFixed(6)) + 0);
  const out = patterns.flatMap(({ name, description, lines }) => [
    `*${name.replace(/[,;*\r\n]+/g, ' ').trim()}${description ? `, ${description.replace(/[;\r\n]+/g, ' ').trim()}` : ''}`,
    ...lines.map(({ angle, origin, offset, dashes }) => {
      const [c, s] = [cos((angle * Math.PI) / 180), sin((angle * Math.PI) / 180)];
      const [along, across] = [offset[0] * c + offset[1] * s, offset[1] * c - offset[0] * s];
      return [angle, ...origin, along, across, ...dashes].map(number).join(',');
    }),
  ]);
  return `${out.join('\n')}\n`;
}

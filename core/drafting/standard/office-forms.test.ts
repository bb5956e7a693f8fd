import { describe, expect, it } from 'vitest';
import type { Fault } from '../../faults/fault';
import { sentence } from '../../faults/wording';
import { Growing } from '../../geometry/growing';
import { patternLines } from '../../geometry/pattern-line';
import { checkStandard } from './check-standard';
import { isoDashes, ISO_LINES, ISO_WIDTHS } from './iso-lines';
import { layerFault, layerFrom } from './layer-fields';
import { INCH, readPatterns, writePatterns } from './pattern-text';
import { SHIPPED } from './shipped-standard';
import { inLook, lookNames } from './standard';
import { weighted, WEIGHT_SETS } from './weight-sets';

describe('the text form of hatch patterns', () => {
  const TEXT =
    '; of an office\r\n*BRICK, stretcher bond ; one\r\n0, 0,0, 0,.25\r\n90, 0,0, .25,.25, .25,-.25\r\n\r\n*SLANT\n45,0,0,0,.125\n';

  it('is read with its offsets along and across each family', () => {
    const [brick, slant] = readPatterns(TEXT, { unit: INCH });
    expect([brick!.name, brick!.description, slant!.name]).toEqual(['BRICK', 'stretcher bond', 'SLANT']);
    expect(brick!.lines[1]).toMatchObject({ angle: 90, dashes: [6.35, -6.35] });
    // along 90 degrees is up, across it is to the left
    expect(brick!.lines[1]!.offset.map((x) => Number(x.toFixed(9)))).toEqual([-6.35, 6.35]);
    // lines of the slant are an eighth of an inch apart: what lies within a square of an inch
    const found = new Growing((n) => new Float64Array(n));
    patternLines(slant!.lines[0]!, [Float64Array.of(0, 0, INCH, 0, INCH, INCH, 0, INCH)], found);
    const pieces = found.view();
    const apart = INCH / 8;
    let length = 0;
    for (let k = -20; k <= 20; k++) length += Math.max(0, Math.SQRT2 * INCH - 2 * Math.abs(k) * apart);
    let sum = 0;
    for (let i = 0; i < pieces.length; i += 4) sum += Math.hypot(pieces[i + 2]! - pieces[i]!, pieces[i + 3]! - pieces[i + 1]!);
    expect(sum).toBeCloseTo(length, 6);
  });

  it('comes back as it was written, for all patterns that come along', () => {
    const patterns = Object.entries(SHIPPED.patterns).map(([name, lines]) => ({ name, description: '', lines }));
    const back = readPatterns(writePatterns(patterns));
    expect(back.map(({ name }) => name)).toEqual(patterns.map(({ name }) => name));
    back.forEach(({ lines }, k) =>
      lines.forEach(({ angle, origin, offset, dashes }, i) => {
        const own = patterns[k]!.lines[i]!;
        [[angle], origin, offset, dashes].flat().forEach((x, n) => expect(x).toBeCloseTo([[own.angle], own.origin, own.offset, own.dashes].flat()[n]!, 5)); // prettier-ignore
      }),
    );
  });

  it.each([
    ['0,0,0,0,1', 'line 1 stands before any name: a definition begins with *NAME'],
    ['*A\n0,0,0,0', 'line 2 has 4 numbers: angle, x, y and the offset to the next line are five'],
    ['*A\n0,0,zero,0,1', 'line 2 "zero" is no number'],
    ['*A\n0,0,0,0,0', 'line 2 has its lines no way apart'],
    ['*A\n0,0,0,0,1\n*a\n0,0,0,0,1', 'line 3 names "a" a second time'],
    ['*A\n*B\n0,0,0,0,1', '*A has no lines'],
  ])('refuses %j by its line', (text, why) => {
    const refused = () => readPatterns(text, { file: 'office.pat' });
    expect(refused).toThrow();
    try {
      refused();
    } catch (error) {
      expect(sentence(error as Fault)).toBe(`office.pat: ${why}`);
    }
  });
});

describe('published line forms', () => {
  it('widths rise by the square root of two (ISO 128-2)', () => {
    for (let i = 1; i < ISO_WIDTHS.length; i++) expect(ISO_WIDTHS[i]! / ISO_WIDTHS[i - 1]!).toBeCloseTo(Math.SQRT2, 1);
  });

  it('types have dashes of 12, gaps of 3 and dots of half a width (ISO 128-2, from memory)', () => {
    expect(ISO_LINES.map(({ number }) => number)).toEqual(Array.from({ length: 15 }, (_, i) => String(i + 1).padStart(2, '0')));
    expect(isoDashes('02', 0.5)).toEqual([6, -1.5]);
    expect(isoDashes('4', 0.25)).toEqual([6, -0.75, 0.125, -0.75]);
    expect(isoDashes('01', 0.5)).toEqual([]);
    expect(isoDashes('16', 0.5)).toBeNull();
  });

  it('layer names of ISO 13567 are checked field by field', () => {
    expect(layerFault('A-2111--E-')).toBeNull();
    expect(layerFault('A-2111--E-N01--')).toBeNull();
    expect(layerFault('A-2111')).toBe('has 6 signs: agent, element and presentation are 10');
    expect(layerFault('1-2111--E-')).toMatch(/^has "1-" for agent responsible/);
    expect(layerFault('A-2111--E-X')).toMatch(/^has "X" for status/);
    expect(layerFrom({ 'agent responsible': 'a', element: '2111', presentation: 'e' })).toBe('A-2111--E-');
    expect(layerFault(layerFrom({ 'agent responsible': 'S', element: '3', presentation: 'T', phase: '2' }))).toBeNull();
  });
});

it.each(WEIGHT_SETS)('weights of $name: what is cut is heaviest in every look, and the standard stays whole', (set) => {
  const own = weighted(SHIPPED, set);
  expect(() => checkStandard({ ...own, layersArePens: false })).not.toThrow();
  for (const name of lookNames(own)) {
    const { lines } = inLook(own, name)!;
    expect(Math.max(...lines.map(({ weight }) => weight))).toBe(set.heavy);
    for (const { role, joint, weight } of lines) expect(weight === set.heavy).toBe(!joint && (role === 'cut' || role === 'ground'));
  }
  expect(weighted(SHIPPED, set, 1).lines).toBe(SHIPPED.lines);
});

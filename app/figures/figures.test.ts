import { describe, expect, it } from 'vitest';
import { degrees, level, millimetres } from './format';
import { parseAngle, parseLength, stepDigit } from './parse';

const metres = (text: string, context = {}) => {
  const parsed = parseLength(text, context);
  return parsed.ok ? Math.round(parsed.value * 1e6) / 1e6 : parsed.expected;
};

describe('typed figures', () => {
  it('read lengths in every form', () => {
    expect(
      [
        '2400',
        '2 400',
        '2\u2009400',
        '3.2m',
        '3,2 m',
        '45cm',
        '12\'6 1/2"',
        "5'",
        '6"',
        '1/2"',
        '+2.550',
        '-0.900',
        '\u22121.250',
        '=2400/2+150',
        '=(1+2)*-3',
      ].map((t) => metres(t)),
    ).toEqual([2.4, 2.4, 2.4, 3.2, 3.2, 0.45, 3.8227, 1.524, 0.1524, 0.0127, 2.55, -0.9, -1.25, 1.35, -0.009]);
  });

  it('count from what is there and from the grid', () => {
    expect(metres('~250', { present: 1 })).toBe(1.25);
    expect(metres('~-40', { present: 1 })).toBe(0.96);
    const grid = { A: 0, B: 3.6, D: 10.8 };
    expect([metres('D+20', { grid }), metres('D-0.5m', { grid }), metres('D', { grid }), metres('A..B', { grid })]).toEqual([
      10.82, 10.3, 10.8, 1.8,
    ]);
  });

  it('say what was expected', () => {
    for (const wrong of ['', 'abc', '12;', '1/0"', '=1/0', '=2+', '1e99', '~5', '99999999999m'])
      expect(metres(wrong)).toMatch(/^a length|^two grid/);
    expect(metres('A..Z', { grid: { A: 0 } })).toBe('two grid tags, such as A..B');
  });

  it('read angles and slopes', () => {
    const angle = (t: string, present?: number) => {
      const parsed = parseAngle(t, present);
      return parsed.ok ? Math.round((parsed.value * 180e6) / Math.PI) / 1e6 : null;
    };
    expect([angle('17'), angle('17.5°'), angle('1:1'), angle('~5', Math.PI / 6), angle('x'), angle('1:0')]).toEqual([
      17,
      17.5,
      45,
      35,
      null,
      null,
    ]);
  });

  it('step the digit at the caret', () => {
    expect([stepDigit('2400', 4, 1), stepDigit('2400', 1, 1), stepDigit('+2.550', 3, -1), stepDigit('none', 1, 1)]).toEqual([
      '2401',
      '3400',
      '+1.550',
      null,
    ]);
  });

  it('are shown with gaps, signs and levels, and read back', () => {
    expect([millimetres(21.6), millimetres(-2.2), millimetres(0.0125), level(2.55), level(-0.9), level(0), degrees(Math.PI / 9)]).toEqual([
      '21\u2009600',
      '\u22122\u2009200',
      '12.5',
      '+2.550',
      '\u22120.900',
      '±0.000',
      '20.0°',
    ]);
    for (const x of [0, 0.001, 12.345, -7.6]) expect(metres(millimetres(x))).toBe(x);
  });
});

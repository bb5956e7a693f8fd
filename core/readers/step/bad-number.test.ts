import fc from 'fast-check';
import { expect, it } from 'vitest';
import { firstBadNumber } from './bad-number';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const found = (text: string) => firstBadNumber(bytesOf(text))?.text ?? null;

it('names the figure that goes on as no number does, and none of what may stand in a record', () => {
  const good = `ISO-10303-21;\n/* 1x */#12=A(1,-2.,+3.5E-7,4.e5,'it''s 3x, 4y',#34,.T.,.U2.,$,*,"0A1F",B(5.),(6,(7.0))); #2x=C(8);\nENDSEC;`;
  expect(found(good)).toBeNull();
  for (const bad of ['3.1x', '2..5', '3.1+e0', '-1.5.2', '4e', '+', '1.0E+', '0x10'])
    expect(found(good.replace('+3.5E-7', bad)), bad).toBe(bad);
  const at = firstBadNumber(bytesOf(good.replace('8)', '8,9m)')))!;
  expect([at.text, at.offset]).toEqual(['9m', good.indexOf('8)') + 2]);
});

it('takes whatever a program writes for a number', () => {
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.integer(), (x, n) => {
      expect(found(`#1=P((${x},${x.toExponential(9).toUpperCase()},${n},${x.toFixed(3)}));`)).toBeNull();
    }),
  );
});

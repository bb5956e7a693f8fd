import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { odd } from '../testing/odd-names';
import { extended, extendedIds, filledIn, layerName, plainNames } from './safe-names';

const bytes = (text: string) => new TextEncoder().encode(text).length;
const isWhole = (text: string) => !/\p{Cc}|[\ud800-\udfff](?![\udc00-\udfff])/u.test(text.replace(/[\ud800-\udbff][\udc00-\udfff]/g, ''));

describe('names', () => {
  it('of layers hold nothing that a file cannot, and are never "0" nor empty; the same once more', () => {
    fc.assert(
      fc.property(odd, (text) => {
        const name = layerName(text);
        expect(name).toMatch(/^[^<>/\\":;?*|=`,\p{Cc}]{1,240}$/u);
        expect(name).not.toBe('0');
        expect(isWhole(name)).toBe(true);
        expect(layerName(name)).toBe(name);
      }),
    );
  });

  it('in plain letters are ASCII, safe, and none is another without its case', () => {
    expect(plainNames(['Wände', 'wande', 'Straße', 'Čep', '二階', '四階'])).toEqual(['Wande', 'wande 2', 'Strasse', 'Cep', '__', '__ 2']);
    fc.assert(
      fc.property(fc.array(odd, { maxLength: 12 }), (names) => {
        const plain = plainNames(names);
        for (const name of plain) expect(name).toMatch(/^[ -~]{1,120}$/);
        for (const name of plain) expect(layerName(name)).toBe(name);
        expect(new Set(plain.map((name) => name.toLowerCase())).size).toBe(names.length);
      }),
    );
  });

  it('put into a pattern stand there as they are', () => {
    expect(filledIn('CUT {material} {class}', { material: '$& $1', class: '{material}' })).toBe('CUT $& $1 {material}');
    expect(filledIn('{toString}', {})).toBe('{toString}');
  });

  it('in extended data fit, whole characters and whole identities', () => {
    fc.assert(
      fc.property(odd, fc.array(odd, { maxLength: 40 }), (text, ids) => {
        expect(bytes(extended(text))).toBeLessThanOrEqual(255);
        expect(isWhole(extended(text))).toBe(true);
        const told = extendedIds(ids);
        expect(bytes(told)).toBeLessThanOrEqual(255);
      }),
    );
    const ids = Array.from({ length: 30 }, (_, k) => `2O2Fr$t4X7Zf8NOew3F${String(k).padStart(3, '0')}`);
    const told = extendedIds(ids).split(' ');
    expect(told.at(-1)).toBe('...');
    expect(told.slice(0, -1)).toEqual(ids.slice(0, told.length - 1));
    expect(extendedIds(ids.slice(0, 11)).split(' ')).toEqual(ids.slice(0, 11));
  });
});

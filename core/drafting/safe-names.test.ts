import DxfParser from 'dxf-parser';
import { DxfParser as DxfJsonParser } from 'dxf-json';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { box, modelOf } from '../testing/solids';
import { published } from '../testing/published';
import { frameSight } from '../testing/views';
import { writeDxf } from '../writers/dxf';
import { escaped } from '../writers/dxf-tags';
import { writeSvg } from '../writers/svg';
import { extended, extendedIds, filledIn, layerName } from './safe-names';
import { STANDARD, type Standard } from './standard';

const bytes = (text: string) => new TextEncoder().encode(text).length;
/** Names that strangers give: of any signs, halves of characters, controls, and what means something to one format or another. */
const odd = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.array(fc.constantFrom('\u0000', '\n', '\r\n', '0', ' ', ',', '$&', '<', '&', '"', '\ud83d', '\ude00', '😀', 'ß', '^J', '\\U+0041', '%%c', '|', 'é'), { maxLength: 30 }).map((signs) => signs.join('')), // prettier-ignore
  fc.string({ unit: 'binary', minLength: 100, maxLength: 400 }),
);
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

it('whatever the names of a model and of layers, DXF is read by two parsers with the same layers, and SVG is well-formed', () => {
  const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0], { number: '1', name: 'n' });
  fc.assert(
    fc.property(odd, odd, odd, odd, (name, material, kind, title) => {
      const model = modelOf([
        { solid: box([0, 0, 0], [1, 1, 1]), name, class: kind, material: material || 'm' },
        { solid: box([2, 0, 0], [1, 1, 1]), name: 'second', class: kind.toUpperCase(), material: 'Brick' },
      ]);
      const standard: Standard = {
        ...STANDARD,
        lines: [
          { ...STANDARD.lines.at(-1)!, role: 'cut', layer: 'CUT {material}' },
          { ...STANDARD.lines.at(-1)!, layer: '{class}' },
        ],
      };
      const own = { ...sight, name: title };
      const styled = published(model, own, { standard });
      for (const [block, version] of [
        [false, 'R2010'],
        [true, 'R2018'],
        [false, 'R2000'],
      ] as const) {
        // prettier-ignore
        const text = writeDxf(styled, { block, version });
        if (version === 'R2000') expect(text).toMatch(/^[\n -~]*$/);
        // a text of extended data has 255 bytes at most
        for (const [, value] of text.matchAll(/\n1000\n(.*)\n/g)) expect(bytes(value!)).toBeLessThanOrEqual(255);
        const a = new DxfParser().parseSync(text)!;
        const b = new DxfJsonParser().parseSync(text);
        const wanted = styled.layers.map((layer) => layer.name);
        const layersOf = (entities: readonly { layer: string }[]) => [...new Set(entities.map(({ layer }) => layer))];
        const inBlocks = Object.values(a.blocks ?? {}).flatMap((found) => (found as { entities?: { layer: string }[] }).entities ?? []);
        const used = layersOf([...a.entities, ...inBlocks]);
        expect(used.length).toBeGreaterThan(1);
        // of release 2000 one of the two readers leaves what is escaped as it is
        const names = wanted.flatMap((w) => [w, escaped(w)]);
        for (const layer of used) expect(names).toContain(layer);
        const lines = (entities: readonly { type: string }[]) => entities.filter(({ type }) => /LINE|INSERT/.test(type)).length;
        expect(lines(b.entities)).toBe(lines(a.entities));
        // names that differ only by case are one
        expect(new Set(wanted.map((w) => w.toLowerCase())).size).toBe(wanted.length);
      }
      // well-formed: no control characters, and every sign that means something is written out
      const svg = writeSvg(styled);
      expect(svg.replaceAll('\n', '')).not.toMatch(/\p{Cc}/u);
      expect(svg.replace(/<\?xml[^>]*\?>|<\/?[a-z]+(?: [a-zA-Z:-]+="[^"<]*")*\/?>/g, '')).not.toMatch(/[<>]|&(?!amp;|lt;|gt;|quot;)/);
    }),
    { numRuns: 60 },
  );
});

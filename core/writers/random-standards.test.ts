import { PDFDocument } from 'pdf-lib';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { checkStandard } from '../drafting/standard/check-standard';
import { layerName } from '../drafting/safe-names';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import type { FillRule, LineRule, Standard } from '../drafting/standard/standard';
import { ROLES } from '../sights/role';
import { published } from '../testing/published';
import { often } from '../testing/often';
import { box, modelOf } from '../testing/solids';
import { frameSight } from '../testing/views';
import { writeDxf } from './dxf';
import { snapWeight } from './dxf-values';
import { writePdf } from './pdf';
import { writeSvg } from './svg';

const MATERIALS = ['Brick', 'Concrete C30', 'Mineral wool', 'Oak'];
const model = modelOf(MATERIALS.map((material, i) => ({ solid: box([i * 1.5, 0, 0], [i === 2 ? 0.1 : 1.5, 1, 1 + i]), material })));
const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' as const };

const word = fc.oneof(fc.string({ minLength: 1, maxLength: 12 }), fc.constantFrom('WÄNDE {class}', 'A-2111--E-', '{material}', 'x'.repeat(100), '墙体')).filter((name) => /^[^<>/\\":;?*|=`,\p{Cc}]{1,120}$/u.test(name) && name.trim() === name && name !== '0'); // prettier-ignore
const weight = fc.constantFrom(0.05, 0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1);
const colour = fc.oneof(fc.integer({ min: 1, max: 255 }), fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0').toUpperCase()}`)); // prettier-ignore
const asked = { class: fc.constantFrom('Wall', 'Slab'), material: fc.constantFrom('brick', 'concrete', 'wool'), hasMaterial: fc.boolean() };
const optional = <T extends object>(fields: { [K in keyof T]: fc.Arbitrary<T[K]> }) => fc.record(fields, { requiredKeys: [] });
const standards = fc
  .record({
    types: fc.dictionary(fc.constantFrom('a', 'b', 'c d'), fc.tuple(fc.constantFrom(1, 2.5), fc.constantFrom(-1, -0.5)), { maxKeys: 3 }),
    lines: fc.array(fc.tuple(optional({ ...asked, role: fc.constantFrom(...ROLES), joint: fc.boolean() }), word, weight, fc.nat(), colour), { minLength: 1, maxLength: 8 }), // prettier-ignore
    fills: fc.array(fc.tuple(optional({ ...asked, along: fc.constant('long side' as const), solidBelow: fc.constantFrom(1, 4), size: fc.constantFrom('paper' as const, 'model' as const) }), word, weight, fc.nat(), colour), { minLength: 1, maxLength: 8 }), // prettier-ignore
    tellApart: fc.boolean(),
  })
  .map(({ types, lines, fills, tellApart }): Standard => {
    const typeNames = ['continuous', ...Object.keys(types)];
    const patterns = ['solid', 'none', 'wave', ...Object.keys(SHIPPED.patterns)];
    const rules = lines.map(([own, layer, w, t, c]): LineRule => ({ ...own, layer, weight: w, type: typeNames[t % typeNames.length]!, colour: c }) as LineRule); // prettier-ignore
    const covers = fills.map(([own, layer, w, t, c]): FillRule => ({ ...own, layer, pattern: patterns[t % patterns.length]!, weight: w, colour: c }) as FillRule); // prettier-ignore
    const { role: _r, joint: _j, class: _c, material: _m, hasMaterial: _h, ...last } = rules.at(-1)!;
    const { class: _fc, material: _fm, hasMaterial: _fh, ...lastFill } = covers.at(-1)!;
    const { looks: _looks, layersArePens: _l, ...base } = SHIPPED;
    return { ...base, name: 'random', lineTypes: { ...types, dashed: [3, -1], chain: [6, -1] }, lines: [...rules, last], fills: [...covers, lastFill], tellApart }; // prettier-ignore
  });

interface Tagged {
  readonly type: string;
  readonly tags: ReadonlyMap<number, string>;
}
/** The records of a section, each with the first of its values by group code; extended data left out. */
function records(dxf: string, section: string): Tagged[] {
  const lines = dxf.split(/\r?\n/);
  const out: { type: string; tags: Map<number, string> }[] = [];
  let isIn = false;
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [code, value] = [Number(lines[i]), lines[i + 1]!.trim()];
    if (code === 0 && value === 'ENDSEC') isIn = false;
    if (code === 2 && value === section && lines[i - 1]?.trim() === 'SECTION') isIn = true;
    else if (isIn && code === 0) out.push({ type: value, tags: new Map() });
    else if (isIn && out.length && code < 1000 && !out.at(-1)!.tags.has(code)) out.at(-1)!.tags.set(code, value);
  }
  return out;
}

it('with any standard and any names every file parses, and each entity of a DXF has the pen of the rule that caught its line', async () => {
  const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map(
    (path) => new Uint8Array(readFileSync(path)),
  );
  await fc.assert(
    fc.asyncProperty(standards, async (standard) => {
      checkStandard({ format: 'tarvex-standard', version: 2, ...standard });
      const graphic = published(model, sight, { standard, scale: 20 });
      const { drawing, caught, names } = graphic;
      expect([...caught.lines].reduce((a, b) => a + b)).toBe(drawing.lineRole.length);
      const dxf = writeDxf(graphic);
      const layers = new Map(records(dxf, 'TABLES').filter(({ type }) => type === 'LAYER').map(({ tags }) => [tags.get(2)!, tags])); // prettier-ignore
      const entities = records(dxf, 'ENTITIES');
      const lines = entities.filter(({ type }) => type === 'LINE' || type === 'LWPOLYLINE');
      expect(lines).toHaveLength(drawing.lineRole.length + graphic.strokes.radius.filter((r) => r === 0).length);
      caught.line.forEach((at, l) => {
        const rule = standard.lines[at]!;
        const { tags } = lines[l]!;
        const layer = tags.get(8)!;
        const { class: className, material = '' } = names.elements.get(drawing.lineElement[l]!)!;
        expect(layer).toBe(layerName(rule.layer.replaceAll('{class}', className).replaceAll('{material}', material)));
        const own = (code: number) => tags.get(code) ?? layers.get(layer)!.get(code);
        expect(Number(own(370))).toBe(snapWeight(rule.weight));
        expect((own(6) ?? '').toLowerCase()).toBe(rule.type.toLowerCase());
        const isTrue = typeof rule.colour === 'string';
        const said = tags.has(62) || tags.has(420) ? tags : layers.get(layer)!;
        if (isTrue) expect(Number(said.get(420))).toBe(parseInt(String(rule.colour).slice(1), 16));
        else expect([said.get(62), said.get(420)]).toEqual([String(rule.colour), undefined]);
      });
      // a fill for each cut face that is not left open, or one for each piece of it
      const hatches = graphic.fills.reduce((sum, fill) => sum + (fill ? (fill.pieces?.length ?? 1) : 0), 0);
      expect(entities.filter(({ type }) => type === 'HATCH')).toHaveLength(hatches);
      const svg = writeSvg(graphic);
      expect(svg.match(/url\(#[^)]+\)/g)?.every((url) => svg.includes(`id="${url.slice(5, -1)}"`)) ?? true).toBe(true);
      expect(svg).not.toMatch(/NaN|undefined|Infinity/);
      const pdf = await PDFDocument.load(await writePdf([graphic], { fonts, title: 'random' }));
      expect(pdf.getPageCount()).toBe(1);
    }),
    { seed: 31, numRuns: often(150) },
  );
}, 120_000);

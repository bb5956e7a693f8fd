import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { DxfParser as DxfJsonParser } from 'dxf-json';
import fc from 'fast-check';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { SaxesParser } from 'saxes';
import { expect, it } from 'vitest';
import { checkStandard } from '../drafting/standard/check-standard';
import { closeOutlines } from '../drafting/close-outlines';
import type { Graphic } from '../drafting/graphic';
import { plainNames } from '../drafting/safe-names';
import { STANDARD } from '../drafting/standard/shipped-standard';
import { MARKS, type Standard } from '../drafting/standard/standard';
import { Fault } from '../faults/fault';
import type { Model } from '../model/model';
import { ROLES } from '../sights/role';
import type { Sight } from '../sights/sight';
import { odd } from '../testing/odd-names';
import { published } from '../testing/published';
import { box, modelOf } from '../testing/solids';
import { frameSight } from '../testing/views';
import { writeDxf } from './dxf';
import { DxfTags } from './dxf-tags';
import { colourTags, snapWeight } from './dxf-values';
import { writeJson } from './json';
import { writePdf } from './pdf';
import { writeSvg } from './svg';

/* Any standard that may be used, any names that a model may bring, and every writer: readers of their own find what was ruled. */

const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map((path) => new Uint8Array(readFileSync(path))); // prettier-ignore

const layer = fc.constantFrom('{class}', 'CUT {material}', '{material} {class}', 'Lines', 'LINES', 'A&B $& %', 'Wände');
const pen = {
  layer,
  weight: fc.constantFrom(0.05, 0.13, 0.18, 0.25, 0.5, 0.7, 2.11),
  colour: fc.oneof(fc.integer({ min: 1, max: 255 }), fc.constantFrom('#000000', '#7C5A50', '#fefefe')),
};
const type = fc.constantFrom('continuous', 'dashed', 'chain', 'Fein <1>');
const some = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });
const line = fc.record({ ...pen, type, role: some(fc.constantFrom(...ROLES)), class: some(fc.constantFrom('Wall', 'wall', 'Slab')), material: some(fc.constantFrom('brick', 'oak')), joint: some(fc.boolean()) }); // prettier-ignore
const fill = fc.record({ ...pen, pattern: fc.constantFrom('solid', ...Object.keys(STANDARD.patterns)), material: some(fc.constantFrom('brick')) }); // prettier-ignore
const clean = <T extends object>(rule: T): T => Object.fromEntries(Object.entries(rule).filter(([, v]) => v !== undefined)) as T;
const CONDITIONS = ['role', 'class', 'material', 'joint'];
const everything = (rule: object) => Object.fromEntries(Object.entries(rule).filter(([key]) => !CONDITIONS.includes(key)));

const standards: fc.Arbitrary<Standard> = fc
  .record({
    lines: fc.array(line, { maxLength: 6 }),
    fills: fc.array(fill, { maxLength: 3 }),
    lastLine: line,
    lastFill: fill,
    marks: fc.subarray([...MARKS]).chain((marks) => fc.tuple(...marks.map((mark) => fc.record({ ...pen, type, mark: fc.constant(mark), height: fc.constantFrom(1.8, 2.5, 7) })))), // prettier-ignore
    layersArePens: fc.boolean(),
  })
  .map(({ lines, fills, lastLine, lastFill, marks, layersArePens }) => ({
    ...structuredClone(STANDARD),
    lineTypes: { ...STANDARD.lineTypes, 'Fein <1>': [1, -0.5] },
    lines: [...lines.map(clean), everything(lastLine)] as unknown as Standard['lines'],
    fills: [...fills.map(clean), everything(lastFill)] as unknown as Standard['fills'],
    marks,
    layersArePens,
  }));

function drawn(standard: Standard, [name, material, kind, storey, tag]: readonly string[], title: string): [Graphic, Sight] {
  const bare = modelOf([
    { solid: box([0, 0, 0], [1, 1, 1]), name: name!, class: kind!, material: material || 'm' },
    { solid: box([2, 0, 0], [1, 1, 3]), name: 'second', class: kind!.toUpperCase(), material: 'Brick' },
    { solid: box([0, 2, 0], [1, 1, 3]), name: 'behind', class: 'Wall', material: 'Oak' },
  ]);
  const model: Model = { ...bare, storeys: [{ name: storey!, elevation: 0 }, { name: 'Loft', elevation: 2 }], grid: [{ tag: tag!, from: [0.4, -1, 0], to: [0.4, 9, 0] }] }; // prettier-ignore
  const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0], { number: '1', name: title });
  return [published(model, sight, { standard, close: closeOutlines, title: true, outlines: true }), sight];
}

interface Read {
  readonly type: string;
  readonly layer: string;
  readonly lineweight?: number;
  readonly lineType?: string;
  readonly colorIndex?: number;
}
const isLine = ({ type }: { readonly type: string }) => /LINE|CIRCLE|ARC|ELLIPSE/.test(type);

/** Colour as the file says it: of the table, and the true one. */
const colourOf = (colour: number | string, isModern: boolean): string => {
  const tags = new DxfTags();
  colourTags(tags, colour, isModern);
  return /62\n(\d+)/.exec(tags.toString())![1]!;
};

function checkDxf(graphic: Graphic, version: 'R2000' | 'R2010' | 'R2018', block: boolean): string {
  const { layers, pens, linePen, lineLayer, strokes } = graphic;
  const text = writeDxf(graphic, { block, version });
  if (version === 'R2000') expect(text).toMatch(/^[\n -~]*$/);
  // a text of extended data has 255 bytes at most
  for (const [, value] of text.matchAll(/\n1000\n(.*)\n/g)) expect(new TextEncoder().encode(value).length).toBeLessThanOrEqual(255);
  const a = new DxfParser().parseSync(text)!;
  const b = new DxfJsonParser().parseSync(text);
  const inBlocks = Object.values(a.blocks ?? {}).flatMap((found) => (found as { entities?: Read[] }).entities ?? []);
  const entities = [...(a.entities as unknown as Read[]), ...inBlocks];
  // release 2000 has names of plain letters
  const written = version === 'R2000' ? plainNames(layers.map(({ name }) => name)) : layers.map(({ name }) => name);
  const names = new Map(written.map((name, l) => [name, l]));
  for (const entity of entities) expect(names.has(entity.layer), entity.layer).toBe(true);
  expect(b.entities.filter(isLine).length).toBe((a.entities as unknown as Read[]).filter(isLine).length);
  // of each line the pen that was ruled: what it says itself, else what its layer says
  const table = (a.tables['layer'] as unknown as { layers: Record<string, unknown> }).layers;
  expect(Object.keys(table).length).toBe(layers.length + 1);
  const weights = [...text.matchAll(/\nAcDbLayerTableRecord\n2\n(.*)\n[\s\S]*?\n62\n(\d+)\n[\s\S]*?\n370\n(-?\d+)(?=\n)/g)].map(([, name, colour, weight]) => [name!, { colour: colour!, weight: Number(weight) }] as const); // prettier-ignore
  const ofLayer = new Map(weights);
  const found = entities.filter(isLine).map((e) => {
    const own = ofLayer.get(e.layer)!;
    return `${names.get(e.layer)} ${e.lineweight ?? own.weight} ${e.colorIndex ?? own.colour}`;
  });
  const ruled = (p: number, l: number) => `${l} ${snapWeight(pens[p]!.weight)} ${colourOf(pens[p]!.colour, version !== 'R2000')}`;
  const rings = graphic.drawing.regions.filter(({ use }) => use !== 'air').flatMap(({ face }) => face.map(() => ruled(graphic.regionOutline!.pen, graphic.regionOutline!.layer))); // prettier-ignore
  const wanted = [...Array.from(linePen, (p, l) => ruled(p, lineLayer[l]!)), ...Array.from(strokes.pen, (p, s) => ruled(p, strokes.layer[s]!)), ...rings]; // prettier-ignore
  expect(found.sort()).toEqual(wanted.sort());
  return text;
}

/** What the audit of ezdxf says of some files, where it is installed: errors and mends of each. */
function audited(texts: readonly string[]): string[] | null {
  const python = ['/usr/bin/python3', 'python3'].find((name) => spawnSync(name, ['-c', 'import ezdxf']).status === 0);
  if (!python) return null;
  const folder = mkdtempSync(join(tmpdir(), 'tarvex-dxf-'));
  try {
    const paths = texts.map((_, k) => join(folder, `${k}.dxf`));
    paths.forEach((path, k) => writeFileSync(path, texts[k]!));
    const script =
      'import ezdxf,sys\nfor f in sys.argv[1:]:\n a=ezdxf.readfile(f).audit()\n print(len(a.errors),len(a.fixes),[(e.code,e.message,str(e.entity)) for e in a.errors][:4])';
    const { stdout, stderr } = spawnSync(python, ['-c', script, ...paths], { encoding: 'utf8' });
    return stderr ? [stderr] : stdout.trim().split('\n');
  } finally {
    rmSync(folder, { recursive: true });
  }
}

it('whatever the standard and the names: every file is read, with layers and pens as ruled and nothing on layer 0', async () => {
  let accepted = 0;
  const files: string[] = [];
  await fc.assert(
    fc.asyncProperty(standards, fc.tuple(odd, odd, odd, odd, odd), odd, async (any, names, title) => {
      let standard: Standard;
      try {
        standard = checkStandard(any);
      } catch (fault) {
        // a standard that says of its layers what its rules do not keep is told, never drawn
        expect((fault as Fault).code).toBe('standard-field');
        expect(any.layersArePens).toBe(true);
        return;
      }
      accepted++;
      const [graphic] = drawn(standard, names, title);
      const { layers, pens, linePen, lineLayer } = graphic;
      expect(new Set(layers.map(({ name }) => name.toLowerCase())).size).toBe(layers.length);
      if (standard.layersArePens) linePen.forEach((p, l) => expect(p).toBe(layers[lineLayer[l]!]!.pen));
      files.push(checkDxf(graphic, 'R2010', false), checkDxf(graphic, 'R2018', true), checkDxf(graphic, 'R2000', false));

      const json = JSON.parse(writeJson(graphic)) as {
        lines: { layer: string; pen: number }[];
        pens: unknown[];
        texts: { text: string }[];
      };
      expect(json.lines.map(({ layer, pen }) => [layer, pen]).slice(0, linePen.length)).toEqual(Array.from(linePen, (p, l) => [layers[lineLayer[l]!]!.name, p])); // prettier-ignore
      expect(json.pens).toHaveLength(pens.length);

      // a strict reader of XML: each sign that means something is written out, each name of a group stands once
      const groups: string[] = [];
      const texts: string[] = [];
      const parser = new SaxesParser();
      parser.on('error', (error) => expect.fail(error.message));
      parser.on('opentag', ({ name, attributes }) => name === 'g' && groups.push(attributes['id']!));
      parser.on('text', (text) => texts.push(text));
      parser.write(writeSvg(graphic)).close();
      expect(new Set(groups).size).toBe(groups.length);
      expect(texts.some((text) => text.includes('Loft'))).toBe(true);

      const document = await getDocument({ data: await writePdf([graphic], { fonts, title }), verbosity: 0 }).promise;
      const config = await document.getOptionalContentConfig();
      const told = Object.values(config.getGroups() as Record<string, { name: string }>).map(({ name }) => name);
      expect(told.sort()).toEqual(layers.map(({ name }) => name).sort());
      const { items } = await (await document.getPage(1)).getTextContent();
      expect((items as { str: string }[]).map(({ str }) => str).join('')).toContain('Loft');
      await document.destroy();
    }),
    { numRuns: 40 },
  );
  expect(accepted).toBeGreaterThan(15);
  for (const said of audited(files.slice(0, 24)) ?? []) expect(said).toBe('0 0 []');
}, 120_000);

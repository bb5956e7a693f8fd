import { readFileSync } from 'node:fs';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { Fault } from '../faults/fault';
import { sentence } from '../faults/wording';
import { box, modelOf, polygon, prism } from '../testing/solids';
import { published } from '../testing/published';
import { frameSight } from '../testing/views';
import { PAPERS } from './paper';
import { writePdf, type PdfOptions } from './pdf';

/* What PDF.js, which reads the format on its own, finds in the file. */

const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map((path) => new Uint8Array(readFileSync(path))); // prettier-ignore
const model = modelOf([
  { solid: box([0, 0, 0], [10, 0.3, 3]), material: 'Brick', class: 'Wall', name: 'W1' },
  { solid: prism(polygon(5, 2, 0.5, 48), 0, 3), material: 'Steel', class: 'Column', name: 'C1' },
]);
const plan = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1.2], { number: 'P-01', name: 'Grundriß', kind: 'plan' });
const styled = published(model, plan, { title: true });
const write = (options: Partial<PdfOptions> = {}, sights = [plan]) =>
  writePdf(
    sights.map((sight) => ({ ...styled, sight })),
    { fonts, title: 'Tide station', ...options },
  );
/** Points to a millimetre. */
const POINTS = 72 / 25.4;

async function read(bytes: Uint8Array) {
  const document = await getDocument({ data: bytes.slice(), verbosity: 0 }).promise;
  const page = await document.getPage(1);
  const { fnArray, argsArray } = await page.getOperatorList();
  const steps = fnArray.map((fn, k) => ({ fn, args: argsArray[k] as unknown[] }));
  return { document, page, steps };
}

type Read = Awaited<ReturnType<typeof read>>;

/** The boxes of the stroked paths with the width of the pen, and the layer that they stand on. */
function strokes({ steps }: Read) {
  const out: { width: number; layer: string; box: [number, number, number, number] }[] = [];
  let [width, layer] = [0, ''];
  let path: number[] = [];
  for (const { fn, args } of steps) {
    if (fn === OPS.setLineWidth) width = args[0] as number;
    else if (fn === OPS.beginMarkedContentProps) layer = (args[1] as { id?: string } | undefined)?.id ?? '';
    else if (fn === OPS.constructPath) path = args[1] as number[];
    else if (fn === OPS.stroke) {
      const [x, y] = [path.filter((_, i) => i % 2 === 0), path.filter((_, i) => i % 2)];
      out.push({ width, layer, box: [Math.min(...x), Math.min(...y), Math.max(...x), Math.max(...y)] });
    }
  }
  return out;
}

let file: Read;
beforeAll(async () => {
  file = await read(await write());
});

describe('a PDF', () => {
  it('is as large as its drawing with the margin, in millimetres that are true to scale', () => {
    const [x0, y0, x1, y1] = file.page.view as [number, number, number, number];
    // 10 m and 2.5 m at 1:50 are 200 and 50 mm; 10 mm round it, 13.7 for the title
    expect([(x1 - x0) / POINTS, (y1 - y0) / POINTS].map((mm) => Math.round(mm * 1e3) / 1e3)).toEqual([220, 83.7]);
    const matrix = file.steps.find(({ fn }) => fn === OPS.transform)!.args as number[];
    expect(matrix[0]).toBeCloseTo(POINTS, 4);
  });

  it('has the cut line of a wall of 10 m as 200 mm, 0.5 mm wide, and a column of 1 m as 20 mm', () => {
    const heavy = strokes(file).filter(({ width }) => width === 0.5);
    const sizes = heavy.map(({ box: [x0, y0, x1, y1] }) => [x1 - x0, y1 - y0].map((mm) => Math.round(mm * 1e3) / 1e3));
    expect(sizes.sort((a, b) => b[0]! - a[0]!)).toEqual([
      [200, 6],
      [20, 20],
    ]);
  });

  it('has its layers as optional content, all on, each line on the layer that the standard says', async () => {
    const config = await file.document.getOptionalContentConfig();
    const groups = Object.values(config.getGroups() as Record<string, { name: string; visible: boolean }>);
    expect(groups.map(({ name }) => name).sort()).toEqual(styled.layers.map(({ name }) => name).sort());
    expect(groups.every(({ visible }) => visible)).toBe(true);
    const byId = config.getGroups() as Record<string, { name: string }>;
    for (const { width, layer } of strokes(file))
      expect(styled.pens[styled.layers.find(({ name }) => name === byId[layer]!.name)!.pen]!.weight).toBe(width);
  });

  it('has its title as text, 3.5 mm high, in a font that comes along', async () => {
    const { items } = await file.page.getTextContent();
    const texts = items as { str: string; transform: number[]; fontName: string }[];
    expect(texts.map(({ str }) => str).join('')).toBe('P-01 Grundriß1:50');
    const data = (file.page as unknown as { commonObjs: { get(name: string): { data?: Uint8Array; missingFile?: boolean } } }).commonObjs.get(texts[0]!.fontName); // prettier-ignore
    expect(data.missingFile ?? false).toBe(false);
    // height of capitals over the em of the font's own file: OS/2 sCapHeight (OpenType, OS/2 and Windows metrics)
    const view = new DataView(fonts[0]!.buffer, fonts[0]!.byteOffset);
    const table = (tag: string) => {
      for (let k = 0; k < view.getUint16(4); k++)
        if ([0, 1, 2, 3].every((i) => view.getUint8(12 + k * 16 + i) === tag.charCodeAt(i))) return view.getUint32(12 + k * 16 + 8);
      throw new Error(tag);
    };
    const capitals = view.getInt16(table('OS/2') + 88) / view.getUint16(table('head') + 18);
    expect((texts[0]!.transform[0]! / POINTS) * capitals).toBeCloseTo(3.5, 3);
  });

  it('takes signs that the lettering lacks from a second font, which goes along only then; what none has is told by a question mark', async () => {
    const textIn = async (name: string) => {
      const bytes = await writePdf([published(model, { ...plan, name }, { title: true })], { fonts, title: '' });
      const { items } = await (await read(bytes)).page.getTextContent();
      const shown = items as { str: string; fontName: string }[];
      return [shown.map(({ str }) => str).join(''), new Set(shown.map(({ fontName }) => fontName)).size];
    };
    expect(await textIn('План Ω')).toEqual(['P-01 План Ω1:50', 2]);
    expect(await textIn('Plan ±0')).toEqual(['P-01 Plan ±01:50', 1]);
    expect(await textIn('階 Plan')).toEqual(['P-01 ? Plan1:50', 1]);
  });

  it('fills by lines that are clipped to the region: nothing of a pattern leaves it', () => {
    const clips = file.steps.filter(({ fn }) => fn === OPS.eoClip).length;
    expect(clips).toBe(styled.fills.filter((fill) => fill?.lines).length);
    expect(file.steps.filter(({ fn }) => fn === OPS.eoFill).length).toBe(styled.fills.filter((fill) => fill && !fill.lines).length);
  });

  it('lays a drawing on a sheet at its scale, or says which sheet and which scale would do', async () => {
    const { page } = await read(await write({ paper: 'A4' }));
    expect((page.view as number[]).slice(2).map((points) => Math.round(points / POINTS))).toEqual([PAPERS.A4[1], PAPERS.A4[0]]);
    const large = published(model, plan, { scale: 20, title: true });
    const refusal = await writePdf([large], { fonts, title: '', paper: 'A3' }).catch((e: unknown) => e as Fault);
    expect(sentence(refusal as Fault)).toBe(
      'the drawing takes 520 × 159 mm at 1:20 and does not fit on A3: A2 would at 1:20, 1:25 would on A3',
    );
  });

  it('of several drawings has a page and a bookmark for each, and the same bytes each time', async () => {
    const sights = [plan, { ...plan, number: 'P-02', name: '二階' }];
    const [one, two] = [await write({}, sights), await write({}, sights)];
    expect(one).toEqual(two);
    const { document } = await read(one);
    expect(document.numPages).toBe(2);
    expect((await document.getOutline()).map(({ title }) => title)).toEqual(['P-01 Grundriß', 'P-02 二階']);
  });
});

import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ON_FACES } from '../drafting/faces-on-paper';
import { withFaces } from '../drafting/drawing-names';
import { fillGroups, type Graphic } from '../drafting/graphic';
import { layerName } from '../drafting/safe-names';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { inLook, type Standard } from '../drafting/standard/standard';
import { facesOf } from '../faces-of';
import { publish } from '../publish';
import { publishable } from '../publishable';
import { narrow } from '../readers/narrow-text';
import { prepare } from '../scene/prepare';
import { box, modelOf } from '../testing/solids';
import { drawModel, frameSight } from '../testing/views';
import { touchUp } from '../touch-ups/apply';
import { pdfContent } from '../testing/pdf-content';
import { writeDxf } from './dxf';
import { fileName } from './file-name';
import { writePdf } from './pdf';
import { writeSvg } from './svg';

const fonts = ['lettering/national-park-latin-400.ttf', 'node_modules/pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'].map((path) => new Uint8Array(readFileSync(path))); // prettier-ignore
const model = modelOf([
  { solid: box([0, 0, 0], [4, 0.3, 3]), name: 'cut', class: 'Wall', material: 'Brick' },
  { solid: box([-2, 4, 0], [9, 0.3, 4]), name: 'behind', class: 'Wall', material: 'Concrete' },
  { solid: box([5, 3, 1], [1, 0.4, 0.2]), name: 'shelf', class: 'Slab', material: 'Oak' },
]);
const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0.1, 0]);
/** A section in the look of tones with a sun from the front, and a fill by hand over a tone, a shadow and a cut face. */
function graphicOf(standard: Standard = inLook(SHIPPED, 'presentation')!): Graphic {
  const plain = withFaces(publishable(model, sight, drawModel(model, sight)), facesOf(model, prepare(model), sight, { azimuth: 180, height: 40 })); // prettier-ignore
  const ring = [3, 0.3, 5.5, 0.3, 5.5, 3.5, 3, 3.5];
  const done = touchUp(plain.drawing, plain.names, [{ id: 'f', kind: 'fill', rings: [ring], as: { pattern: 'solid', layer: 'A FIRST', colour: '#FF0000' } }]); // prettier-ignore
  return publish({ ...plain, drawing: done.drawing }, sight, { standard, scale: 50, onFaces: ON_FACES, hand: done.hand, title: false, levels: false }); // prettier-ignore
}

describe('what lies over what', () => {
  it('is the same in SVG, PDF and DXF: tones, shadows, cut faces, and on top what was filled by hand', async () => {
    const graphic = graphicOf();
    const kinds = fillGroups(graphic).flatMap(
      ({ regions }) =>
      regions.map((r) => (graphic.fills[r]!.isByHand ? 'hand' : ['tone', 'shadow'].includes(graphic.drawing.regions[r]!.use) ? graphic.drawing.regions[r]!.use : 'cut')), // prettier-ignore
    );
    expect([...new Set(kinds)]).toEqual(['tone', 'shadow', 'cut', 'hand']);
    expect(kinds).toEqual([...kinds].sort((a, b) => ['tone', 'shadow', 'cut', 'hand'].indexOf(a) - ['tone', 'shadow', 'cut', 'hand'].indexOf(b))); // prettier-ignore
    const layersIn = fillGroups(graphic).map(({ layer }) => graphic.layers[layer]!.name);
    const svg = writeSvg(graphic);
    const groups = [...svg.matchAll(/<g id="([^"]+)" stroke="none">/g)].map(([, id]) => id!.replace(/ \(\d+\)$/, ''));
    expect(groups).toEqual(layersIn);
    const tags = writeDxf(graphic).split('\n');
    const hatches = tags.flatMap((tag, i) => (tag === 'HATCH' && tags[i - 1] === '0' ? [tags[tags.indexOf('8', i) + 1]!] : []));
    expect(hatches.filter((layer, i) => layer !== hatches[i - 1])).toEqual(layersIn.filter((layer, i) => layer !== layersIn[i - 1]));
    const pages = pdfContent(await writePdf([graphic], { fonts, title: 'T' }));
    const red = pages.lastIndexOf('1 0 0 rg');
    expect(red).toBeGreaterThan(0);
    expect(red).toBeGreaterThan(pages.lastIndexOf(' gs\n'));
    expect(pages.slice(red).match(/f\*|B\*/g)).toHaveLength(1);
  });

  it('a shadow in a release that knows no transparency is the colour that it has on its tone, not black', () => {
    const tags = writeDxf(graphicOf(), { version: 'R2000' }).split('\n');
    const layer = inLook(SHIPPED, 'presentation')!.shadow?.layer ?? 'SHADOW';
    const colours = tags.flatMap((tag, i) => {
      if (tag !== 'HATCH') return [];
      const own = tags.slice(i, tags.indexOf('AcDbHatch', i));
      return own[own.indexOf('8') + 1] === layer ? [own[own.indexOf('62') + 1]] : [];
    });
    expect(colours.length).toBeGreaterThan(0);
    for (const index of colours) expect(['7', '250', '18']).not.toContain(index);
  });
});

describe('dashes of a pattern in a PDF', () => {
  it.each([
    [[-2, 1], '[1 2] 1 d'],
    [[1, -2], '[1 2] 0 d'],
    [[0, -1], '[0.13 0.87] 0 d'],
    [[-1, 0, -1, 3], '[0.13 0.87 3 1] 4 d'],
    [[2, -1, -1, 1, 1, -2], '[2 2 2 2] 0 d'],
  ])('%j are %s', async (dashes, told) => {
    const standard = {
      ...SHIPPED,
      patterns: { ...SHIPPED.patterns, own: [{ angle: 0, origin: [0, 0], offset: [0, 2], dashes }] },
      fills: [{ layer: 'FILL', pattern: 'own', weight: 0.13, colour: 7 }, ...SHIPPED.fills],
    } as unknown as Standard;
    expect(pdfContent(await writePdf([graphicOf(standard)], { fonts, title: 'T' }))).toContain(told);
  });
});

describe('names', () => {
  it('that look like a code of the format stay what they are, and no layer is one that is never plotted', () => {
    const named = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]), name: '\\U+0041 \\M+nXXXX', class: 'Wall', material: 'a\\u+00e4' }]);
    const drawing = drawModel(named, sight);
    for (const version of ['R2000', 'R2010'] as const) {
      const dxf = writeDxf(publish(publishable(named, sight, drawing), sight, { standard: SHIPPED, scale: 50 }), { version });
      expect(dxf).toContain('\\U+005CU+0041 \\U+005CM+nXXXX');
      expect(dxf).toContain('a\\U+005Cu+00e4');
    }
    for (const name of ['Defpoints', 'DEFPOINTS', '0']) expect(layerName(name)).toBe(`${name}-`);
  });

  it('of files fit into a file system, and differ by more than case', () => {
    const long = fileName({ number: 'S-01', name: '断'.repeat(120), kind: 'section' }, 'dxf');
    expect(new TextEncoder().encode(long).length).toBeLessThanOrEqual(255);
    expect(long).toMatch(/^S-01 断+\.dxf$/);
    const named = (name: string, taken: string[]) => fileName({ number: '', name, kind: 'plan' }, 'pdf', taken);
    expect(named('Hall', ['HALL.pdf'])).toBe('Hall (2).pdf');
    expect(named('Ha\u0308user', ['H\u00e4user.pdf'])).toBe('H\u00e4user (2).pdf');
  });

  it('in Windows-1252 are read by our own table (WHATWG Encoding Standard, from memory)', () => {
    expect(narrow(Uint8Array.of(0x80, 0x85, 0x8a, 0x91, 0x92, 0x96, 0x9c, 0x9f, 0xe4))).toBe('€…Š‘’–œŸä');
    expect(narrow(Uint8Array.from({ length: 256 }, (_, k) => k))).toHaveLength(256);
  });
});

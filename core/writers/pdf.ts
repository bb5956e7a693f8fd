import fontkit from '@pdf-lib/fontkit';
import { zlibSync } from 'fflate';
import { PDFDocument, PDFHexString, PDFName, type PDFFont, type PDFPage, type PDFRef } from 'pdf-lib';
import { oneLine } from '../drafting/safe-names';
import { LETTERING } from '../drafting/lettering';
import { TONE_HAIR, facesOfFill, fillGroups, roundsByLine, titleWords, type Graphic, type Pen, type Text } from '../drafting/graphic';
import { plotted } from '../drafting/layer-states';
import { paperColour } from '../drafting/style-drawing';
import { circleArc } from '../geometry/arcs/arc';
import { drawnSides } from '../linework/boundary-edges';
import { arcAt, drawingBounds } from '../linework/drawing';
import { sheetFor, type Paper } from './paper';
import { arcPath, number, polyline, ringPath, type OnPage } from './pdf-path';
import { bulgedLine, dashes, patternLines } from './pdf-patterns';
import { cos, sin } from '../geometry/numbers/trigonometry';

/** White round the drawing, paper millimetres. */
const MARGIN = 10;
/** How hard a page is packed, 0 to 9: beyond this it takes half as long again for a fiftieth less. */
const QUICK = 4;

/** Points to a millimetre, and the most that a page has in its own unit (PDF 1.7, ISO 32000-1, annex C). */
const POINTS = 72 / 25.4;
const LONGEST = 14400;

export interface PdfOptions {
  /** The fonts of `LETTERING`, in the form of TrueType: what of them is used is embedded. */
  readonly fonts: readonly Uint8Array[];
  /** The sheet; as large as the drawing with its margin where none is told. */
  readonly paper?: Paper | undefined;
  /** Of the whole file. */
  readonly title: string;
}

/**
 * Drawings as a PDF (ISO 32000-1), a page each at true scale with a bookmark: lines with their widths on paper, arcs as curves, layers as
 * optional content, patterns as lines clipped to their region, text that can be searched. The same drawings give the same bytes.
 * @throws Fault paper-too-small
 */
export async function writePdf(whole: readonly Graphic[], { fonts: bytes, paper, title }: PdfOptions): Promise<Uint8Array> {
  const graphics = whole.map(plotted);
  const document = await PDFDocument.create({ updateMetadata: false });
  document.registerFontkit(fontkit);
  const fonts = await embedded(document, bytes, graphics.flatMap(({ texts }) => texts)); // prettier-ignore
  document.setTitle(oneLine(title));
  document.setProducer('Tarvex');
  const layers = new LayerContents(document);
  const pages = graphics.map((graphic) => addPage(document, graphic, fonts, layers, paper));
  layers.list();
  addBookmarks(document, pages, graphics.map(({ sight }) => oneLine(titleWords(sight)))); // prettier-ignore
  return document.save({ useObjectStreams: false, addDefaultPage: false });
}

/** Layers as groups of optional content: of several pages the layers of one name are one. */
class LayerContents {
  private readonly document: PDFDocument;
  private readonly groups = new Map<string, PDFRef>();

  constructor(document: PDFDocument) {
    this.document = document;
  }

  of(name: string): PDFRef {
    let ref = this.groups.get(name);
    if (!ref) {
      const { context } = this.document;
      this.groups.set(name, (ref = context.register(context.obj({ Type: 'OCG', Name: PDFHexString.fromText(name) }))));
    }
    return ref;
  }

  /** Tells the document of them, all on, in the order of their names. */
  list(): void {
    const { context, catalog } = this.document;
    const refs = [...this.groups].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, ref]) => ref);
    catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: refs, D: { Order: refs, ON: refs } }));
  }
}

function addPage(document: PDFDocument, graphic: Graphic, fonts: readonly OwnFont[], contents: LayerContents, paper?: Paper): PDFPage {
  const { scale, layers, pens } = graphic;
  const k = 1000 / scale;
  const [u0, v0, u1, v1] = graphic.box;
  const [w, h] = [(u1 - u0) * k, (v1 - v0) * k];
  const [width, height] = [w + 2 * MARGIN, h + 2 * MARGIN];
  // the margin and what annotates the drawing stay as large at any scale
  const [du0, dv0, du1, dv1] = drawingBounds(graphic.drawing);
  const border = [width - (du1 - du0) * k, height - (dv1 - dv0) * k] as const;
  const [sheetW, sheetH] = paper ? sheetFor(paper, scale, width, height, border) : [width, height];
  const [left, bottom] = [(sheetW - w) / 2, (sheetH - h) / 2];
  const on: OnPage = { k, x: (u) => left + (u - u0) * k, y: (v) => bottom + (v - v0) * k };
  // a page of more points has a larger unit
  const unit = Math.max(1, Math.ceil((Math.max(sheetW, sheetH) * POINTS) / LONGEST));
  const page = document.addPage([(sheetW * POINTS) / unit, (sheetH * POINTS) / unit]);
  if (unit > 1) page.node.set(PDFName.of('UserUnit'), document.context.obj(unit));

  const properties = Object.fromEntries(layers.map(({ name }, l) => [`L${l}`, contents.of(name)]));
  const within = (l: number, body: string) => (body ? `/OC /L${l} BDC\n${body}EMC\n` : '');
  const lines = linesByPen(graphic, on);
  const text = [
    `${number(POINTS / unit)} 0 0 ${number(POINTS / unit)} 0 0 cm 1 J 1 j\n`,
    ...fillGroups(graphic).map(({ layer, regions }) => within(layer, regions.map((r) => fillOf(graphic, r, on)).join(''))),
    ...lines.map(({ pen, layer, paths }) => within(layer, `q ${penOf(pens[pen]!)}\n${paths.join('')}Q\n`)),
    ...graphic.texts.map((text) => within(text.layer, textOf(text, fonts, on, pens[text.pen]!))),
  ].join('');
  const opacities = [...new Set(graphic.fills.flatMap((fill) => fill?.opacity ?? []))];
  const { context } = document;
  page.node.set(
    PDFName.of('Contents'),
    context.register(context.stream(zlibSync(new TextEncoder().encode(text), { level: QUICK }), { Filter: 'FlateDecode' })),
  );
  page.node.set(
    PDFName.of('Resources'),
    context.obj({
      Font: Object.fromEntries(fonts.map(({ font }, k) => [`F${k}`, font.ref])),
      Properties: properties,
      ...(opacities.length && { ExtGState: Object.fromEntries(opacities.map((ca) => [opacityName(ca), { Type: 'ExtGState', ca }])) }),
    }),
  );
  return page;
}

const colour = (hex: string): string => [1, 3, 5].map((i) => number(parseInt(hex.slice(i, i + 2), 16) / 255)).join(' ');
const penOf = (pen: Pen): string => `${colour(paperColour(pen.colour))} RG ${number(pen.weight)} w ${dashes(pen.dashes)}`;

/** Lines of one pen and layer, fine ones first, so that heavy ones lie on top at their ends. */
function linesByPen(graphic: Graphic, on: OnPage): { readonly pen: number; readonly layer: number; readonly paths: string[] }[] {
  const { drawing, strokes, pens } = graphic;
  const groups = new Map<number, { readonly pen: number; readonly layer: number; readonly paths: string[] }>();
  const add = (pen: number, layer: number, path: string) => {
    const key = pen * 0x10000 + layer;
    const group = groups.get(key);
    if (group) group.paths.push(`${path}S\n`);
    else groups.set(key, { pen, layer, paths: [`${path}S\n`] });
  };
  strokes.radius.forEach((radius, s) => {
    const [from, to] = [strokes.start[s]!, strokes.start[s + 1]!];
    const path =
      radius === 0
        ? polyline(strokes.points, from, to, on)
        : arcPath(circleArc(strokes.points[from * 2]!, strokes.points[from * 2 + 1]!, radius, 0, 2 * Math.PI), on);
    add(strokes.pen[s]!, strokes.layer[s]!, path);
  });
  const rounds = roundsByLine(graphic);
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const arc = drawing.lineArc[l]!;
    const round = rounds.first.get(l);
    if (!round && rounds.lines.has(l)) continue;
    const path = round
      ? ringPath(round.sides, on)
      : arc >= 0
        ? arcPath(arcAt(drawing, arc), on)
        : polyline(drawing.points, drawing.lineStart[l]!, drawing.lineStart[l + 1]!, on);
    add(graphic.linePen[l]!, graphic.lineLayer[l]!, path);
  }
  return [...groups.values()].sort((a, b) => pens[a.pen]!.weight - pens[b.pen]!.weight || a.layer - b.layer || a.pen - b.pen);
}

/** What a fill through which one sees is called in the page's resources. */
const opacityName = (opacity: number): string => `A${Math.round(opacity * 1000)}`;

/** The fill of a region. */
function fillOf({ drawing, fills, pens }: Graphic, r: number, on: OnPage): string {
  const fill = fills[r]!;
  const pen = pens[fill.pen]!;
  const ink = colour(paperColour(pen.colour));
  const whole = drawnSides(drawing.regions[r]!.face, drawing.regionCurves?.[r]);
  return facesOfFill(fill, whole)
    .map(({ rings, lines, tile }) => {
      const path = rings.map((ring) => ringPath(ring, on)).join('');
      const pattern = () =>
        tile?.line ? bulgedLine(tile.line, on) : lines!.map((line) => patternLines(line, pen.weight, rings, on)).join('');
      if (lines) return `q\n${path}W* n\n0 J\n${ink} RG ${number(pen.weight)} w\n${pattern()}Q\n`;
      const paint = fill.isTone ? `${ink} RG ${number(TONE_HAIR)} w\n${path}B*\n` : `${path}f*\n`;
      return fill.opacity === undefined ? `${ink} rg\n${paint}` : `q /${opacityName(fill.opacity)} gs\n${ink} rg\n${paint}Q\n`;
    })
    .join('');
}

interface OwnFont {
  readonly font: PDFFont;
  readonly capital: number;
  readonly signs: ReadonlySet<number>;
}

/** The fonts that some texts need: one that no sign is taken from does not go along. */
async function embedded(document: PDFDocument, bytes: readonly Uint8Array[], texts: readonly Text[]): Promise<OwnFont[]> {
  const out: OwnFont[] = [];
  let missing = new Set(texts.flatMap(({ words }) => Array.from(oneLine(words), (sign) => sign.codePointAt(0)!)));
  for (const [k, { capital }] of LETTERING.entries()) {
    if (!missing.size) break;
    const font = await document.embedFont(bytes[k]!, { subset: true, features: { kern: false } });
    const signs = new Set(font.getCharacterSet());
    out.push({ font, capital, signs });
    missing = new Set([...missing].filter((sign) => !signs.has(sign)));
  }
  return out;
}

/** A text in the first font, with what that lacks from the next; signs that none has are told by a question mark. */
function textOf({ words, height, at, anchor, turn }: Text, fonts: readonly OwnFont[], on: OnPage, pen: Pen): string {
  const runs: { own: number; text: string }[] = [];
  for (const sign of oneLine(words)) {
    const found = fonts.findIndex(({ signs }) => signs.has(sign.codePointAt(0)!));
    const [own, text] = found < 0 ? [0, '?'] : [found, sign];
    if (runs.at(-1)?.own === own) runs.at(-1)!.text += text;
    else runs.push({ own, text });
  }
  const sizeOf = (own: number) => height / fonts[own]!.capital;
  const width = runs.reduce((sum, { own, text }) => sum + fonts[own]!.font.widthOfTextAtSize(text, sizeOf(own)), 0);
  const back = anchor === 'start' ? 0 : anchor === 'end' ? width : width / 2;
  const [c, s] = [cos(turn), sin(turn)];
  const place = [c, s, -s, c, on.x(at[0]) - back * c, on.y(at[1]) - back * s].map((n) => number(n)).join(' ');
  const shown = runs.map(({ own, text }) => `/F${own} ${number(sizeOf(own))} Tf ${fonts[own]!.font.encodeText(text).toString()} Tj`);
  return `BT ${colour(paperColour(pen.colour))} rg ${place} Tm ${shown.join(' ')} ET\n`;
}

/** A bookmark for each page (ISO 32000-1, 12.3.3). */
function addBookmarks({ context, catalog }: PDFDocument, pages: readonly PDFPage[], names: readonly string[]): void {
  const root = context.nextRef();
  const refs = pages.map(() => context.nextRef());
  pages.forEach((page, k) =>
    context.assign(
      refs[k]!,
      context.obj({
        Title: PDFHexString.fromText(names[k]!),
        Parent: root,
        Dest: [page.ref, 'Fit'],
        ...(k > 0 && { Prev: refs[k - 1]! }),
        ...(k + 1 < pages.length && { Next: refs[k + 1]! }),
      }),
    ),
  );
  context.assign(root, context.obj({ Type: 'Outlines', First: refs[0]!, Last: refs.at(-1)!, Count: pages.length }));
  catalog.set(PDFName.of('Outlines'), root);
}

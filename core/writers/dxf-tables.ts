import type { Layer } from '../drafting/graphic';
import { layerName, oneLine } from '../drafting/safe-names';
import type { SharedPen } from '../drafting/side-by-side';
import type { DxfTags } from './dxf-tags';
import { APPLICATION, colourTags, LETTERING, snapWeight, typeName } from './dxf-values';

/** Smallest and largest x, y of a file, in its units. */
export type Extent = readonly [x0: number, y0: number, x1: number, y1: number];

/** A drawing as a block: its name, the handle of its record, what is in it. */
export interface Part {
  readonly name: string;
  readonly owner: string;
  readonly entities: DxfTags;
}

function table(tags: DxfTags, name: string, handle: string, entries: number, body: () => void): void {
  tags.text(0, 'TABLE').text(2, name).text(5, handle).text(330, '0').text(100, 'AcDbSymbolTable').int(70, entries);
  if (name === 'DIMSTYLE') tags.text(100, 'AcDbDimStyleTable');
  body();
  tags.text(0, 'ENDTAB');
}

function record(tags: DxfTags, type: string, owner: string, kind: string, name: string, handle = tags.nextHandle()): DxfTags {
  return tags
    .text(0, type)
    .text(type === 'DIMSTYLE' ? 105 : 5, handle)
    .text(330, owner)
    .text(100, 'AcDbSymbolTableRecord')
    .text(100, kind)
    .text(2, name)
    .int(70, 0);
}

export function tables(
  tags: DxfTags,
  isModern: boolean,
  { layers, pens }: { readonly layers: readonly Layer[]; readonly pens: readonly SharedPen[] },
  paper: number,
  parts: readonly Part[],
  [x0, y0, x1, y1]: Extent,
): void {
  tags.text(0, 'SECTION').text(2, 'TABLES');
  table(tags, 'VPORT', '8', 1, () => {
    record(tags, 'VPORT', '8', 'AcDbViewportTableRecord', '*Active')
      .point(10, 0, 0)
      .point(11, 1, 1)
      .point(12, (x0 + x1) / 2, (y0 + y1) / 2)
      .point(13, 0, 0)
      .point(14, 10, 10)
      .point(15, 10, 10);
    tags
      .point(16, 0, 0, 1)
      .point(17, 0, 0, 0)
      .real(40, Math.max(y1 - y0, (x1 - x0) / 1.6, 1) * 1.1)
      .real(41, 1.6)
      .real(42, 50)
      .real(43, 0)
      .real(44, 0)
      .real(50, 0)
      .real(51, 0)
      .int(71, 0)
      .int(72, 1000)
      .int(73, 1)
      .int(74, 3)
      .int(75, 0)
      .int(76, 0)
      .int(77, 0)
      .int(78, 0);
  });
  const types = new Map(pens.filter((pen) => pen.dashes.length).map((pen) => [pen.lineType, pen]));
  table(tags, 'LTYPE', '5', types.size + 3, () => {
    for (const name of ['ByBlock', 'ByLayer', 'Continuous'])
      record(tags, 'LTYPE', '5', 'AcDbLinetypeTableRecord', name).text(3, '').int(72, 65).int(73, 0).real(40, 0);
    for (const [type, { dashes, enlarged = 1 }] of types) {
      record(tags, 'LTYPE', '5', 'AcDbLinetypeTableRecord', layerName(type).toUpperCase())
        .text(3, `${oneLine(type)} ${dashes.join(' ')} mm`)
        .int(72, 65)
        .int(73, dashes.length)
        .real(40, dashes.reduce((sum, d) => sum + Math.abs(d), 0) * paper * enlarged);
      for (const d of dashes) tags.real(49, d * paper * enlarged).int(74, 0);
    }
  });
  table(tags, 'LAYER', '2', layers.length + 1, () => {
    record(tags, 'LAYER', '2', 'AcDbLayerTableRecord', '0').int(62, 7).text(6, 'Continuous').int(370, -3);
    for (const layer of layers) {
      record(tags, 'LAYER', '2', 'AcDbLayerTableRecord', layer.name);
      const pen = pens[layer.pen]!;
      colourTags(tags, pen.colour, isModern, layer.state === 'off');
      tags
        .text(6, typeName(pen))
        .int(290, layer.state === 'not plotted' ? 0 : 1)
        .int(370, snapWeight(pen.weight));
    }
  });
  table(tags, 'STYLE', '3', 2, () => {
    textStyle(tags, 'Standard', 'txt');
    textStyle(tags, LETTERING, FONT);
  });
  table(tags, 'VIEW', '6', 0, () => undefined);
  table(tags, 'UCS', '7', 0, () => undefined);
  table(tags, 'APPID', '9', 2, () => {
    record(tags, 'APPID', '9', 'AcDbRegAppTableRecord', 'ACAD');
    record(tags, 'APPID', '9', 'AcDbRegAppTableRecord', APPLICATION);
  });
  table(tags, 'DIMSTYLE', 'A', 1, () => {
    record(tags, 'DIMSTYLE', 'A', 'AcDbDimStyleTableRecord', 'Standard');
  });
  table(tags, 'BLOCK_RECORD', '1', 2 + parts.length, () => {
    blockRecord(tags, '*Model_Space', '1B', '1C');
    blockRecord(tags, '*Paper_Space', '1D', '1F');
    for (const { name, owner } of parts) blockRecord(tags, name, owner, '0');
  });
  tags.text(0, 'ENDSEC');
}

/** Of even stroke and found wherever drawings are read; its measures are those of the lettering that goes along with a PDF. */
const FONT = 'arial.ttf';

const textStyle = (tags: DxfTags, name: string, font: string): void =>
  void record(tags, 'STYLE', '3', 'AcDbTextStyleTableRecord', name)
    .real(40, 0)
    .real(41, 1)
    .real(50, 0)
    .int(71, 0)
    .real(42, 2.5)
    .text(3, font)
    .text(4, '');

function blockRecord(tags: DxfTags, name: string, handle: string, layout: string): void {
  tags
    .text(0, 'BLOCK_RECORD')
    .text(5, handle)
    .text(330, '1')
    .text(100, 'AcDbSymbolTableRecord')
    .text(100, 'AcDbBlockTableRecord')
    .text(2, name)
    .text(340, layout)
    .int(70, 0)
    .int(280, 1)
    .int(281, 0);
}

export function blocks(tags: DxfTags, parts: readonly Part[], layers: readonly Layer[]): void {
  tags.text(0, 'SECTION').text(2, 'BLOCKS');
  const one = (name: string, owner: string, paperSpace: boolean, layer: string, content: DxfTags | null) => {
    tags.text(0, 'BLOCK').text(5, tags.nextHandle()).text(330, owner).text(100, 'AcDbEntity');
    if (paperSpace) tags.int(67, 1);
    tags.text(8, layer).text(100, 'AcDbBlockBegin').text(2, name).int(70, 0).point(10, 0, 0, 0).text(3, name).text(1, '');
    if (content) tags.append(content);
    tags.text(0, 'ENDBLK').text(5, tags.nextHandle()).text(330, owner).text(100, 'AcDbEntity');
    if (paperSpace) tags.int(67, 1);
    tags.text(8, layer).text(100, 'AcDbBlockEnd');
  };
  one('*Model_Space', '1B', false, '0', null);
  one('*Paper_Space', '1D', true, '0', null);
  for (const { name, owner, entities } of parts) one(name, owner, false, layers[0]?.name ?? '0', entities);
  tags.text(0, 'ENDSEC');
}

export function insert(tags: DxfTags, name: string, layers: readonly Layer[], [x, y]: readonly [number, number]): void {
  const [layer] = layers;
  if (!layer) return;
  tags
    .text(0, 'INSERT')
    .text(5, tags.nextHandle())
    .text(330, '1B')
    .text(100, 'AcDbEntity')
    .text(8, layer.name)
    .text(100, 'AcDbBlockReference')
    .text(2, name)
    .point(10, x, y, 0);
}

export function objects(tags: DxfTags): void {
  const dictionary = (handle: string, owner: string, entries: readonly (readonly [string, string])[]) => {
    tags.text(0, 'DICTIONARY').text(5, handle).text(330, owner).text(100, 'AcDbDictionary').int(281, 1);
    for (const [key, value] of entries) tags.text(3, key).text(350, value);
  };
  tags.text(0, 'SECTION').text(2, 'OBJECTS');
  dictionary('C', '0', [
    ['ACAD_GROUP', 'D'],
    ['ACAD_LAYOUT', '1A'],
  ]);
  dictionary('D', 'C', []);
  dictionary('1A', 'C', [
    ['Model', '1C'],
    ['Layout1', '1F'],
  ]);
  layout(tags, '1C', 'Model', 0, 1024, '1B');
  layout(tags, '1F', 'Layout1', 1, 0, '1D');
  tags.text(0, 'ENDSEC');
}

function layout(tags: DxfTags, handle: string, name: string, order: number, flags: number, blockRecordHandle: string): void {
  tags.text(0, 'LAYOUT').text(5, handle).text(330, '1A').text(100, 'AcDbPlotSettings').text(1, '').text(2, '').text(4, 'A3').text(6, '');
  tags
    .real(40, 7.5)
    .real(41, 7.5)
    .real(42, 7.5)
    .real(43, 7.5)
    .real(44, 420)
    .real(45, 297)
    .real(46, 0)
    .real(47, 0)
    .real(48, 0)
    .real(49, 0)
    .real(140, 0)
    .real(141, 0)
    .real(142, 1)
    .real(143, 1);
  tags
    .int(70, flags + 688)
    .int(72, 1)
    .int(73, 0)
    .int(74, 5)
    .text(7, '')
    .int(75, 16)
    .int(76, 0)
    .int(77, 2)
    .int(78, 300)
    .real(147, 1)
    .real(148, 0)
    .real(149, 0);
  tags
    .text(100, 'AcDbLayout')
    .text(1, name)
    .int(70, 1)
    .int(71, order)
    .point(10, 0, 0)
    .point(11, 420, 297)
    .point(12, 0, 0, 0)
    .point(14, 0, 0, 0)
    .point(15, 0, 0, 0)
    .real(146, 0)
    .point(13, 0, 0, 0)
    .point(16, 1, 0, 0)
    .point(17, 0, 1, 0)
    .int(76, 0)
    .text(330, blockRecordHandle);
}

import { nearestIndex } from '../drafting/colour-table';
import type { PatternLine, PenColour } from '../drafting/standard';
import { bytesOf, extended, extendedIds, layerName, oneLine } from '../drafting/safe-names';
import { roundsByLine, type Layer, type RegionFill, type StyledDrawing } from '../drafting/style-drawing';
import { onGrid } from '../geometry/on-grid';
import { arcPoint, arcPoints, isCircle, isWhole, type Arc } from '../geometry/arcs/arc';
import { arcAt, drawingBounds } from '../linework/drawing';
import { drawnSides, type DrawnSide } from '../linework/boundary-edges';
import { ROLES } from '../sights/role';
import { firstMaterials, type Model } from '../model/model';
import type { Sight } from '../sights/sight';
import { DxfTags, escaped } from './dxf-tags';

/** $INSUNITS values and metres in one unit (DXF Reference, release 2010, HEADER). */
export const DXF_UNITS = { in: [1, 0.0254], ft: [2, 0.3048], mm: [4, 0.001], cm: [5, 0.01], m: [6, 1] } as const;
export type DxfUnit = keyof typeof DXF_UNITS;

/** The line weights that the format allows, 1/100 mm (DXF Reference, group 370). */
const WEIGHTS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211];
export const snapWeight = (mm: number): number =>
  WEIGHTS.reduce((best, w) => (Math.abs(w - mm * 100) < Math.abs(best - mm * 100) ? w : best), 0);

/** What a release of the format has: its number, and whether it has UTF-8 (from 2007 on) and true colours (from 2004 on). */
export const DXF_VERSIONS = {
  R2000: { number: 'AC1015', isModern: false },
  R2010: { number: 'AC1024', isModern: true },
  R2018: { number: 'AC1032', isModern: true },
} as const;
export type DxfVersion = keyof typeof DXF_VERSIONS;

export interface DxfOptions {
  /** Release of the format; 2010 where none is told. */
  readonly version?: DxfVersion;
  readonly unit?: DxfUnit;
  /** Put the drawing into one block that is inserted once. */
  readonly block?: boolean;
  /** Leave out the extended data that tells role, element, class and material of each entity. */
  readonly plain?: boolean;
}

/**
 * The drawing as a DXF file of text, of release 2000, 2010 or 2018, at true size: layers with weight, colour and line type,
 * LINE, LWPOLYLINE, ARC, CIRCLE, ELLIPSE and HATCH; nothing on layer 0; line types and hatches scaled so that they are right on paper
 * at the drawing's scale. Source: DXF Reference, releases 2000, 2010 and 2018.
 */
export function writeDxf(
  model: Model,
  styled: StyledDrawing,
  sight: Sight,
  { unit = 'mm', block = false, plain = false, version = 'R2010' }: DxfOptions = {},
): string {
  const [insunits, metres] = DXF_UNITS[unit];
  const k = 1 / metres;
  /** One paper millimetre in drawing units. */
  const paper = (styled.scale * 0.001) / metres;
  const { drawing, layers } = styled;
  const materialOf = firstMaterials(model);
  const { isModern } = DXF_VERSIONS[version];
  const tags = new DxfTags(!isModern);
  const sizeOf = (text: string) => (isModern ? bytesOf(text) : escaped(text).length);
  const name = blockName(sight);

  const entities = new DxfTags(!isModern);
  const owner = block ? '1E' : '1B';
  // every writer below takes its handles from the one counter, in the order of the file
  const content = new EntityWriter(tags, entities, layers, owner, k, paper, sizeOf);
  drawing.regions.forEach((region, r) => {
    const fill = styled.fills[r];
    if (!fill) return;
    content.hatch(drawnSides(region.face, drawing.regionCurves?.[r]), fill);
    if (plain) return;
    const material = model.materials[region.material]?.name ?? '';
    content.origin(
      region.use,
      extendedIds(
        region.elements.map((e) => model.elements[e]!.id),
        sizeOf,
      ),
      '',
      material,
    );
  });
  const rounds = roundsByLine(styled);
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const layer = styled.lineLayer[l]!;
    const a = drawing.lineArc[l]!;
    const round = rounds.first.get(l);
    if (!round && rounds.lines.has(l)) continue;
    if (round) content.outline(round.sides, layer);
    else if (a >= 0) content.arc(arcAt(drawing, a), layer);
    else content.polyline(drawing.points, drawing.lineStart[l]!, drawing.lineStart[l + 1]!, layer);
    const e = round?.element ?? drawing.lineElement[l]!;
    const element = model.elements[e];
    if (plain || !element) continue;
    const beyond = round?.beyond ?? drawing.lineBeyond.subarray(drawing.lineBeyondStart[l], drawing.lineBeyondStart[l + 1]);
    const ids = extendedIds(
      Array.from(beyond, (other) => model.elements[other]?.id ?? '-'),
      sizeOf,
    );
    content.origin(ROLES[drawing.lineRole[l]!]!, element.id, element.class, materialOf.get(e) ?? '', {
      beyond: ids,
      depths: [drawing.depths[drawing.lineStart[l]!]! * k, drawing.depths[drawing.lineStart[l + 1]! - 1]! * k],
    });
  }

  const [u0, v0, u1, v1] = drawingBounds(drawing);
  header(tags, version, insunits, [u0 * k, v0 * k, u1 * k, v1 * k]);
  tags.text(0, 'SECTION').text(2, 'CLASSES').text(0, 'ENDSEC');
  tables(tags, isModern, layers, styled, paper, block ? name : null, [u0 * k, v0 * k, u1 * k, v1 * k]);
  blocks(tags, block ? name : null, block ? entities : null, layers);
  tags.text(0, 'SECTION').text(2, 'ENTITIES');
  if (block) insert(tags, name, layers);
  else tags.append(entities);
  tags.text(0, 'ENDSEC');
  objects(tags);
  tags.text(0, 'EOF');
  // the seed stands in the header, before the handles are known
  return tags.toString().replace('@SEED', tags.seed);
}

/** The block's name: number and name of the sight. */
function blockName(sight: Sight): string {
  return layerName(`${sight.number} ${sight.name}`.trim() || sight.kind);
}

function colourTags(tags: DxfTags, colour: PenColour, hasTrueColour: boolean): void {
  if (typeof colour === 'number') tags.int(62, colour);
  else if (!hasTrueColour) tags.int(62, nearestIndex(colour));
  else tags.int(62, 7).int(420, parseInt(colour.slice(1), 16));
}

const typeName = (layer: Layer): string => (layer.dashes.length ? layerName(layer.lineType).toUpperCase() : 'Continuous');

/** Name under which the extended data of entities stand (DXF Reference, Extended Data). */
const APPLICATION = 'TARVEX';

/** Writes the entities of a drawing into one block record. */
class EntityWriter {
  private readonly handles: DxfTags;
  private readonly out: DxfTags;
  private readonly layers: readonly Layer[];
  private readonly owner: string;
  private readonly k: number;
  private readonly paper: number;
  /** Bytes that a text takes as it is written. */
  private readonly sizeOf: (text: string) => number;

  constructor(
    handles: DxfTags,
    out: DxfTags,
    layers: readonly Layer[],
    owner: string,
    k: number,
    paper: number,
    sizeOf: (text: string) => number,
  ) {
    this.handles = handles;
    this.out = out;
    this.layers = layers;
    this.owner = owner;
    this.k = k;
    this.paper = paper;
    this.sizeOf = sizeOf;
  }

  private begin(type: string, layer: number): DxfTags {
    return this.out
      .text(0, type)
      .text(5, this.handles.nextHandle())
      .text(330, this.owner)
      .text(100, 'AcDbEntity')
      .text(8, this.layers[layer]!.name);
  }

  polyline(points: Float64Array, from: number, to: number, layer: number): void {
    const { k } = this;
    if (to - from === 2) {
      this.begin('LINE', layer)
        .text(100, 'AcDbLine')
        .point(10, points[from * 2]! * k, points[from * 2 + 1]! * k, 0)
        .point(11, points[from * 2 + 2]! * k, points[from * 2 + 3]! * k, 0);
      return;
    }
    const closed = to - from > 3 && points[from * 2] === points[to * 2 - 2] && points[from * 2 + 1] === points[to * 2 - 1];
    const last = closed ? to - 1 : to;
    this.begin('LWPOLYLINE', layer)
      .text(100, 'AcDbPolyline')
      .int(90, last - from)
      .int(70, closed ? 1 : 0)
      .real(43, 0);
    for (let p = from; p < last; p++) this.out.point(10, points[p * 2]! * k, points[p * 2 + 1]! * k);
  }

  /** A closed polyline of straight sides and arcs of circles. */
  outline(sides: readonly DrawnSide[], layer: number): void {
    const corners = sides.flatMap(bulges);
    this.begin('LWPOLYLINE', layer).text(100, 'AcDbPolyline').int(90, corners.length).int(70, 1).real(43, 0);
    for (const [u, v, bulge] of corners) this.out.point(10, u * this.k, v * this.k).real(42, bulge, 12);
  }

  arc(arc: Arc, layer: number): void {
    const { k, out } = this;
    const [u, v, r, axisV, ratio, start, end] = arc;
    const full = isWhole(arc);
    if (!isCircle(arc)) {
      this.begin('ELLIPSE', layer)
        .text(100, 'AcDbEllipse')
        .point(10, u * k, v * k, 0)
        .point(11, r * k, axisV * k, 0);
      out.real(210, 0).real(220, 0).real(230, 1).real(40, ratio, 12);
      out.real(41, full ? 0 : start, 12).real(42, full ? 2 * Math.PI : end, 12);
      return;
    }
    this.begin(full ? 'CIRCLE' : 'ARC', layer)
      .text(100, 'AcDbCircle')
      .point(10, u * k, v * k, 0)
      .real(40, r * k);
    if (full) return;
    const degrees = (t: number) => ((((t * 180) / Math.PI) % 360) + 360) % 360;
    out.text(100, 'AcDbArc').real(50, degrees(start), 9).real(51, degrees(end), 9);
  }

  hatch(face: readonly (readonly DrawnSide[])[], fill: RegionFill): void {
    const { k, out } = this;
    const name = fill.lines ? fill.pattern.toUpperCase().replace(/[^A-Z0-9]+/g, '_') : 'SOLID';
    this.begin('HATCH', fill.layer).text(100, 'AcDbHatch').point(10, 0, 0, 0).real(210, 0).real(220, 0).real(230, 1);
    out
      .text(2, name)
      .int(70, fill.lines ? 0 : 1)
      .int(71, 0)
      .int(91, face.length);
    face.forEach((ring, r) => {
      const corners = ring.flatMap(bulges);
      const isRound = corners.some(([, , bulge]) => bulge !== 0);
      // 1 external, 2 polyline, 16 outermost
      out
        .int(92, r === 0 ? 3 : 18)
        .int(72, isRound ? 1 : 0)
        .int(73, 1)
        .int(93, corners.length);
      for (const [u, v, bulge] of corners) {
        out.point(10, u * k, v * k);
        if (isRound) out.real(42, bulge, 12);
      }
      out.int(97, 0);
    });
    out.int(75, 0).int(76, fill.lines ? 2 : 1);
    if (fill.lines) {
      out.real(52, 0).real(41, this.paper).int(77, 0).int(78, fill.lines.length);
      for (const line of fill.lines) this.patternLine(line);
    }
    out.int(98, 0);
  }

  /**
   * Extended data of the entity just written: where it comes from; of a line also what lies beyond it and the depths of its ends.
   * Strings hold 255 bytes at most.
   */
  origin(role: string, elements: string, className: string, material: string, line?: { beyond: string; depths: readonly number[] }): void {
    this.out.text(1001, APPLICATION);
    const texts = [role, elements, className, material, ...(line ? [line.beyond] : [])];
    for (const text of texts) this.out.text(1000, extended(text, this.sizeOf));
    for (const depth of line?.depths ?? []) this.out.real(1040, depth);
  }

  /** Definition lines carry their final size: the scale of group 41 is already in them. */
  private patternLine({ angle, origin, offset, dashes }: PatternLine): void {
    const { out, paper } = this;
    out
      .real(53, angle)
      .real(43, origin[0] * paper)
      .real(44, origin[1] * paper)
      .real(45, offset[0] * paper, 9)
      .real(46, offset[1] * paper, 9)
      .int(79, dashes.length);
    for (const d of dashes) out.real(49, d * paper, 9);
  }
}

/** Of an arc's part no more than this goes into one bulge: readers of hatches are unsure of flat rings of two corners. */
const QUARTER = Math.PI / 2 + 1e-9;
/**
 * An arc in steps of about a nanometre. It was fitted, and its last digits hang on the sines of the host, a browser's or Node's: among
 * the thousands of points along it some would be written otherwise.
 */
const inSteps = (arc: Arc): Arc => arc.map(onGrid) as unknown as Arc;

/** An ellipse is broken up so that no chord leaves it by more, metres: hatches have no bulge for it. */
const RISE = 5e-5;

/**
 * The corners in which a side of a face begins, each with the bulge of what follows: the tangent of a quarter of its angle,
 * positive counter-clockwise (DXF Reference, LWPOLYLINE and HATCH, group 42).
 */
function bulges({ from, arc, isForward }: DrawnSide): [u: number, v: number, bulge: number][] {
  if (!arc) return [[from[0], from[1], 0]];
  if (!isCircle(arc)) {
    const points = arcPoints(inSteps(arc), RISE);
    const pairs = Array.from({ length: points.length / 2 }, (_, i): [number, number, number] => [points[i * 2]!, points[i * 2 + 1]!, 0]);
    if (!isForward) pairs.reverse();
    return [[from[0], from[1], 0], ...pairs.slice(1, -1)];
  }
  const [, , , , , start, end] = arc;
  const parts = Math.ceil((end - start) / QUARTER);
  const turn = ((end - start) / parts) * (isForward ? 1 : -1);
  return Array.from({ length: parts }, (_, k) => {
    const [u, v] = k === 0 ? from : arcPoint(arc, (isForward ? start : end) + k * turn);
    return [u, v, Math.tan(turn / 4)];
  });
}

function header(tags: DxfTags, version: DxfVersion, insunits: number, [x0, y0, x1, y1]: readonly [number, number, number, number]): void {
  const variable = (name: string) => tags.text(9, name);
  tags.text(0, 'SECTION').text(2, 'HEADER');
  const { number, isModern } = DXF_VERSIONS[version];
  variable('$ACADVER').text(1, number);
  variable('$DWGCODEPAGE').text(3, isModern ? 'UTF-8' : 'ANSI_1252');
  variable('$HANDSEED').text(5, '@SEED');
  variable('$INSBASE').point(10, 0, 0, 0);
  variable('$EXTMIN').point(10, x0, y0, 0);
  variable('$EXTMAX').point(10, x1, y1, 0);
  variable('$LTSCALE').real(40, 1);
  variable('$CELTSCALE').real(40, 1);
  variable('$LUNITS').int(70, 2);
  variable('$LUPREC').int(70, 4);
  variable('$INSUNITS').int(70, insunits);
  variable('$MEASUREMENT').int(70, insunits < 3 ? 0 : 1);
  variable('$LWDISPLAY').int(290, 1);
  tags.text(0, 'ENDSEC');
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

function tables(
  tags: DxfTags,
  isModern: boolean,
  layers: readonly Layer[],
  styled: StyledDrawing,
  paper: number,
  block: string | null,
  [x0, y0, x1, y1]: readonly [number, number, number, number],
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
  const types = [...new Set(layers.filter((l) => l.dashes.length).map((l) => l.lineType))];
  table(tags, 'LTYPE', '5', types.length + 3, () => {
    for (const name of ['ByBlock', 'ByLayer', 'Continuous'])
      record(tags, 'LTYPE', '5', 'AcDbLinetypeTableRecord', name).text(3, '').int(72, 65).int(73, 0).real(40, 0);
    for (const type of types) {
      const dashes = styled.standard.lineTypes[type]!;
      record(tags, 'LTYPE', '5', 'AcDbLinetypeTableRecord', layerName(type).toUpperCase())
        .text(3, `${oneLine(type)} ${dashes.join(' ')} mm`)
        .int(72, 65)
        .int(73, dashes.length)
        .real(40, dashes.reduce((sum, d) => sum + Math.abs(d), 0) * paper);
      for (const d of dashes) tags.real(49, d * paper).int(74, 0);
    }
  });
  table(tags, 'LAYER', '2', layers.length + 1, () => {
    record(tags, 'LAYER', '2', 'AcDbLayerTableRecord', '0').int(62, 7).text(6, 'Continuous').int(370, -3);
    for (const layer of layers) {
      record(tags, 'LAYER', '2', 'AcDbLayerTableRecord', layer.name);
      colourTags(tags, layer.colour, isModern);
      tags.text(6, typeName(layer)).int(290, 1).int(370, snapWeight(layer.weight));
    }
  });
  table(tags, 'STYLE', '3', 1, () => {
    record(tags, 'STYLE', '3', 'AcDbTextStyleTableRecord', 'Standard')
      .real(40, 0)
      .real(41, 1)
      .real(50, 0)
      .int(71, 0)
      .real(42, 2.5)
      .text(3, 'txt')
      .text(4, '');
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
  table(tags, 'BLOCK_RECORD', '1', block ? 3 : 2, () => {
    blockRecord(tags, '*Model_Space', '1B', '1C');
    blockRecord(tags, '*Paper_Space', '1D', '1F');
    if (block) blockRecord(tags, block, '1E', '0');
  });
  tags.text(0, 'ENDSEC');
}

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

function blocks(tags: DxfTags, block: string | null, entities: DxfTags | null, layers: readonly Layer[]): void {
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
  if (block) one(block, '1E', false, layers[0]?.name ?? '0', entities);
  tags.text(0, 'ENDSEC');
}

function insert(tags: DxfTags, name: string, layers: readonly Layer[]): void {
  const layer = layers.find((l) => !l.isFill) ?? layers[0];
  if (!layer) return;
  tags
    .text(0, 'INSERT')
    .text(5, tags.nextHandle())
    .text(330, '1B')
    .text(100, 'AcDbEntity')
    .text(8, layer.name)
    .text(100, 'AcDbBlockReference')
    .text(2, name)
    .point(10, 0, 0, 0);
}

function objects(tags: DxfTags): void {
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

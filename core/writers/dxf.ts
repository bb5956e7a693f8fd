import { bytesOf, extendedIds, layerName, plainNames } from '../drafting/safe-names';
import { facesOfFill, fillGroups, roundsByLine, titleWords, type Graphic } from '../drafting/graphic';
import { sideBySide, type SharedPen } from '../drafting/side-by-side';
import { drawnSides } from '../linework/boundary-edges';
import { paperColour } from '../drafting/style-drawing';
import { arcAt } from '../linework/drawing';
import { ROLES } from '../sights/role';
import { EntityWriter } from './dxf-entities';
import { blocks, insert, objects, tables, type Extent } from './dxf-tables';
import { DxfTags, escaped } from './dxf-tags';
import { DXF_UNITS, DXF_VERSIONS, type DxfUnit, type DxfVersion } from './dxf-values';

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
 * Drawings as a DXF file of text, of release 2000, 2010 or 2018, at true size: layers with weight, colour and line type,
 * LINE, LWPOLYLINE, ARC, CIRCLE, ELLIPSE, HATCH and TEXT; nothing on layer 0; line types and hatches scaled so that they are right on paper
 * at the drawing's scale. Several stand side by side, the first at its own coordinates. Source: DXF Reference, releases 2000, 2010 and 2018.
 */
export function writeDxf(
  any: Graphic | readonly Graphic[],
  { unit = 'mm', block = false, plain = false, version = 'R2010' }: DxfOptions = {},
): string {
  const [insunits, metres] = DXF_UNITS[unit];
  const k = 1 / metres;
  /** One paper millimetre in drawing units. */
  const paperOf = ({ scale }: Graphic) => (scale * 0.001) / metres;
  const { isModern } = DXF_VERSIONS[version];
  const form = (own: Graphic) => (isModern ? own : inPlainLetters(withoutTransparency(own)));
  const { drawings, pens: shared } = sideBySide([any].flat());
  const all = drawings.map(({ graphic, at }) => ({ graphic: form(graphic), at: [at[0] * k, at[1] * k] as const }));
  const [first] = all as [(typeof all)[number]];
  const tags = new DxfTags(!isModern);
  const sizeOf = (text: string) => (isModern ? bytesOf(text) : escaped(text).length);
  const own = all.map(({ graphic }) => blockName(graphic));
  const names = unlike(isModern ? own : plainNames(own));

  const parts = all.map(({ graphic, at }, n) => {
    const entities = new DxfTags(!isModern);
    // every writer below takes its handles from the one counter, in the order of the file
    const owner = !block ? '1B' : n === 0 ? '1E' : tags.nextHandle();
    const content = new EntityWriter(tags, entities, graphic, owner, {
      ...{ k, paper: paperOf(graphic), sizeOf, isModern },
      // a block is put into its place as a whole
      at: block ? [0, 0] : at,
      sight: all.length > 1 ? graphic.sight.number : undefined,
    });
    writeEntities(content, graphic, k, sizeOf, plain);
    return { name: names[n]!, owner, entities, at };
  });

  const box = all.map(({ graphic: { box: own }, at }) => own.map((x, i) => x * k + at[i % 2]!));
  const extent = [0, 1, 2, 3].map((i) => (i < 2 ? Math.min : Math.max)(...box.map((own) => own[i]!))) as unknown as Extent;
  header(tags, version, insunits, extent);
  const layers = first.graphic.layers;
  tags.text(0, 'SECTION').text(2, 'CLASSES').text(0, 'ENDSEC');
  const pens = first.graphic.pens.map((pen, p): SharedPen => ({ ...pen, enlarged: shared[p]?.enlarged ?? 1 }));
  tables(tags, isModern, { layers, pens }, paperOf(first.graphic), block ? parts : [], extent);
  blocks(tags, block ? parts : [], layers);
  tags.text(0, 'SECTION').text(2, 'ENTITIES');
  for (const part of parts)
    if (block) insert(tags, part.name, layers, part.at);
    else tags.append(part.entities);
  tags.text(0, 'ENDSEC');
  objects(tags);
  tags.text(0, 'EOF');
  // the seed stands in the header, before the handles are known
  return tags.toString().replace('@SEED', tags.seed);
}

/** The entities of one drawing: fills, lines, annotation, outlines of cut faces. */
function writeEntities(content: EntityWriter, graphic: Graphic, k: number, sizeOf: (text: string) => number, plain: boolean): void {
  const { drawing, names } = graphic;
  for (const r of fillGroups(graphic).flatMap(({ regions }) => regions)) {
    const [region, fill] = [drawing.regions[r]!, graphic.fills[r]!];
    const material = names.materials[region.material] ?? '';
    for (const { rings, lines } of facesOfFill(fill, drawnSides(region.face, drawing.regionCurves?.[r]))) {
      content.hatch(rings, { ...fill, lines });
      if (plain) continue;
      const ids = region.elements.map((e) => names.elements.get(e)!.id);
      const places = rings.flatMap((ring) => ring.flatMap(({ from }) => from));
      content.origin({ role: region.use, elements: extendedIds(ids, sizeOf), material }, places);
    }
  }
  const rounds = roundsByLine(graphic);
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const style = { pen: graphic.linePen[l]!, layer: graphic.lineLayer[l]! };
    const a = drawing.lineArc[l]!;
    const round = rounds.first.get(l);
    if (!round && rounds.lines.has(l)) continue;
    if (round) content.outline(round.sides, style);
    else if (a >= 0) content.arc(arcAt(drawing, a), style);
    else content.polyline(drawing.points, drawing.lineStart[l]!, drawing.lineStart[l + 1]!, style);
    const e = round?.element ?? drawing.lineElement[l]!;
    const element = names.elements.get(e);
    if (plain) continue;
    const beyond = round?.beyond ?? drawing.lineBeyond.subarray(drawing.lineBeyondStart[l], drawing.lineBeyondStart[l + 1]);
    const ids = extendedIds(
      Array.from(beyond, (other) => names.elements.get(other)?.id ?? '-'),
      sizeOf,
    );
    const places = round
      ? round.sides.flatMap(({ from }) => from)
      : a >= 0
        ? arcAt(drawing, a)
        : drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2);
    const depths = [drawing.depths[drawing.lineStart[l]!]! * k, drawing.depths[drawing.lineStart[l + 1]! - 1]! * k];
    const { id = '', class: className = '', material = '' } = element ?? {};
    content.origin({ role: ROLES[drawing.lineRole[l]!]!, elements: id, className, material, line: { beyond: ids, depths } }, places);
  }

  content.annotation(plain);
  const { regionOutline } = graphic;
  if (regionOutline)
    drawing.regions.forEach((region, r) => {
      if (region.use !== 'matter' && region.use !== 'earth') return;
      for (const ring of drawnSides(region.face, drawing.regionCurves?.[r])) {
        content.outline(ring, regionOutline);
        if (plain) continue;
        const ids = region.elements.map((e) => names.elements.get(e)!.id);
        content.origin({ role: 'cut outline', elements: extendedIds(ids, sizeOf) }, ring.flatMap(({ from }) => from)); // prettier-ignore
      }
    });
}

/** Names of layers and line types without what a release of ASCII has no name for: there an escaped sign is none that a name may hold. */
function inPlainLetters(graphic: Graphic): Graphic {
  const types = [...new Set(graphic.pens.map(({ lineType }) => lineType))];
  const plainTypes = new Map(plainNames(types).map((plain, k) => [types[k]!, plain]));
  const plain = plainNames(graphic.layers.map(({ name }) => name));
  return {
    ...graphic,
    layers: graphic.layers.map((layer, k) => ({ ...layer, name: plain[k]! })),
    pens: graphic.pens.map((pen) => ({ ...pen, lineType: plainTypes.get(pen.lineType)! })),
  };
}

/**
 * Fills that are seen through, for a release that knows no transparency: opaque ones in the colour that comes of it on paper, and where it
 * is the shadow on a tone, on that.
 */
function withoutTransparency(graphic: Graphic): Graphic {
  if (!graphic.fills.some((fill) => fill?.opacity !== undefined)) return graphic;
  const pens = [...graphic.pens];
  const known = new Map<string, number>();
  const tones = new Map<string, string>();
  const keyOf = (r: number) => `${graphic.drawing.regions[r]!.elements[0]} ${graphic.drawing.regions[r]!.material}`;
  graphic.fills.forEach((fill, r) => {
    if (fill?.isTone) tones.set(keyOf(r), paperColour(pens[fill.pen]!.colour));
  });
  const fills = graphic.fills.map((fill, r) => {
    if (fill?.opacity === undefined) return fill;
    const { opacity, ...opaque } = fill;
    const [over, under] = [paperColour(pens[fill.pen]!.colour), tones.get(keyOf(r)) ?? '#FFFFFF'];
    const channel = (at: number) =>
      Math.round(parseInt(over.slice(at, at + 2), 16) * opacity + parseInt(under.slice(at, at + 2), 16) * (1 - opacity));
    const colour = `#${[1, 3, 5].map((at) => channel(at).toString(16).padStart(2, '0').toUpperCase()).join('')}`;
    const key = `${fill.pen} ${colour}`;
    const pen = known.get(key) ?? pens.push({ ...pens[fill.pen]!, colour }) - 1;
    known.set(key, pen);
    return { ...opaque, pen };
  });
  return { ...graphic, pens, fills };
}

/** Names of which none is another's, whatever their case. */
function unlike(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    let own = name;
    for (let n = 2; taken.has(own.toUpperCase()); n++) own = `${name} ${n}`;
    taken.add(own.toUpperCase());
    return own;
  });
}

/** The block's name: number and name of the sight. */
const blockName = ({ sight }: Graphic): string => layerName(titleWords(sight));

function header(tags: DxfTags, version: DxfVersion, insunits: number, [x0, y0, x1, y1]: Extent): void {
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

import { append } from '../../geometry/append';
import { Fault } from '../../faults/fault';
import type { Model } from '../../model/model';
import { ModelBuilder } from '../../model/model-builder';
import { moveToOrigin } from '../../model/move-to-origin';
import { ProductFacts } from './facts';
import { Materials } from './materials';
import { libraryFile } from './mended';
import { Placements, refs, text } from './placements';
import { bodyItems, isProduct } from './shapes/shapes';
import { addElements, type Described } from './elements';
import type { ShapeBuilder } from './shapes/shape-builder';
import { flatShapes } from './flat';
import { gridLines } from './grid';
import { mapPlacement } from './map';
import { lengthUnit, productTypes, Structure, trueNorth } from './structure';
import { UNITS, type LengthUnit } from '../../model/length-unit';
import { firstBadNumber } from '../step/bad-number';
import { StepIndex } from '../step/step-index';
import { isRef } from '../step/step-values';
import { fromWide, narrowText } from '../wide-text';
import { cos, sin } from '../../geometry/numbers/trigonometry';

export interface IfcOptions {
  /** What builds the shapes: a thread of its own, or this one. */
  readonly openBuilder: () => ShapeBuilder;
  /** Taken when the file gives no unit. */
  readonly unit?: LengthUnit | undefined;
  /** Is told the share done, 0 to 1. */
  readonly progress?: ((share: number) => void) | undefined;
}

/** More levels of assemblies than this are a circle. */
const DEEPEST = 50;
const SCHEMAS = /^IFC(2X3|4|4X3|4X1|4X2|2X2|2X_FINAL)/i;
/** What has a shape but is nothing that stands there. */
const NOT_MATTER =
  /^IFC(OPENINGELEMENT|OPENINGSTANDARDCASE|VIRTUALELEMENT|ANNOTATION|GRID|STRUCTURAL|PROJECTIONELEMENT|DISTRIBUTIONPORT|PORT|REFERENT|ALIGNMENT|PROXYGRID)/;
/**
 * Reads an IFC file (IFC2X3, IFC4, IFC4X3): structure and materials from the records themselves, shapes through the library.
 * Only body representations are taken, openings are subtracted, spaces are kept apart. What cannot be built is named in the
 * model's notes; nothing is dropped in silence.
 * @throws Fault file-empty, file-not-ifc, file-unreadable, schema-unknown, string-unclosed, file-without-geometry, library-failed
 */
export async function readIfc(source: Uint8Array, name: string, options: IfcOptions): Promise<Model> {
  const builder = options.openBuilder();
  try {
    const bytes = builder.isThread ? inSharedMemory(toUtf8(source)) : toUtf8(source);
    return await readWith(builder, bytes, name, options);
  } finally {
    builder.end();
  }
}

async function readWith(shapeBuilder: ShapeBuilder, bytes: Uint8Array, name: string, { unit, progress }: IfcOptions): Promise<Model> {
  const index = new StepIndex(bytes);
  if (!SCHEMAS.test(index.schema.trim())) throw new Fault('schema-unknown', { schema: index.schema ? `"${index.schema}"` : 'not given' });
  if (index.count === 0) throw new Fault('file-without-geometry');
  if (index.stray >= 0) throw new Fault('file-unreadable', { reason: `line ${index.lineOf(index.stray)} is not in order` });
  const builder = new ModelBuilder();
  const { notes } = builder;
  if (!index.isComplete) notes.push({ code: 'file-cut-off', facts: {} });
  if (!index.isUtf8) notes.push({ code: 'text-encoding', facts: {} });
  for (const [id, count] of index.repeated) notes.push({ code: 'number-twice', facts: { id, count } });

  const stated = lengthUnit(index, notes);
  const metres = stated ?? (unit ? UNITS[unit] : 1);
  builder.asRead = { metres, up: 'z', isStated: stated !== null || unit !== undefined };
  const placements = new Placements(index, notes);
  shapeBuilder.prepare(libraryFile(index, placements, notes));
  // while the builder, in its own thread, opens the file: it would read such a one without a word
  const bad = firstBadNumber(bytes);
  if (bad) notes.push({ code: 'number-with-tail', facts: { line: index.lineOf(bad.offset), text: bad.text } });
  builder.map = mapPlacement(index, metres) ?? undefined;
  // where true north is not told, the north of the map is the nearest thing
  builder.trueNorth = trueNorth(index) ?? (builder.map ? [sin(builder.map.turn), cos(builder.map.turn)] : [0, 1]);
  append(builder.grid, gridLines(index, placements, metres));
  const structure = new Structure(index, placements, metres);
  append(builder.storeys, structure.storeys);
  const typeOf = productTypes(index);
  const materials = new Materials(index, placements, metres, typeOf);
  const told = new ProductFacts(index, typeOf);

  const { products, kinds } = productsOf(index);
  const isSpace = (id: number) => index.typeNameOf(id) === 'IFCSPACE';
  const building = shapeBuilder.build(
    {
      metres,
      products: products.filter((id) => !/^IFC(SPACE|OPENING)/.test(index.typeNameOf(id))),
      spaces: products.filter(isSpace),
      voided: voidedAmong(products, index, structure),
      kinds,
    },
    progress,
  );
  // what goes wrong meanwhile is told when the shapes are asked for
  building.catch(() => undefined);
  const itemsOf = new Map(products.map((id) => [id, bodyItems(index, index.get(id)!.args[6])]));
  const describe = (product: number): Described => {
    const { args } = index.get(product)!;
    const assembly = structure.assemblyOf(product);
    return {
      name: text(args[2]),
      type: materials.typeName(product) || text(args[4]),
      storey: structure.storeyOf(product),
      assembly: assembly === null ? '' : text(index.get(assembly)?.args[2]),
      buildUp: materials.buildUpOf(product, placements.of(args[5])),
      freeLayers: materials.freeLayersOf(product, placements.of(args[5])),
      facts: told.of(product, itemsOf.get(product) ?? []),
      id: text(args[0]) || `#${product}`,
      shape: isRef(args[6]) ? args[6].ref : null,
    };
  };
  const described = products.map((product) => (itemsOf.get(product) ? describe(product) : null));
  append(builder.flat, flatShapes(index, placements, structure, told, metres, products));
  const built = await building;
  shapeBuilder.end();
  const reach = addElements(builder, built, { index, products, kinds, itemsOf, described, describe, materials });
  append(builder.materials, materials.table);
  append(builder.propertySets, told.sets);
  if (!builder.elements.length) notes.push({ code: 'no-elements', facts: {} });
  else tellDoubts(builder);
  moveToOrigin(builder, reach);
  return builder.build(name, index.schema.toUpperCase());
}

/** The same bytes where two threads can read them, if the host lets them. */
function inSharedMemory(bytes: Uint8Array): Uint8Array {
  if (typeof SharedArrayBuffer === 'undefined' || bytes.buffer instanceof SharedArrayBuffer) return bytes;
  const shared = new Uint8Array(new SharedArrayBuffer(bytes.length));
  shared.set(bytes);
  return shared;
}

/** Products that openings are cut into, and parts of such. */
function voidedAmong(products: readonly number[], index: StepIndex, structure: Structure): number[] {
  const pierced = new Set(index.all('IFCRELVOIDSELEMENT').flatMap((id) => refs(index.valueOf(id, 4))));
  return products.filter((product) => {
    let at: number | null = product;
    for (let level = 0; at !== null && level < DEEPEST; level++) {
      if (pierced.has(at)) return true;
      at = structure.assemblyOf(at);
    }
    return false;
  });
}

/** All products with a shape, in the order in which a model has its elements, and one of each kind of record. */
function productsOf(index: StepIndex): { readonly products: readonly number[]; readonly kinds: readonly (readonly [string, number])[] } {
  const found: { readonly id: number; readonly key: string }[] = [];
  const kinds: [string, number][] = [];
  for (const type of index.types()) {
    if (!type.startsWith('IFC') || NOT_MATTER.test(type)) continue;
    if (!index.first(type, 8).some((id) => isProduct(index, id))) continue;
    const products = index.all(type).filter((id) => isProduct(index, id));
    if (products.length) kinds.push([type, products[0]!]);
    for (const id of products) found.push({ id, key: text(index.valueOf(id, 0)) || `#${id}` });
  }
  found.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : a.id - b.id));
  return { products: found.map(({ id }) => id), kinds };
}

function tellDoubts(builder: ModelBuilder): void {
  const solid = builder.elements.filter((e) => e.use === 'solid');
  const off = solid.filter((e) => e.storey < 0).length;
  if (off && builder.storeys.length) builder.notes.push({ code: 'elements-without-storey', facts: { count: off } });
}

/** UTF-16 files are turned into UTF-8; everything else is taken as it is. */
function toUtf8(bytes: Uint8Array): Uint8Array {
  const narrow = narrowText(bytes);
  if (narrow !== bytes) return narrow;
  // without a mark: an I and a nought
  if (bytes[0] === 73 && bytes[1] === 0) return fromWide(bytes, 'utf-16le');
  let start = 0;
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return bytes;
  while (start < bytes.length && bytes[start]! <= 32) start++;
  return start ? bytes.subarray(start) : bytes;
}

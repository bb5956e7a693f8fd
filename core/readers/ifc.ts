import { append } from '../geometry/append';
import { Fault } from '../faults/fault';
import type { ElementUse, Model } from '../model/model';
import { ModelBuilder } from '../model/model-builder';
import { moveToOrigin } from '../model/move-to-origin';
import { ProductFacts } from './ifc-facts';
import { Materials } from './ifc-materials';
import { mendedFile } from './ifc-mended';
import { Placements, text } from './ifc-placements';
import { bodyItems, isProduct } from './ifc-shapes';
import { PlacedShapes } from './placed-shapes';
import type { ShapeBuilder } from './shape-builder';
import { flatShapes } from './ifc-flat';
import { gridLines } from './ifc-grid';
import { mapPlacement } from './ifc-map';
import { lengthUnit, productTypes, Structure, trueNorth } from './ifc-structure';
import { UNITS, type LengthUnit } from '../model/length-unit';
import { isRef, StepIndex } from './step-index';

export interface IfcOptions {
  /** What builds the shapes: a thread of its own, or this one. */
  readonly openBuilder: () => ShapeBuilder;
  /** Taken when the file gives no unit. */
  readonly unit?: LengthUnit | undefined;
  /** Is told the share done, 0 to 1. */
  readonly progress?: ((share: number) => void) | undefined;
}

const SCHEMAS = /^IFC(2X3|4|4X3|4X1|4X2|2X2|2X_FINAL)/i;
/** What has a shape but is nothing that stands there. */
const NOT_MATTER =
  /^IFC(OPENINGELEMENT|OPENINGSTANDARDCASE|VIRTUALELEMENT|ANNOTATION|GRID|STRUCTURAL|PROJECTIONELEMENT|DISTRIBUTIONPORT|PORT|REFERENT|ALIGNMENT|PROXYGRID)/;
/** No building reaches this far, metres: such a shape is damage. */
const TOO_LARGE = 2e5;

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
    // a file that needs no mending, as most, is open by the time when it has been looked through
    builder.prepare(bytes);
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
  builder.map = mapPlacement(index, metres) ?? undefined;
  // where true north is not told, the north of the map is the nearest thing
  builder.trueNorth = trueNorth(index) ?? (builder.map ? [Math.sin(builder.map.turn), Math.cos(builder.map.turn)] : [0, 1]);
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
      bytes: mendedFile(bytes, index, placements, notes),
      metres,
      products: products.filter((id) => !/^IFC(SPACE|OPENING)/.test(index.typeNameOf(id))),
      spaces: products.filter(isSpace),
      kinds,
    },
    progress,
  );
  // what goes wrong meanwhile is told when the shapes are asked for
  building.catch(() => undefined);
  const itemsOf = new Map(products.map((id) => [id, bodyItems(index, index.get(id)!.args[6])]));
  const describe = (product: number) => {
    const { args } = index.get(product)!;
    const assembly = structure.assemblyOf(product);
    return {
      name: text(args[2]),
      type: materials.typeName(product) || text(args[4]),
      storey: structure.storeyOf(product),
      assembly: assembly === null ? '' : text(index.get(assembly)?.args[2]),
      buildUp: materials.buildUpOf(product, placements.of(args[5])),
      facts: told.of(product, itemsOf.get(product) ?? []),
      id: text(args[0]) || `#${product}`,
      shape: isRef(args[6]) ? args[6].ref : null,
    };
  };
  const described = products.map((product) => (itemsOf.get(product) ? describe(product) : null));
  const { packed, rows, halted: all, classes } = await building;
  shapeBuilder.end();

  const shapes = new PlacedShapes(packed);
  const rowsOf = rowsByProduct(shapes, rows, itemsOf);
  const halted = new Set(all);
  const middle = typicalPlace(shapes, rowsOf.values());
  builder.reserve(shapes.size.corners, shapes.size.triangles);
  let reach = 0;
  const ids = new Map<string, number>();
  const unknown = new Map<string, number>();
  const classOf = new Map(kinds.map(([type]) => [type, className(type, classes.get(type) ?? '')]));
  for (const [k, product] of products.entries()) {
    const type = index.typeNameOf(product);
    const known = described[k] ?? describe(product);
    const { shape, id, name } = known;
    const facts = { class: classOf.get(type)!, name, id };
    const items = itemsOf.get(product) ?? null;
    const all = rowsOf.get(product);
    if (!all?.length) {
      const reason = notBuilt(index, shape, halted.has(product), items);
      if (!classes.get(type) && (shape === null || index.has(shape))) unknown.set(facts.class, (unknown.get(facts.class) ?? 0) + 1);
      else if (reason) notes.push({ code: 'element-not-built', facts: { ...facts, reason } });
      continue;
    }
    const bodies = all.filter((body) => shapes.trianglesOf(body) > 0);
    const numbers = all.map((body) => shapes.itemOf(body));
    const lost = missingItems(index, items, numbers);
    if (lost) notes.push({ code: 'element-shape-lost', facts: { ...facts, count: lost, total: lost + all.length } });
    if (!bodies.length) {
      notes.push({ code: 'element-empty', facts });
      continue;
    }
    const extent = extentOf(shapes, bodies);
    if (!extent) {
      notes.push({ code: 'element-not-finite', facts });
      continue;
    }
    const distance = Math.max(extent.size, Math.hypot(extent.x - middle[0], extent.y - middle[1], extent.z - middle[2]));
    if (distance > TOO_LARGE) {
      notes.push({ code: 'element-far-away', facts: { ...facts, distance: Math.round(distance / 1000) } });
      continue;
    }
    reach = Math.max(reach, Math.hypot(extent.x, extent.y, extent.z) + extent.size);
    const seen = ids.get(id) ?? 0;
    ids.set(id, seen + 1);
    const row = builder.elements.length;
    const { type: ofType, storey: onStorey, assembly, buildUp, facts: more } = known;
    const [ownId, use] = [seen ? `${id}#${product}` : id, useOf(type)];
    builder.elements.push({ id: ownId, class: facts.class, name, type: ofType, storey: onStorey, use, assembly, buildUp, facts: more });
    const made = materials.ofItems(product, shape, bodies.length < all.length ? bodies.map((body) => shapes.itemOf(body)) : numbers);
    for (const [k, body] of bodies.entries()) addPart(builder, row, shapes, body, made[k]!);
  }
  for (const [id, count] of ids) if (count > 1) notes.push({ code: 'element-id-twice', facts: { id, count } });
  for (const [className, count] of unknown) notes.push({ code: 'class-unknown', facts: { class: className, count } });
  append(builder.materials, materials.table);
  append(builder.propertySets, told.sets);
  append(builder.flat, flatShapes(index, placements, structure, told, metres, products));
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

/** All products with a shape, in the order in which a model has its elements, and one of each kind of record. */
function productsOf(index: StepIndex): { readonly products: readonly number[]; readonly kinds: readonly (readonly [string, number])[] } {
  const found: { readonly id: number; readonly key: string }[] = [];
  const kinds: [string, number][] = [];
  for (const type of index.types()) {
    if (!type.startsWith('IFC') || NOT_MATTER.test(type)) continue;
    const all = index.all(type);
    if (!all.slice(0, 8).some((id) => isProduct(index, id))) continue;
    const products = all.filter((id) => isProduct(index, id));
    if (products.length) kinds.push([type, products[0]!]);
    for (const id of products) found.push({ id, key: text(index.valueOf(id, 0)) || `#${id}` });
  }
  found.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : a.id - b.id));
  return { products: found.map(({ id }) => id), kinds };
}

/** So many are soonest looked through one by one. */
const FEW = 16;

/** The rows of each product's bodies; those of items that are not among its body's belong to another representation. */
function rowsByProduct(
  shapes: PlacedShapes,
  rows: readonly number[],
  itemsOf: ReadonlyMap<number, readonly number[] | null>,
): Map<number, readonly number[]> {
  const rowsOf = new Map<number, readonly number[]>();
  for (let k = 0; k < rows.length; k += 3) {
    const [product, from, to] = [rows[k]!, rows[k + 1]!, rows[k + 2]!];
    const bodies: number[] = [];
    for (let body = from; body < to; body++) bodies.push(body);
    const items = itemsOf.get(product);
    const among = items && items.length > FEW ? new Set(items) : items;
    const has = (item: number) => (among instanceof Set ? among.has(item) : among!.includes(item));
    const fitting = among ? bodies.filter((body) => has(shapes.itemOf(body))) : bodies;
    // unless none fits at all
    rowsOf.set(product, fitting.length ? fitting : bodies);
  }
  return rowsOf;
}

/** The class as people write it; from the record's own type where the library knows none. */
const className = (type: string, known: string): string =>
  known.replace(/^Ifc/, '').replace(/(StandardCase|ElementedCase)$/, '') || type.slice(3, 4) + type.slice(4).toLowerCase();

function useOf(type: string): ElementUse {
  if (type === 'IFCSPACE') return 'space';
  return type === 'IFCSITE' || type === 'IFCGEOGRAPHICELEMENT' ? 'terrain' : 'solid';
}

function addPart(builder: ModelBuilder, element: number, shapes: PlacedShapes, body: number, material: number): void {
  const { positions, triangles } = builder;
  const [corners, indices] = [shapes.cornersOf(body) * 3, shapes.trianglesOf(body) * 3];
  shapes.writeTriangles(body, triangles.reserve(indices), triangles.length, positions.length / 3);
  triangles.length += indices;
  shapes.placeCorners(body, positions.reserve(corners), positions.length);
  positions.length += corners;
  builder.endPart(element, material, shapes.colourOf(body));
}

/** Why a product that has a shape was not built; null where it has none that could be. */
function notBuilt(index: StepIndex, shape: number | null, isHalted: boolean, items: readonly number[] | null): string | null {
  if (shape !== null && !index.has(shape)) return `its shape #${shape} is not in the file`;
  if (isHalted) return 'its shape brings the shape builder to a halt';
  return items && 'its shape is of a kind that is not supported, or is damaged';
}

/** How many solid items of a body gave no shape at all. Items that only point on (mapped items) are not counted. */
function missingItems(index: StepIndex, items: readonly number[] | null, built: readonly number[]): number {
  if (!items) return 0;
  const got = new Set(built);
  const leaves = new Set(items.filter((i) => index.typeNameOf(i) !== 'IFCMAPPEDITEM'));
  const missing = [...leaves].filter((i) => !got.has(i)).length;
  // parts under numbers that are not items: the library took the shape apart in its own way
  const others = [...got].filter((i) => !leaves.has(i)).length;
  return others ? 0 : missing;
}

const _box = new Float64Array(6);

/** Size and middle of the box round some bodies, metres; null when a corner is not finite. */
function extentOf(shapes: PlacedShapes, bodies: readonly number[]): { size: number; x: number; y: number; z: number } | null {
  let [x0, y0, z0, x1, y1, z1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (const body of bodies) {
    shapes.boxOf(body, _box);
    x0 = Math.min(x0, _box[0]!);
    y0 = Math.min(y0, _box[1]!);
    z0 = Math.min(z0, _box[2]!);
    x1 = Math.max(x1, _box[3]!);
    y1 = Math.max(y1, _box[4]!);
    z1 = Math.max(z1, _box[5]!);
  }
  const size = Math.hypot(x1 - x0, y1 - y0, z1 - z0);
  return Number.isFinite(size) ? { size, x: (x0 + x1) / 2, y: (y0 + y1) / 2, z: (z0 + z1) / 2 } : null;
}

/** The middle element's place in each axis: one element at the end of the world does not move it. */
function typicalPlace(shapes: PlacedShapes, all: Iterable<readonly number[]>): [number, number, number] {
  const places: [number[], number[], number[]] = [[], [], []];
  for (const bodies of all) {
    const first = bodies.find((body) => shapes.cornersOf(body) > 0);
    if (first === undefined) continue;
    shapes.boxOf(first, _box);
    for (let k = 0; k < 3; k++) if (Number.isFinite(_box[k]!)) places[k]!.push(_box[k]!);
  }
  return places.map((list) => Float64Array.from(list).sort()[list.length >> 1] ?? 0) as [number, number, number];
}

function tellDoubts(builder: ModelBuilder): void {
  const solid = builder.elements.filter((e) => e.use === 'solid');
  const off = solid.filter((e) => e.storey < 0).length;
  if (off && builder.storeys.length) builder.notes.push({ code: 'elements-without-storey', facts: { count: off } });
}

/** UTF-16 files are turned into UTF-8; everything else is taken as it is. */
function toUtf8(bytes: Uint8Array): Uint8Array {
  const little = bytes[0] === 0xff && bytes[1] === 0xfe,
    big = bytes[0] === 0xfe && bytes[1] === 0xff;
  if (little || big) return new TextEncoder().encode(new TextDecoder(little ? 'utf-16le' : 'utf-16be').decode(bytes));
  if (bytes[0] === 73 && bytes[1] === 0) return new TextEncoder().encode(new TextDecoder('utf-16le').decode(bytes));
  let start = 0;
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return bytes;
  while (start < bytes.length && bytes[start]! <= 32) start++;
  return start ? bytes.subarray(start) : bytes;
}

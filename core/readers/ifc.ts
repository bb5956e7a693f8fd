import { Fault } from '../faults/fault';
import type { ElementUse, Model } from '../model/model';
import { ModelBuilder } from '../model/model-builder';
import { moveToOrigin } from '../model/move-to-origin';
import type { OpenLibrary } from './ifc-library';
import { ProductFacts } from './ifc-facts';
import { Materials } from './ifc-materials';
import { mendedFile } from './ifc-mended';
import { Placements, text } from './ifc-placements';
import { bodyItems, buildShapes, isProduct } from './ifc-shapes';
import type { PlacedShapes } from './placed-shapes';
import { flatShapes } from './ifc-flat';
import { gridLines } from './ifc-grid';
import { mapPlacement } from './ifc-map';
import { lengthUnit, productTypes, Structure, trueNorth } from './ifc-structure';
import { UNITS, type LengthUnit } from '../model/length-unit';
import { isRef, StepIndex } from './step-index';

export interface IfcOptions {
  readonly openLibrary: OpenLibrary;
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
export async function readIfc(source: Uint8Array, name: string, { openLibrary, unit, progress }: IfcOptions): Promise<Model> {
  const bytes = toUtf8(source);
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
  builder.grid.push(...gridLines(index, placements, metres));
  const structure = new Structure(index, placements, metres);
  builder.storeys.push(...structure.storeys);
  const typeOf = productTypes(index);
  const materials = new Materials(index, placements, metres, typeOf);
  const told = new ProductFacts(index, typeOf);

  const found: { readonly id: number; readonly key: string }[] = [];
  const bodyOf = new Map<number, ReadonlySet<number> | null>();
  const itemsOf = new Map<number, number[] | null>();
  for (const type of index.types()) {
    if (!type.startsWith('IFC') || NOT_MATTER.test(type)) continue;
    const all = index.all(type);
    if (!all.slice(0, 8).some((id) => isProduct(index, id))) continue;
    for (const id of all) {
      if (!isProduct(index, id)) continue;
      const { args } = index.get(id)!;
      const items = bodyItems(index, args[6]);
      found.push({ id, key: text(args[0]) || `#${id}` });
      itemsOf.set(id, items);
      bodyOf.set(id, items && new Set(items));
    }
  }
  // in the order in which a model has its elements, so that nothing is to be put in order afterwards
  found.sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : a.id - b.id));
  const products = found.map(({ id }) => id);
  const built = await buildShapes(mendedFile(bytes, index, placements, notes), index, metres, products, bodyOf, openLibrary, progress);

  if (bytes.length > SMALL) await letGo();

  const { shapes } = built;
  const middle = typicalPlace(shapes, built.rows.values());
  builder.reserve(shapes.allCorners, shapes.allTriangles);
  const halted = new Set(built.halted);
  let reach = 0;
  const ids = new Map<string, number>();
  const unknown = new Map<string, number>();
  for (const product of products) {
    const record = index.get(product)!;
    const className =
      (built.classes.get(record.type) ?? '').replace(/^Ifc/, '').replace(/(StandardCase|ElementedCase)$/, '') ||
      record.type.slice(3, 4) + record.type.slice(4).toLowerCase();
    const facts = { class: className, name: text(record.args[2]), id: text(record.args[0]) || `#${product}` };
    const all = built.rows.get(product);
    if (!all?.length) {
      const shapeRef = record.args[6];
      if (isRef(shapeRef) && !index.has(shapeRef.ref))
        notes.push({ code: 'element-not-built', facts: { ...facts, reason: `its shape #${shapeRef.ref} is not in the file` } });
      else if (!built.classes.get(record.type)) unknown.set(className, (unknown.get(className) ?? 0) + 1);
      else if (halted.has(product))
        notes.push({ code: 'element-not-built', facts: { ...facts, reason: 'its shape brings the shape builder to a halt' } });
      else if (itemsOf.get(product))
        notes.push({
          code: 'element-not-built',
          facts: { ...facts, reason: 'its shape is of a kind that is not supported, or is damaged' },
        });
      continue;
    }
    const bodies = all.filter((body) => shapes.trianglesOf(body) > 0);
    const lost = missingItems(
      index,
      itemsOf.get(product) ?? null,
      all.map((body) => shapes.item[body]!),
    );
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
    const id = facts.id;
    const seen = ids.get(id) ?? 0;
    ids.set(id, seen + 1);
    const row = builder.elements.length;
    const assembly = structure.assemblyOf(product);
    const placement = placements.of(record.args[5]);
    builder.elements.push({
      id: seen ? `${id}#${product}` : id,
      class: className,
      name: facts.name,
      type: materials.typeName(product) || text(record.args[4]),
      storey: structure.storeyOf(product),
      use: useOf(record.type),
      assembly: assembly === null ? '' : text(index.get(assembly)?.args[2]),
      buildUp: materials.buildUpOf(product, placement),
      facts: told.of(product, itemsOf.get(product) ?? []),
    });
    const shapeRef = record.args[6];
    const made = materials.ofItems(
      product,
      isRef(shapeRef) ? shapeRef.ref : null,
      bodies.map((body) => shapes.item[body]!),
    );
    bodies.forEach((body, k) => addPart(builder, row, shapes, body, made[k]!));
  }
  for (const [id, count] of ids) if (count > 1) notes.push({ code: 'element-id-twice', facts: { id, count } });
  for (const [className, count] of unknown) notes.push({ code: 'class-unknown', facts: { class: className, count } });
  builder.materials.push(...materials.table);
  builder.propertySets.push(...told.sets);
  builder.flat.push(...flatShapes(index, placements, structure, told, metres, products));
  if (!builder.elements.length) notes.push({ code: 'no-elements', facts: {} });
  else tellDoubts(builder);
  moveToOrigin(builder, reach);
  return builder.build(name, index.schema.toUpperCase());
}

/** So much room is asked for that the host looks what it can free; it is never written to, so it costs none. */
const PRESSURE = 96 << 20;
/** Time in which a host finds out, milliseconds; not worth it for a file below so many bytes. */
const PAUSE = 30;
const SMALL = 4 << 20;

/**
 * Lets the host free what nothing knows any more, here the library with all its memory, before the model is put together: weak
 * references hold it to the end of a task, and a host takes several to find out.
 */
async function letGo(): Promise<void> {
  for (let k = 0; k < 3; k++) {
    await new Promise<void>((resolve) => setTimeout(resolve, PAUSE));
    new ArrayBuffer(PRESSURE);
  }
  await new Promise<void>((resolve) => setTimeout(resolve, PAUSE));
}

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

const _corners = new Float64Array(24);

/** Size and middle of the box round some bodies, metres; null when a corner is not finite. */
function extentOf(shapes: PlacedShapes, bodies: readonly number[]): { size: number; x: number; y: number; z: number } | null {
  let [x0, y0, z0, x1, y1, z1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (const body of bodies) {
    shapes.boxCorners(body, _corners);
    if (!_corners.every(Number.isFinite)) return null;
    for (let i = 0; i < 24; i += 3) {
      x0 = Math.min(x0, _corners[i]!);
      x1 = Math.max(x1, _corners[i]!);
      y0 = Math.min(y0, _corners[i + 1]!);
      y1 = Math.max(y1, _corners[i + 1]!);
      z0 = Math.min(z0, _corners[i + 2]!);
      z1 = Math.max(z1, _corners[i + 2]!);
    }
  }
  return { size: Math.hypot(x1 - x0, y1 - y0, z1 - z0), x: (x0 + x1) / 2, y: (y0 + y1) / 2, z: (z0 + z1) / 2 };
}

/** The middle element's place in each axis: one element at the end of the world does not move it. */
function typicalPlace(shapes: PlacedShapes, all: Iterable<readonly number[]>): [number, number, number] {
  const places: [number[], number[], number[]] = [[], [], []];
  for (const bodies of all) {
    const first = bodies.find((body) => shapes.cornersOf(body) > 0);
    if (first === undefined) continue;
    shapes.boxCorners(first, _corners);
    for (let k = 0; k < 3; k++) if (Number.isFinite(_corners[k]!)) places[k]!.push(_corners[k]!);
  }
  return places.map((list) => list.sort((a, b) => a - b)[list.length >> 1] ?? 0) as [number, number, number];
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

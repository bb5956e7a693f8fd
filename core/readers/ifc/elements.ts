import type { Element, ElementUse } from '../../model/model';
import type { ModelBuilder } from '../../model/model-builder';
import { settledLayers, type FreeLayers } from './free-layers';
import type { Materials } from './materials';
import type { BuiltShapes } from './shapes/shape-builder';
import { PlacedShapes } from './shapes/placed-shapes';
import { isGround } from './terrain';
import type { StepIndex } from '../step/step-index';

/** No building reaches this far, metres: such a shape is damage. */
const TOO_LARGE = 2e5;

/** What the records tell of a product, whatever shape it has. */
export interface Described {
  readonly id: string;
  readonly name: string;
  readonly type: string;
  readonly storey: number;
  readonly assembly: string;
  readonly buildUp: Element['buildUp'];
  /** Layers whose place only the shape tells. */
  readonly freeLayers: FreeLayers | null;
  readonly facts: NonNullable<Element['facts']>;
  /** The record of its shape, null where it has none. */
  readonly shape: number | null;
}

/** What is known of a file's products when their shapes come. */
export interface KnownProducts {
  readonly index: StepIndex;
  readonly products: readonly number[];
  readonly kinds: readonly (readonly [type: string, product: number])[];
  readonly itemsOf: ReadonlyMap<number, readonly number[] | null>;
  /** In the order of the products; null for one that is described only if something was built of it. */
  readonly described: readonly (Described | null)[];
  readonly describe: (product: number) => Described;
  readonly materials: Materials;
}

/**
 * Makes elements of products and their shapes. What could not be built, or is no sound shape, is named in the notes.
 * @returns how far the model reaches from its zero, metres
 */
export function addElements(
  builder: ModelBuilder,
  { packed, rows, classes, ...built }: BuiltShapes,
  { index, products, kinds, itemsOf, described, describe, materials }: KnownProducts,
): number {
  const { notes } = builder;
  const shapes = new PlacedShapes(packed);
  const rowsOf = rowsByProduct(shapes, rows, itemsOf);
  const halted = new Set(built.halted);
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
    const ownId = seen ? `${id}#${product}` : id;
    const made = materials.ofItems(product, shape, bodies.length < all.length ? bodies.map((body) => shapes.itemOf(body)) : numbers);
    const layers = known.freeLayers && settledLayers(known.freeLayers, cornersOf(shapes, bodies));
    const triangle = builder.triangles.length;
    for (const [k, body] of bodies.entries()) addPart(builder, row, shapes, body, layers ? layers.materials[0]! : made[k]!);
    if (known.freeLayers && !layers)
      notes.push({ code: 'layers-without-place', facts: { ...facts, count: known.freeLayers.materials.length } });
    const ownTriangles = builder.triangles.reserve(0).subarray(triangle, builder.triangles.length);
    const use = useOf(type, more.predefined, builder.positions.reserve(0), ownTriangles);
    builder.elements.push({ id: ownId, class: facts.class, name, type: ofType, storey: onStorey, use, assembly, buildUp: layers ?? buildUp, facts: more }); // prettier-ignore
  }
  for (const [id, count] of ids) if (count > 1) notes.push({ code: 'element-id-twice', facts: { id, count } });
  for (const [className, count] of unknown) notes.push({ code: 'class-unknown', facts: { class: className, count } });
  return reach;
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

function useOf(type: string, predefined: string | undefined, positions: Float64Array, triangles: Uint32Array): ElementUse {
  if (type === 'IFCSPACE') return 'space';
  if (type === 'IFCGEOGRAPHICELEMENT') return isGround(predefined, positions, triangles) ? 'terrain' : 'solid';
  return type === 'IFCSITE' ? 'terrain' : 'solid';
}

function cornersOf(shapes: PlacedShapes, bodies: readonly number[]): Float64Array {
  const out = new Float64Array(bodies.reduce((sum, body) => sum + shapes.cornersOf(body) * 3, 0));
  let at = 0;
  for (const body of bodies) {
    shapes.placeCorners(body, out, at);
    at += shapes.cornersOf(body) * 3;
  }
  return out;
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

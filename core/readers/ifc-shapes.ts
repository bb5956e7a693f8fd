import { Fault } from '../faults/fault';
import type { IfcLibrary, IfcMesh, OpenLibrary } from './ifc-library';
import { refs } from './ifc-placements';
import { PlacedShapes } from './placed-shapes';
import { isRef, type StepIndex, type StepValue } from './step-index';

/** 4k + 1 gives 4k sides, symmetrical about both axes; 33 keeps steps at 11.25°, which draw no lines. */
const CIRCLE_SEGMENTS = 33;
export const SHAPE_SETTINGS = { CIRCLE_SEGMENTS, TAPE_SIZE: 8 << 20, BOOLEAN_UNION_THRESHOLD: 65535 };

/** Representations that are not what stands there. */
const OTHER = /^(axis|footprint|box|boundingbox|reference|clearance|annotation|profile|cog|lighting|plan|survey)/i;

/** The shape items of a product's body, mapped ones followed to their source; null when its shape has no body to tell. */
export function bodyItems(index: StepIndex, representation: StepValue | undefined): number[] | null {
  const shape = index.follow(representation);
  if (!shape) return null;
  const all = refs(shape.args[2]).flatMap((id) => index.get(id) ?? []);
  const bodies = all.filter((r) => r.args[1] === 'Body');
  const chosen = bodies.length ? bodies : all.filter((r) => !OTHER.test(String(r.args[1] ?? '')));
  const items: number[] = [];
  for (const body of chosen) for (const item of refs(body.args[3])) follow(index, item, items, 0);
  return items.length ? items : null;
}

function follow(index: StepIndex, item: number, out: number[], depth: number): void {
  out.push(item);
  if (index.typeNameOf(item) !== 'IFCMAPPEDITEM' || depth > 8) return;
  const source = index.follow(index.get(item)?.args[0]);
  for (const inner of refs(index.follow(source?.args[1])?.args[3])) follow(index, inner, out, depth + 1);
}

export interface BuiltShapes {
  readonly shapes: PlacedShapes;
  /** Rows of a product's bodies among the shapes. */
  readonly rows: ReadonlyMap<number, readonly number[]>;
  /** Products whose building brought the library to a halt. */
  readonly halted: readonly number[];
  /** The written class of each kind of record, '' where the library knows none. */
  readonly classes: ReadonlyMap<string, string>;
}

/**
 * Builds the shapes of all products. Each geometry is read before the next product comes (later the library has let it go),
 * and placed in double precision. When the library halts, the products are built one by one and the guilty are named.
 * @throws Fault library-failed, file-unreadable
 */
export async function buildShapes(
  bytes: Uint8Array,
  index: StepIndex,
  metres: number,
  products: readonly number[],
  bodyOf: ReadonlyMap<number, ReadonlySet<number> | null>,
  openLibrary: OpenLibrary,
  progress?: (share: number) => void,
): Promise<BuiltShapes> {
  let library = await openLibrary();
  let model = open(library, bytes);
  /** A library that has halted is of no more use: what comes after it needs another. */
  const reopen = async () => {
    library = await openLibrary();
    model = open(library, bytes);
  };
  const shapes = new PlacedShapes();
  const rows = new Map<number, readonly number[]>();
  const halted: number[] = [];
  const take = (mesh: IfcMesh) => {
    const id = mesh.expressID;
    rows.set(id, readMesh(library, model, mesh, metres, bodyOf.get(id) ?? null, shapes));
  };
  const classes = new Map<string, string>();
  try {
    library.StreamAllMeshes(
      model,
      (mesh, i, total) => {
        take(mesh);
        if (progress && (i & 63) === 0) progress(i / Math.max(1, total));
      },
      false,
    );
  } catch (error) {
    if (error instanceof Fault) throw error;
    rows.clear();
    await reopen();
    for (const product of products) {
      if (/^IFC(SPACE|OPENING)/.test(index.typeNameOf(product))) continue;
      try {
        take(library.GetFlatMesh(model, product, false));
      } catch {
        halted.push(product);
        if (halted.length > 50) throw new Fault('library-failed', { reason: 'more than 50 elements cannot be built' });
        await reopen();
      }
    }
  }
  for (const product of products)
    if (index.typeNameOf(product) === 'IFCSPACE')
      try {
        take(library.GetFlatMesh(model, product, false));
      } catch {
        halted.push(product);
        await reopen();
      }
  for (const product of products) {
    const type = index.typeNameOf(product);
    if (!classes.has(type)) classes.set(type, classOf(library, model, product));
  }
  try {
    library.CloseModel(model);
  } catch {
    // a library that has halted cannot close; its memory goes with it
  }
  return { shapes, rows, halted, classes };
}

function classOf(library: IfcLibrary, model: number, id: number): string {
  try {
    return library.GetNameFromTypeCode(library.GetLineType(model, id)) || '';
  } catch {
    return '';
  }
}

function open(library: IfcLibrary, bytes: Uint8Array): number {
  let model: number;
  try {
    model = library.OpenModel(bytes, SHAPE_SETTINGS);
  } catch {
    throw new Fault('file-unreadable', { reason: 'its head or its records are not in order' });
  }
  if (model < 0) throw new Fault('file-unreadable', { reason: 'its records are not in order' });
  return model;
}

/** Packs the bodies of one product; returns their rows. */
function readMesh(
  library: IfcLibrary,
  model: number,
  mesh: IfcMesh,
  metres: number,
  body: ReadonlySet<number> | null,
  shapes: PlacedShapes,
): number[] {
  const rows: number[] = [];
  const count = mesh.geometries.size();
  const parts = Array.from({ length: count }, (_, i) => mesh.geometries.get(i));
  // items whose number is not among the body's: another representation, unless none fits at all
  const fitting = body ? parts.filter((p) => body.has(p.geometryExpressID)) : parts;
  for (const part of fitting.length ? fitting : parts) {
    const geometry = library.GetGeometry(model, part.geometryExpressID);
    const size = geometry.GetVertexDataSize();
    if (size > 0) {
      const { HEAPF32, HEAPU32 } = library.wasmModule;
      const [v, i] = [geometry.GetVertexData() / 4, geometry.GetIndexData() / 4];
      const vertices = HEAPF32.subarray(v, v + size);
      const indices = HEAPU32.subarray(i, i + geometry.GetIndexDataSize());
      const { x, y, z, w } = part.color;
      rows.push(shapes.add(part.geometryExpressID, vertices, indices, part.flatTransformation, metres, [x, y, z, w]));
    }
    geometry.delete();
  }
  mesh.delete?.();
  return rows;
}

/** Whether a record is a product with a shape of its own: rooted, placed, and with a shape definition, even one that is missing. */
export function isProduct(index: StepIndex, id: number): boolean {
  const args = index.get(id)?.args;
  return (
    !!args &&
    args.length >= 7 &&
    typeof args[0] === 'string' &&
    isRef(args[6]) &&
    (index.typeNameOf(args[6].ref).startsWith('IFCPRODUCT') || !index.has(args[6].ref))
  );
}

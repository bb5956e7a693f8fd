import { Fault } from '../../../faults/fault';
import { pieceReader, type FilePieces } from '../file-pieces';
import type { IfcLibrary, IfcMesh } from '../library';
import { refs } from '../placements';
import type { BodySink } from './shape-batch';
import type { StepIndex } from '../../step/step-index';
import { isRef, type StepValue } from '../../step/step-values';

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
  // a list that grew has room for sixteen more; there is one for each product
  return items.length ? items.slice() : null;
}

function follow(index: StepIndex, item: number, out: number[], depth: number): void {
  out.push(item);
  if (index.typeNameOf(item) !== 'IFCMAPPEDITEM' || depth > 8) return;
  const source = index.follow(index.get(item)?.args[0]);
  for (const inner of refs(index.follow(source?.args[1])?.args[3])) follow(index, inner, out, depth + 1);
}

/** What is to be built of a file. */
export interface ShapeTask {
  /** One file unit in metres. */
  readonly metres: number;
  /** Products to be built one by one when the library halts on the way through all of them; no spaces and no openings. */
  readonly products: readonly number[];
  /** Products that the library passes over unless it is asked for each. */
  readonly spaces: readonly number[];
  /** Products into whose shapes openings may be cut. */
  readonly voided: readonly number[];
  /** A product of each kind of record. */
  readonly kinds: readonly (readonly [type: string, product: number])[];
}

/** Which bodies are whose, by the order in which they were built. */
export interface BuiltRows {
  /** Product, its first row among the bodies, and the row after its last, in turns. */
  readonly rows: readonly number[];
  /** Products whose building brought the library to a halt. */
  readonly halted: readonly number[];
  /** The written class of each kind of record, '' where the library knows none. */
  readonly classes: ReadonlyMap<string, string>;
}

/**
 * Builds the shapes of all products, whatever representation they come from. Each geometry is read before the next product comes
 * (later the library has let it go). When the library halts, the products are built one by one and the guilty are named.
 * @param bodies takes each body as it is built
 * @param open opens the file, each time in another library: one that has halted is of no more use
 * @throws Fault library-failed, file-unreadable
 */
export async function buildShapes(
  task: ShapeTask,
  bodies: BodySink,
  open: () => Promise<OpenFile>,
  progress?: (share: number) => void,
): Promise<BuiltRows> {
  let { library, model } = await open();
  const reopen = async () => {
    ({ library, model } = await open());
  };
  const counted = new Counted(bodies);
  const rowsOf = new Map<number, readonly [number, number]>();
  const voided = new Set(task.voided);
  /** The row of each shape that no opening has changed. */
  const whole = new Map<number, number>();
  const halted: number[] = [];
  const take = (mesh: IfcMesh) => {
    const from = counted.rows;
    readMesh(library, model, mesh, task.metres, counted, voided.has(mesh.expressID) ? null : whole);
    rowsOf.set(mesh.expressID, [from, counted.rows]);
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
    rowsOf.clear();
    await reopen();
    for (const product of task.products) {
      try {
        take(library.GetFlatMesh(model, product, false));
      } catch {
        halted.push(product);
        if (halted.length > 50) throw new Fault('library-failed', { reason: 'more than 50 elements cannot be built' });
        await reopen();
      }
    }
  }
  for (const space of task.spaces)
    try {
      take(library.GetFlatMesh(model, space, false));
    } catch {
      halted.push(space);
      await reopen();
    }
  for (const [type, product] of task.kinds) classes.set(type, classOf(library, model, product));
  try {
    library.CloseModel(model);
  } catch {
    // a library that has halted cannot close; its memory goes with it
  }
  return { rows: [...rowsOf].flatMap(([product, [from, to]]) => [product, from, to]), halted, classes };
}

function classOf(library: IfcLibrary, model: number, id: number): string {
  try {
    return library.GetNameFromTypeCode(library.GetLineType(model, id)) || '';
  } catch {
    return '';
  }
}

/** A library, and its number of the file that it has opened. */
export interface OpenFile {
  readonly library: IfcLibrary;
  readonly model: number;
}

/** @throws Fault file-unreadable */
export async function openFile(opening: Promise<IfcLibrary>, file: FilePieces): Promise<OpenFile> {
  const library = await opening;
  let model: number;
  try {
    model = library.OpenModelFromCallback(pieceReader(file), SHAPE_SETTINGS);
  } catch {
    throw new Fault('file-unreadable', { reason: 'its head or its records are not in order' });
  }
  if (model < 0) throw new Fault('file-unreadable', { reason: 'its records are not in order' });
  return { library, model };
}

/** Counts the bodies that are handed on: a product that halts half-way has left some, too. */
class Counted implements BodySink {
  rows = 0;
  constructor(private readonly sink: BodySink) {}
  add(...body: Parameters<BodySink['add']>): void {
    this.sink.add(...body);
    this.rows++;
  }
  again(...body: Parameters<BodySink['again']>): void {
    this.sink.again(...body);
    this.rows++;
  }
}

/**
 * Hands on the bodies of one product.
 * @param whole the rows of shapes that came before and are the same under the same number; null where openings may have been cut
 */
function readMesh(
  library: IfcLibrary,
  model: number,
  mesh: IfcMesh,
  metres: number,
  bodies: Counted,
  whole: Map<number, number> | null,
): void {
  for (let k = 0, count = mesh.geometries.size(); k < count; k++) {
    const part = mesh.geometries.get(k);
    const { x, y, z, w } = part.color;
    const known = whole?.get(part.geometryExpressID);
    if (known !== undefined) {
      bodies.again(known, part.flatTransformation, metres, [x, y, z, w]);
      continue;
    }
    const geometry = library.GetGeometry(model, part.geometryExpressID);
    const size = geometry.GetVertexDataSize();
    if (size > 0) {
      const { HEAPF32, HEAPU32 } = library.wasmModule;
      const [v, i] = [geometry.GetVertexData() / 4, geometry.GetIndexData() / 4];
      const vertices = HEAPF32.subarray(v, v + size);
      const indices = HEAPU32.subarray(i, i + geometry.GetIndexDataSize());
      whole?.set(part.geometryExpressID, bodies.rows);
      bodies.add(part.geometryExpressID, vertices, indices, part.flatTransformation, metres, [x, y, z, w]);
    }
    geometry.delete();
  }
  mesh.delete?.();
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

import * as Comlink from 'comlink';
import type { Region } from '../../core/cutting/cut-faces';
import { CutMemory } from '../../core/cutting/cut-memory';
import { draw, drawWith } from '../../core/draw';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { Check } from '../../core/checks/check-model';
import type { Corrections } from '../../core/model/correct';
import { isAsItIs } from '../../core/model/placement';
import type { Model, PropertySet } from '../../core/model/model';
import { publishable } from '../../core/publishable';
import { proof } from '../../core/proof/proof';
import type { Vec3 } from '../../core/geometry/vec3';
import type { LengthUnit } from '../../core/model/length-unit';
import { prepare } from '../../core/scene/prepare';
import type { Scene } from '../../core/scene/scene';
import { inSharedMemory } from '../../core/geometry/shared-memory';
import type { SightForm } from '../../core/sights/make/make-sights';
import type { Sun } from '../../core/surfaces/shadows';
import type { Sight } from '../../core/sights/sight';
import type { MeshRow, ModelRow } from '../data/database';
import { ensureRoom } from '../data/storage-fault';
import { pack } from '../data/packed';
import { headOf, type DrawnHead, type DrawnSight } from '../data/drawn-sight';
import type { Exported, ExportJob } from './export-file';
import { holdLife } from './hold-life';
import type { DrawnBy } from '../data/sets';
import { keepScene, sceneOf } from './kept-scene';
import { secondThread } from './second-thread';
import { shownFinding } from './shown-finding';
import type { PartWish } from '../data/parts';
import { assemble, bundle, openModel, setRight, type Recipe } from './project-model';
import type { FiledThings, Taken } from './project-files';
import type { ViewMesh } from '../data/view-mesh';

/** What is said about a file besides its bytes. */
export interface ReadHow {
  readonly unit?: LengthUnit | undefined;
  readonly up?: 'y' | 'z' | undefined;
  /** Files that came with it: a material library, the data of a glTF. */
  readonly companions: readonly { readonly name: string; readonly bytes: Uint8Array }[];
  /** Key of the reading that this one takes the place of: its zero stays. */
  readonly after?: string | undefined;
}

/** A count of wishes in memory shared with the page, and the wish that a job belongs to: it is stopped when the count has gone on. */
interface Token {
  readonly count: Int32Array;
  readonly wish: number;
}
const staleness = (token: Token | null) => (token ? () => Atomics.load(token.count, 0) !== token.wish : undefined);

/** Where a drawing is kept, and as what; whether its keeping is waited for. */
export interface KeepAs {
  readonly row: string;
  readonly print: string;
  readonly isAwaited?: boolean;
}
interface Made {
  readonly head: DrawnHead;
  /** false when it was waited for, and there is no room. */
  readonly isKept: boolean;
}

interface Opened {
  readonly model: Model;
  readonly scene: Scene;
}
/** The store's library comes when something is written: a model is opened, and a kept drawing shown, without it. */
const store = async () => {
  const [{ database }, { addModel }, drawings] = await Promise.all([
    import('../data/database'),
    import('../data/models'),
    import('../data/drawings'),
  ]);
  return { database, addModel, ...drawings };
};
const scenes = new Map<string, Opened>();
/** What was cut last, for the cut that follows a hand. */
const memory = new CutMemory();

/** A model prepared for drawing; the last two stay. */
async function open(id: string): Promise<Opened> {
  const known = scenes.get(id);
  if (known) return known;
  const model = await openModel(id);
  return keep(id, { model, scene: await sceneOf(id, model) });
}

/** Keeps a prepared model, in memory that other workers can share where the page is isolated. */
function keep(id: string, { model, scene }: Opened): Opened {
  const opened = crossOriginIsolated ? { model: inSharedMemory(model), scene: inSharedMemory(scene) } : { model, scene };
  scenes.set(id, opened);
  if (scenes.size > 2) scenes.delete(scenes.keys().next().value!);
  return opened;
}

/** Faults cross to the page as plain errors with their sentence. */
async function plainly<T>(file: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Fault) throw new Error(sentence(error, file), { cause: error });
    throw error;
  }
}

const engine = {
  /** Reads a model file and keeps it in this browser; answers with its key. */
  read: (name: string, bytes: Uint8Array, how: ReadHow, progress: (share: number) => void): Promise<string> =>
    plainly(name, async () => {
      const from = performance.now();
      const read = await asBefore(await readFile(name, bytes, how, progress), how.after);
      await ensureRoom(bytesOf(read));
      const scene = prepare(read);
      const id = crypto.randomUUID();
      const { modelInfo } = await import('./model-info');
      const info = modelInfo({ id }, name, read, scene, performance.now() - from);
      const { database, addModel } = await store();
      await database.transaction('rw', database.models, database.elements, database.bundles, async () => {
        await database.bundles.add({ id, model: pack(read) });
        await addModel(info);
      });
      await keepScene(id, scene);
      keep(id, { model: read, scene });
      return id;
    }),

  /** An empty plan, to draw outlines into; answers with its key. */
  beginPlan: async (name: string): Promise<string> => {
    const { emptyPlan } = await import('../../core/readers/plan/empty-plan');
    const model = emptyPlan(name);
    const id = crypto.randomUUID();
    const { modelInfo } = await import('./model-info');
    const info = modelInfo({ id }, name, model, prepare(model), 0);
    const { database, addModel } = await store();
    await database.transaction('rw', database.models, database.elements, database.bundles, async () => {
      await database.bundles.add({ id, model: pack(model) });
      await addModel(info);
    });
    return id;
  },

  /** Opens a model and prepares it, before anybody asks for a drawing. */
  ready: async (id: string): Promise<void> => void (await open(id)),

  /** Whether a prepared model is at hand here. */
  has: (id: string): boolean => scenes.has(id),

  /** Hands a prepared model to another worker, which shares its memory. */
  give: async (id: string, port: MessagePort): Promise<void> => {
    port.postMessage(await open(id));
  },

  take: (id: string, port: MessagePort): Promise<void> =>
    new Promise((resolve) => {
      port.onmessage = ({ data }) => {
        keep(id, data as Opened);
        port.close();
        resolve();
      };
    }),

  /** The cut faces of a sight alone. */
  cut: (id: string, sight: Sight): Promise<readonly Region[]> =>
    plainly('this sight', async () => {
      const { model, scene } = await open(id);
      return draw(model, scene, sight, { cutOnly: true, memory, ranks: ranksOf(sight) }).regions;
    }),

  /**
   * Draws a sight and keeps the drawing. The page learns its head only: the drawing itself goes to the painter, by a port.
   * `token`: the page counts its wishes in shared memory; when it has gone on from this one, the drawing is stopped.
   */
  draw: (id: string, sight: Sight, keep: KeepAs, port: MessagePort | null = null, token: Token | null = null): Promise<Made> =>
    plainly('this sight', async () => {
      const { model, scene } = await open(id);
      const from = performance.now();
      const helper = secondThread(id, scene);
      const options = { isStale: staleness(token), ranks: ranksOf(sight) };
      const drawing = helper ? await drawWith(helper, model, scene, sight, options) : draw(model, scene, sight, options);
      const whole = publishable(model, sight, drawing);
      // what no rule fills hangs on the standard: the painter tells it
      const findings = proof(model, scene, sight, { drawing, names: whole.names, fills: [] }).map(shownFinding);
      const drawn: DrawnSight = { ...whole, findings, took: performance.now() - from };
      port?.postMessage(drawn);
      port?.close();
      const kept = store()
        .then(({ keepDrawing }) => keepDrawing(keep.row, keep.print, drawn))
        .catch(() => false);
      return { head: headOf(drawn), isKept: keep.isAwaited !== true || (await kept) };
    }),

  /** Compares a drawing that waits with the one that it would replace, and notes what changes; where nothing does it takes its place. */
  compareNext: async (row: string): Promise<void> => {
    const { keptDrawing, nextRow, takeNext, noteChanged } = await store();
    const [before, after] = await Promise.all([keptDrawing(row), keptDrawing(nextRow(row))]);
    if (!before || !after) return takeNext(row);
    const { changedLines, changedMatter } = await import('../../core/drift/changed-lines');
    const { come, gone, comeLength, goneLength } = changedLines(before.drawn.drawing, after.drawn.drawing);
    const isChanged = come.length + gone.length > 0 || changedMatter(before.drawn, after.drawn).length > 0;
    return isChanged ? noteChanged(row, { come: comeLength, gone: goneLength }) : takeNext(row);
  },

  /** Sights by rule, of what the model holds; each with a number that none of those taken has. */
  makeSights: (id: string, form: SightForm, taken: readonly string[]): Promise<Sight[]> =>
    plainly('this model', async () => {
      const { model, scene } = await open(id);
      const { makeSights } = await import('../../core/sights/make/make-sights');
      return makeSights(model, scene, form, [], taken);
    }),

  /** The elevation of the face that is meant by a point of a sight's drawing, within a reach in metres; null where nothing is seen there. */
  makeOfFace: (id: string, sight: Sight, at: readonly [number, number], reach: number, taken: readonly string[]): Promise<Sight | null> =>
    plainly('this face', async () => {
      const { model, scene } = await open(id);
      const [{ faceUnder }, { ofFace }] = await Promise.all([
        import('../../core/sights/make/face-under'),
        import('../../core/sights/make/of-face'),
      ]);
      const face = faceUnder(model, scene, sight, at, reach);
      return face && ofFace(model, scene, face.id, face.point, taken)[0]!;
    }),

  /** The drawings of the room around a point, in the coordinates of the file. */
  makeOfRoom: (id: string, at: Vec3, taken: readonly string[]): Promise<Sight[]> =>
    plainly('this room', async () => {
      const { model, scene } = await open(id);
      const { roomAt } = await import('../../core/room-at');
      return roomAt(model, scene, at, taken);
    }),

  /** An element opened from its four sides. */
  makeFromItsSides: (id: string, element: string, taken: readonly string[]): Promise<Sight[]> =>
    plainly('this element', async () => {
      const { model, scene } = await open(id);
      const { fromItsSides } = await import('../../core/sights/make/from-its-sides');
      return fromItsSides(model, scene, element, taken);
    }),

  /** The faces that a sight shows, for the look that it is drawn in; they go to the painter by a port. */
  faces: (id: string, sight: Sight, sun: Sun | null, port: MessagePort): Promise<void> =>
    plainly('this drawing', async () => {
      const { model, scene } = await open(id);
      const { facesOf } = await import('../../core/faces-of');
      port.postMessage(facesOf(model, scene, sight, sun));
      port.close();
    }),

  exportFile: (id: string, job: ExportJob, progress: (share: number) => void): Promise<Exported> =>
    plainly('this export', async () => {
      const [{ model, scene }, { exportFile }] = await Promise.all([open(id), import('./export-file')]);
      return exportFile(id, model, scene, job, progress);
    }),

  viewMesh: async (id: string, recipe: Recipe): Promise<ViewMesh> => {
    const { viewMesh } = await import('./view-mesh');
    const mesh = viewMesh(scenes.get(id)?.model ?? (await openModel(id, recipe)));
    await keepMesh({ id, base: recipe.base, mesh: pack(mesh) });
    return Comlink.transfer(mesh, [mesh.positions.buffer, mesh.indices.buffer, mesh.element.buffer, mesh.colours.buffer]);
  },

  /** Puts corrections on a model as it was read and keeps the result beside it; answers with its key. */
  correct: (id: string, corrections: Corrections): Promise<string> =>
    plainly('this model', async () => {
      const info = (await (await store()).database.models.get(id))!;
      return info.parts ? arrange(info, info.parts, corrections) : alone(info, corrections);
    }),

  /** Puts several models together as they are wished and keeps the whole; answers with its key. */
  arrange: (id: string, parts: readonly PartWish[]): Promise<string> =>
    plainly('this model', async () => {
      const info = (await (await store()).database.models.get(id))!;
      return arrange(info, parts, info.corrections);
    }),

  /** Makes anew what was swept away of a reading that undo has brought back. */
  remake: (id: string): Promise<void> =>
    plainly('this model', async () => {
      const { base, corrections, parts, fileName, took } = (await (await store()).database.models.get(id))!;
      const { model, scene } = await open(id);
      const [{ addModel }, { modelInfo }] = await Promise.all([store(), import('./model-info')]);
      await addModel(modelInfo({ id, base, corrections, ...(parts && { parts }) }, fileName, model, scene, took));
    }),

  /** Everything of a project as one archive. */
  projectFile: (id: string) => plainly('this project', async () => (await import('./project-files')).projectFileOf(id)),

  /** Makes a project of such an archive. */
  takeProject: (name: string, bytes: Uint8Array): Promise<Taken> =>
    plainly(name, async () => {
      const { takeProject } = await import('./project-files');
      return takeProject(name, bytes, (parts, corrections) => arrange({ took: 0 }, parts, corrections));
    }),

  /** What of such an archive can be taken into another project. */
  thingsOf: (into: string, name: string, bytes: Uint8Array): Promise<FiledThings> =>
    plainly(name, async () => (await import('./project-files')).thingsOf(into, name, bytes)),

  /** Findings about a model; kept, so that they are made once. */
  check: (id: string, token: Token | null = null): Promise<readonly Check[]> =>
    plainly('this model', async () => {
      const { database } = await store();
      const known = await database.checks.get(id);
      if (known) return known.checks;
      const { model, scene } = await open(id);
      const { checkModel } = await import('../../core/checks/check-model');
      const checks = checkModel(model, scene, staleness(token));
      // without room for them they are made anew the next time
      await database.checks.put({ id, checks }).catch(() => undefined);
      return checks;
    }),

  /** All that the file tells of one element: property sets by name. */
  properties: async (id: string, element: number): Promise<readonly PropertySet[]> => {
    const model = scenes.get(id)?.model ?? (await openModel(id));
    return (model.elements[element]?.facts?.sets ?? []).flatMap((s) => model.propertySets?.[s] ?? []);
  },

  /** Elements whose property sets hold a text in a name or a value, for the search. */
  findInProperties: async (id: string, text: string): Promise<Uint32Array> => {
    const model = scenes.get(id)?.model ?? (await openModel(id));
    const wanted = text.toLowerCase();
    const holds = (model.propertySets ?? []).map((s) => s.values.some((v) => String(v).toLowerCase().includes(wanted)));
    return Uint32Array.from(model.elements.flatMap((e, i) => (e.facts?.sets?.some((s) => holds[s]) ? [i] : [])));
  },
};

let lastRanks: { readonly said: string; readonly ranks: DrawnBy['ranks'] } = { said: '', ranks: undefined };
/** The ranks with which a sight is drawn: the very same as long as they say the same, so that what was cut last can be taken again. */
function ranksOf({ ranks }: DrawnBy): DrawnBy['ranks'] {
  const said = JSON.stringify(ranks ?? '');
  if (said !== lastRanks.said) lastRanks = { said, ranks };
  return lastRanks.ranks;
}

/** The model of one file, set right, as another reading of it. */
async function alone({ base, fileName, took }: Pick<ModelRow, 'base' | 'fileName' | 'took'>, corrections: Corrections): Promise<string> {
  const model = await setRight(await bundle(base), corrections);
  const scene = prepare(model);
  const id = crypto.randomUUID();
  const [{ addModel }, { modelInfo }] = await Promise.all([store(), import('./model-info')]);
  await addModel(modelInfo({ id, base, corrections }, fileName, model, scene, took));
  await keepScene(id, scene);
  keep(id, { model, scene });
  return id;
}

async function arrange(info: Pick<ModelRow, 'took'>, wishes: readonly PartWish[], corrections: Corrections): Promise<string> {
  const { elements = {} } = corrections;
  const [only] = wishes;
  if (wishes.length === 1 && !only!.isHidden && isAsItIs(only!.placement))
    return alone({ ...only!, took: info.took }, { ...only!.corrections, elements });
  const { model, parts } = await assemble(wishes, { elements });
  const scene = prepare(model);
  const id = crypto.randomUUID();
  const about = { id, base: parts[0]!.base, corrections: { elements }, parts };
  const [{ addModel }, { modelInfo }] = await Promise.all([store(), import('./model-info')]);
  await addModel(modelInfo(about, parts[0]!.fileName, model, scene, info.took));
  await keepScene(id, scene);
  keep(id, { model, scene });
  return id;
}

/** A reading with the zero of the one before it and the ids that it gave; with its own where that one is no longer there. */
async function asBefore(read: Model, base: string | undefined): Promise<Model> {
  const before = base === undefined ? null : await bundle(base).catch(() => null);
  if (!before) return read;
  const [{ countedFrom }, { withIdsOf }] = await Promise.all([
    import('../../core/model/counted-from'),
    import('../../core/model/twin-ids'),
  ]);
  return withIdsOf(before, countedFrom(read, before.origin));
}

const bytesOf = (model: Model): number =>
  model.positions.byteLength + model.triangles.byteLength + model.partStart.byteLength * 4 + model.elements.length * 200;

/** Keeps the shapes for the next time; without room for them they are made anew then. */
async function keepMesh(row: MeshRow): Promise<void> {
  try {
    const { database } = await store();
    await database.transaction('rw', database.meshes, async () => {
      await database.meshes.where('base').equals(row.base).delete();
      await database.meshes.add(row);
    });
  } catch {
    // a full store: nothing is lost
  }
}

async function readFile(name: string, bytes: Uint8Array, how: ReadHow, progress: (share: number) => void): Promise<Model> {
  const [{ readModel }, { buildInThread }] = await Promise.all([import('../../core/readers/read-model'), import('./shape-thread')]);
  const companion = (file: string) => how.companions.find((c) => c.name === file.replace(/^.*[/\\]/, ''))?.bytes;
  return readModel(bytes, name, {
    openBuilder: buildInThread,
    openStepLibrary: async () => (await import('./step-library')).openStepLibrary(),
    openDraco: async () => (await import('./draco-library')).openDraco(),
    unit: how.unit,
    up: how.up,
    companion,
    progress,
  });
}

export type Engine = typeof engine;
Comlink.expose(engine);
holdLife();

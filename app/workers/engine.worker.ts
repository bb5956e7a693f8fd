import * as Comlink from 'comlink';
import type { Region } from '../../core/cutting/regions';
import { draw } from '../../core/draw';
import { STANDARD } from '../../core/drafting/standard';
import { styleDrawing } from '../../core/drafting/style-drawing';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { Model } from '../../core/model/model';
import { proof } from '../../core/proof/proof';
import type { LengthUnit } from '../../core/model/length-unit';
import { prepare } from '../../core/scene/prepare';
import type { Scene } from '../../core/scene/scene';
import { inSharedMemory } from '../../core/scene/shared-memory';
import type { Sight } from '../../core/sights/sight';
import { database } from '../data/database';
import { fileName } from '../data/file-name';
import type { DrawnSight } from './drawn-sight';
import { shownFinding } from './shown-finding';
import { modelInfo } from './model-info';
import { viewMesh, type ViewMesh } from './view-mesh';

/** What is exported, in which form. */
export interface ExportJob {
  readonly format: 'dxf' | 'svg' | 'json';
  readonly sights: readonly { readonly sight: Sight; readonly scale: number }[];
  readonly archive: string;
}

/** What is said about a file besides its bytes. */
export interface ReadHow {
  readonly unit?: LengthUnit | undefined;
  readonly up?: 'y' | 'z' | undefined;
  /** Files that came with it: a material library, the data of a glTF. */
  readonly companions: readonly { readonly name: string; readonly bytes: Uint8Array }[];
}

interface Opened {
  readonly model: Model;
  readonly scene: Scene;
}
const scenes = new Map<string, Opened>();

/** A model prepared for drawing; the last two stay. */
async function open(id: string): Promise<Opened> {
  const known = scenes.get(id);
  if (known) return known;
  const row = await database.bundles.get(id);
  if (!row) throw new Error('The model of this project is no longer in this browser: drop its file again.');
  return keep(id, { model: row.model, scene: prepare(row.model) });
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
      const model = await readFile(name, bytes, how, progress);
      const scene = prepare(model);
      const id = crypto.randomUUID();
      const info = modelInfo(id, name, model, scene, performance.now() - from);
      await database.transaction('rw', database.models, database.bundles, async () => {
        await database.bundles.add({ id, model });
        await database.models.add(info);
      });
      keep(id, { model, scene });
      return id;
    }),

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
      return draw(model, scene, sight, { cutOnly: true, ranks: STANDARD.ranks }).regions;
    }),

  /** `token`: the page counts its wishes in shared memory; when it has gone on from this one, the drawing is stopped. */
  draw: (id: string, sight: Sight, token: { readonly count: Int32Array; readonly wish: number } | null = null): Promise<DrawnSight> =>
    plainly('this sight', async () => {
      const { model, scene } = await open(id);
      const from = performance.now();
      const isStale = token ? () => Atomics.load(token.count, 0) !== token.wish : undefined;
      const styled = styleDrawing(model, draw(model, scene, sight, { ranks: STANDARD.ranks, isStale }), STANDARD, 1);
      const { drawing, layers, lineLayer, fills } = styled;
      return {
        drawing,
        layers,
        lineLayer,
        fills,
        findings: proof(model, scene, sight, styled).map(shownFinding),
        took: performance.now() - from,
      };
    }),

  exportFile: (id: string, job: ExportJob, progress: (share: number) => void): Promise<{ name: string; bytes: Uint8Array }> =>
    plainly('this export', async () => {
      const { model, scene } = await open(id);
      const [{ writeDxf }, { writeSvg }, { writeJson }] = await Promise.all([
        import('../../core/writers/dxf'),
        import('../../core/writers/svg'),
        import('../../core/writers/json'),
      ]);
      const files: Record<string, Uint8Array> = {};
      const encoder = new TextEncoder();
      for (const [i, { sight, scale }] of job.sights.entries()) {
        const styled = styleDrawing(model, draw(model, scene, sight, { ranks: STANDARD.ranks }), STANDARD, scale);
        const text =
          job.format === 'dxf'
            ? writeDxf(model, styled, sight)
            : job.format === 'svg'
              ? writeSvg(model, styled, sight)
              : writeJson(model, styled.drawing, {
                  layerOf: (l) => styled.layers[styled.lineLayer[l]!]!.name,
                  fillLayerOf: (r) => styled.layers[styled.fills[r]?.layer ?? -1]?.name,
                });
        files[fileName(sight, job.format, Object.keys(files))] = encoder.encode(text);
        progress((i + 1) / job.sights.length);
      }
      const names = Object.keys(files);
      if (names.length === 1) return { name: names[0]!, bytes: files[names[0]!]! };
      const { zipSync } = await import('fflate');
      // a fixed date, so that the same drawings give the same archive
      return { name: `${job.archive}.zip`, bytes: zipSync(files, { level: 6, mtime: new Date('2025-01-01T00:00:00Z') }) };
    }),

  viewMesh: async (id: string): Promise<ViewMesh> => {
    const { model, scene } = await open(id);
    return viewMesh(model, scene);
  },
};

async function readFile(name: string, bytes: Uint8Array, how: ReadHow, progress: (share: number) => void): Promise<Model> {
  const { readModel } = await import('../../core/readers/read-model');
  const companion = (file: string) => how.companions.find((c) => c.name === file.replace(/^.*[/\\]/, ''))?.bytes;
  return readModel(bytes, name, {
    openLibrary: async () => (await import('./ifc-library')).openLibrary(),
    openStepLibrary: async () => (await import('./step-library')).openStepLibrary(),
    unit: how.unit,
    up: how.up,
    companion,
    progress,
  });
}

export type Engine = typeof engine;
Comlink.expose(engine);
// Held as long as this worker lives: the page learns of its end by getting the lock. Ready only when it is held.
void navigator.locks.request(self.name, () => {
  self.postMessage('ready');
  return new Promise(() => undefined);
});

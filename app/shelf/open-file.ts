import * as Comlink from 'comlink';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import { modelAmong } from '../../core/readers/model-kinds';
import { database } from '../data/database';
import { createProject, firstSights } from '../data/projects';
import type { Project, ProjectSight } from '../data/project';
import { storageSentence } from '../data/storage-fault';
import type { ReadHow } from '../workers/engine.worker';
import { pool, Stopped, WorkerDied } from '../workers/pool';

/** Largest file that is taken in, bytes: beyond it the browser could not hold the model. */
const LARGEST = 1.5e9;

/** A reading that shows no progress for so long is ended: damage can lead a library round in circles. Milliseconds. */
const PATIENCE = 90_000;

export interface Opening {
  readonly signal: AbortSignal;
  readonly progress: (share: number) => void;
}

/**
 * Reads dropped or chosen files and makes a project of them: one is the model, what belongs to it comes along. Nothing is kept when
 * it fails.
 * @throws Error with a sentence for people
 */
export async function openFiles(files: readonly File[], { signal, progress }: Opening): Promise<string> {
  const main = files[Math.max(0, modelAmong(files.map((f) => f.name)))]!;
  for (const file of files)
    if (file.size > LARGEST)
      throw new Error(
        `${file.name} is ${(file.size / 1e9).toFixed(1)} GB; files up to 1.5 GB can be read in a browser. Use the command line for larger ones.`,
      );
  const [bytes, ...companions] = await Promise.all(
    [main, ...files.filter((f) => f !== main)].map(async (f) => ({ name: f.name, bytes: new Uint8Array(await f.arrayBuffer()) })),
  );
  return openBytes(main.name, bytes!.bytes, main.name.replace(/\.[^.]+$/, ''), { signal, progress }, { companions });
}

export async function openBytes(
  fileName: string,
  bytes: Uint8Array,
  name: string,
  { signal, progress }: Opening,
  { companions = [], sights }: { companions?: ReadHow['companions']; sights?: readonly Omit<ProjectSight, 'id'>[] } = {},
): Promise<string> {
  const guard = new AbortController();
  let limit = setTimeout(() => guard.abort(), PATIENCE);
  const beat = (share: number) => {
    clearTimeout(limit);
    limit = setTimeout(() => guard.abort(), PATIENCE);
    progress(share);
  };
  try {
    const id = await pool.back.run(
      (engine) => engine.read(fileName, Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]), { companions }, Comlink.proxy(beat)),
      AbortSignal.any([signal, guard.signal]),
    );
    const model = (await database.models.get(id))!;
    return await createProject(name, id, sights ?? firstSights(model));
  } catch (error) {
    if (guard.signal.aborted)
      throw new Error(sentence(new Fault('reading-hangs', { file: fileName, seconds: PATIENCE / 1000 })), { cause: error });
    if (error instanceof Stopped || error instanceof WorkerDied) throw error;
    const name = (error as Error).name;
    throw /Quota|DOMException|InvalidState|DatabaseClosed|Abort|OpenFailed/.test(name) ? new Error(storageSentence(error)) : error;
  } finally {
    clearTimeout(limit);
  }
}

/** The demo project: made once, found again afterwards. */
export async function openDemo(opening: Opening): Promise<string> {
  const demo = (await import('../../demo/project.json')).default;
  const known = (await database.projects.toArray()).find((p: Project) => p.name === demo.name && p.binned === null);
  if (known) return known.id;
  const { default: href } = await import('../../demo/heron-spit-tide-station.ifc?url');
  const response = await fetch(href);
  if (!response.ok) throw new Error('The demo model could not be fetched from this application.');
  return openBytes(demo.model, new Uint8Array(await response.arrayBuffer()), demo.name, opening, {
    sights: demo.sights as unknown as Omit<ProjectSight, 'id'>[],
  });
}

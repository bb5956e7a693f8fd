import * as Comlink from 'comlink';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import { MODEL_KINDS, modelAmong } from '../../core/readers/model-kinds';
import { storageSentence } from '../data/storage-fault';
import type { ReadHow } from '../workers/engine.worker';
import { pool, WorkerDied } from '../workers/pool';
import { Stopped } from '../workers/stopped';

/** Largest file that is taken in, bytes: beyond it the browser could not hold the model. */
const LARGEST = 1.5e9;
/** A reading that shows no progress for so long is ended: damage can lead a library round in circles. Milliseconds. */
const PATIENCE = 90_000;

/** What a person can choose as a model, and what may belong to it. */
export const FILE_ENDINGS = [...MODEL_KINDS, 'mtl', 'bin'].map((kind) => `.${kind}`).join();

export interface Opening {
  readonly signal: AbortSignal;
  readonly progress: (share: number) => void;
}

/** Which of several files is the model; the others belong to it. */
export const mainFile = (files: readonly File[]): File => files[Math.max(0, modelAmong(files.map((f) => f.name)))]!;

/**
 * Reads dropped or chosen files as one model and keeps it in this browser; answers with its key. Nothing
 * is kept when it fails. `after` is the key of the reading that this one takes the place of.
 * @throws Error with a sentence for people
 */
export async function readFiles(files: readonly File[], opening: Opening, after?: string): Promise<string> {
  const main = mainFile(files);
  for (const file of files)
    if (file.size > LARGEST)
      throw new Error(
        `${file.name} is ${(file.size / 1e9).toFixed(1)} GB; files up to 1.5 GB can be read in a browser. Use the command line for larger ones.`,
      );
  const [model, ...companions] = await Promise.all(
    [main, ...files.filter((f) => f !== main)].map(async (f) => ({ name: f.name, bytes: new Uint8Array(await f.arrayBuffer()) })),
  );
  return readBytes(main.name, model!.bytes, opening, { companions, after });
}

/** The same for bytes that are at hand; they are handed over to the worker. */
export async function readBytes(
  fileName: string,
  bytes: Uint8Array,
  { signal, progress }: Opening,
  how: ReadHow = { companions: [] },
): Promise<string> {
  const guard = new AbortController();
  let limit = setTimeout(() => guard.abort(), PATIENCE);
  const beat = (share: number) => {
    clearTimeout(limit);
    limit = setTimeout(() => guard.abort(), PATIENCE);
    progress(share);
  };
  try {
    return await pool.back.run(
      (engine) => engine.read(fileName, Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]), how, Comlink.proxy(beat)),
      AbortSignal.any([signal, guard.signal]),
    );
  } catch (error) {
    if (guard.signal.aborted)
      throw new Error(sentence(new Fault('reading-hangs', { file: fileName, seconds: PATIENCE / 1000 })), { cause: error });
    if (error instanceof Stopped || error instanceof WorkerDied) throw error;
    throw withStorage(error);
  } finally {
    clearTimeout(limit);
  }
}

/** A failure of the browser's storage in words; anything else as it is. */
export const withStorage = (error: unknown): unknown =>
  /Quota|DOMException|InvalidState|DatabaseClosed|Abort|OpenFailed/.test((error as Error).name) ? new Error(storageSentence(error)) : error;

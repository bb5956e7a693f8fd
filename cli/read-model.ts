import { access } from 'node:fs/promises';
import { basename } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Fault, type Facts, type FaultCode } from '../core/faults/fault';
import type { LengthUnit } from '../core/model/length-unit';
import { alignByGrid, alignByMap } from '../core/model/align-models';
import { correct, type Corrections } from '../core/model/correct';
import { joinModels, type PlacedModel } from '../core/model/join-models';
import type { Model } from '../core/model/model';
import { AS_IT_IS, type ModelPlacement } from '../core/model/placement';
import { kindOf, MODEL_KINDS } from '../core/readers/model-kinds';
import type { PlanChanges } from '../core/model/plan';
import { replan } from '../core/readers/plan/replan';
import { isProjectPath, readProjectHere } from './read-project';
import { readHere, type Reading } from './read-here';

export interface ReadOptions {
  readonly unit: LengthUnit | undefined;
  readonly up: 'y' | 'z' | undefined;
  /** A reading that shows no progress for so many seconds is ended. */
  readonly patience?: number | undefined;
  /** Changes of the table by which a plan is built, by layer. */
  readonly plan?: PlanChanges | undefined;
  /** What is set right of elements, by their ids. */
  readonly elements?: Corrections['elements'] | undefined;
  /** More models that are laid over the first; where no placement is given, as `lay` says. */
  readonly others?: readonly { readonly path: string; readonly placement?: ModelPlacement }[];
  /** By their places on the map, by common grid lines, or as the files say; absent = by the map where both tell theirs. */
  readonly lay?: 'map' | 'grid' | 'as-is' | undefined;
}

const PATIENCE = 90;

type Answer =
  | { readonly kind: 'beat' }
  | { readonly kind: 'model'; readonly model: Model }
  | { readonly kind: 'fault'; readonly code: FaultCode; readonly facts: Facts }
  | { readonly kind: 'error'; readonly code?: string; readonly path?: string; readonly message: string };

/**
 * Reads a model file by its ending; what belongs to it (a material library, the data of a glTF) is looked for beside it. It is read
 * in a thread of its own: damage can lead a library round in circles, and a thread can be ended.
 * @throws Fault, with the file's name among its facts
 */
export async function readModelFile(path: string, options: ReadOptions): Promise<Model> {
  if (isProjectPath(path)) return (await readProjectHere(path, options)).model;
  const first = replan(await readInThread(path, options), { ...(options.plan && { plan: options.plan }) });
  const { elements } = options;
  const right = (model: Model) => (elements ? correct(model, { elements }) : model);
  if (!options.others?.length) return right(first);
  const models: PlacedModel[] = [{ name: nameOf(path), model: first, placement: AS_IT_IS }];
  for (const { path: other, placement } of options.others) {
    const model = await readInThread(other, { ...options, unit: undefined, up: undefined });
    models.push({ name: nameOf(other), model, placement: placement ?? laid(model, first, options.lay, basename(other)) });
  }
  return right(joinModels(models));
}

const nameOf = (path: string): string => basename(path).replace(/\.[^.]+$/, '');

function laid(model: Model, over: Model, lay: ReadOptions['lay'], file: string): ModelPlacement {
  if (lay === 'as-is') return AS_IT_IS;
  const placement = lay === 'grid' ? alignByGrid(model, over)?.placement : alignByMap(model, over);
  if (!placement && lay) throw new Fault('models-apart', { file, by: lay === 'grid' ? 'grid line of one tag' : 'place on the map' });
  return placement ?? AS_IT_IS;
}

async function readInThread(path: string, { unit, up, patience = PATIENCE }: ReadOptions): Promise<Model> {
  const file = basename(path);
  const kind = kindOf(file);
  if (!(MODEL_KINDS as readonly string[]).includes(kind)) throw new Fault('file-kind-unknown', { file, kind: kind ? `.${kind}` : 'none' });
  await access(path);
  const reading: Reading = { path, unit, up };
  // from its sources, in the tests, the command line runs in one thread
  if (!import.meta.url.endsWith('.mjs'))
    return readHere(reading, () => undefined).catch((error: unknown) => Promise.reject(withFile(error, file)));
  const worker = new Worker(new URL('./reader.worker.mjs', import.meta.url), { workerData: reading, stdout: true });
  try {
    return await new Promise<Model>((resolve, reject) => {
      const hangs = () => reject(new Fault('reading-hangs', { file, seconds: patience }));
      let limit = setTimeout(hangs, patience * 1000);
      worker.on('message', (answer: Answer) => {
        clearTimeout(limit);
        if (answer.kind === 'beat') limit = setTimeout(hangs, patience * 1000);
        else if (answer.kind === 'model') resolve(answer.model);
        else if (answer.kind === 'fault') reject(withFile(new Fault(answer.code, answer.facts), file));
        else reject(Object.assign(new Error(answer.message), { code: answer.code, path: answer.path }));
      });
      worker.on('error', (error) => {
        clearTimeout(limit);
        const isFull = (error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY';
        reject(isFull ? new Fault('memory-full', { file }) : error);
      });
      worker.on('exit', () => {
        clearTimeout(limit);
        reject(new Fault('library-failed', { file, reason: 'the thread that read it ended' }));
      });
    });
  } finally {
    await worker.terminate();
  }
}

const withFile = (error: unknown, file: string): unknown =>
  error instanceof Fault ? new Fault(error.code, { file, ...error.facts }) : error;

import { parentPort } from 'node:worker_threads';
import { openDraco } from '../cli/draco-library';
import { openLibrary } from '../cli/ifc-library';
import { openStepLibrary } from '../cli/step-library';
import { Fault } from '../core/faults/fault';
import { noteSentence, sentence } from '../core/faults/wording';
import { readModel } from '../core/readers/read-model';
import { builderHere } from '../core/readers/ifc/shapes/shape-builder';

/** Libraries are kept as long as they work, since opening them is the dearest step. */
let ifc: ReturnType<typeof openLibrary> | null = null;
let step: ReturnType<typeof openStepLibrary> | null = null;
let draco: ReturnType<typeof openDraco> | null = null;

parentPort!.on('message', ({ name, bytes }: { name: string; bytes: Uint8Array }) => {
  void check(name, bytes).then((fault) => parentPort!.postMessage(fault));
});

/** What is wrong with how a file was read; null for nothing. */
async function check(name: string, bytes: Uint8Array): Promise<string | null> {
  try {
    const model = await readModel(bytes, name, {
      openBuilder: () => builderHere(() => (ifc ??= openLibrary())),
      openStepLibrary: () => (step ??= openStepLibrary()),
      openDraco: () => (draco ??= openDraco()),
    });
    if (model.positions.some((x) => !Number.isFinite(x))) return 'a coordinate that is no number';
    if (model.triangles.some((v) => v * 3 >= model.positions.length)) return 'a triangle with a corner that does not exist';
    if (model.partStart.at(-1)! * 3 !== model.triangles.length) return 'parts that do not cover the triangles';
    const words = model.notes.map(noteSentence).find((w) => /undefined|NaN|\[object|\{\w+\}/.test(w));
    return words ? `a note that reads "${words.slice(0, 120)}"` : null;
  } catch (error) {
    if (!(error instanceof Fault)) {
      ifc = step = draco = null;
      return `${(error as Error)?.name}: ${String((error as Error)?.message).slice(0, 120)} ${
        String((error as Error)?.stack)
          .split('\n')[1]
          ?.trim() ?? ''
      }`;
    }
    const words = sentence(error, name);
    return /undefined|\[object|Cannot read/.test(words) || words.includes('\n') ? `a sentence that reads "${words.slice(0, 160)}"` : null;
  }
}

import * as Comlink from 'comlink';
import type { StepLibrary } from '../../core/readers/step/step-library';
import type { StepReader } from './step.worker';

/** The reader of STEP bodies, in a worker of its own that ends with the reading. */
export function openStepLibrary(): Promise<StepLibrary> {
  return Promise.resolve({
    ReadStepFile: async (content, how) => {
      const worker = new Worker(new URL('./step.worker.ts', import.meta.url), { type: 'module' });
      const died = new Promise<never>((_, reject) => {
        worker.onerror = (event) => reject(new Error(event.message || 'its reader ended'));
      });
      try {
        return await Promise.race([Comlink.wrap<StepReader>(worker).read(content, how), died]);
      } finally {
        worker.terminate();
      }
    },
  });
}

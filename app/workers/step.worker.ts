import * as Comlink from 'comlink';
import open from 'occt-import-js';
import wasm from 'occt-import-js/dist/occt-import-js.wasm?url';
import type { StepLibrary, StepResult } from '../../core/readers/step/step-library';

/**
 * Reads STEP bodies. A worker of its own: the library makes functions out of texts, which the policy of the page forbids
 * everywhere but here, and its memory goes with it.
 */
const reader = {
  read: async (...args: Parameters<StepLibrary['ReadStepFile']>): Promise<StepResult> => {
    const library = await open({ locateFile: () => wasm, print: () => undefined, printErr: () => undefined });
    return library.ReadStepFile(...args);
  },
};

export type StepReader = typeof reader;
Comlink.expose(reader);

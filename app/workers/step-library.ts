import open from 'occt-import-js';
import wasm from 'occt-import-js/dist/occt-import-js.wasm?url';
import type { StepLibrary } from '../../core/readers/step-library';

/** Opens the reader of STEP bodies in a worker; what it says on its own goes nowhere. */
export const openStepLibrary = (): Promise<StepLibrary> =>
  open({ locateFile: () => wasm, print: () => undefined, printErr: () => undefined });

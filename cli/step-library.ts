import type { StepLibrary } from '../core/readers/step/step-library';

/** Opens the reader of STEP bodies for Node; what it says on its own goes nowhere. */
export async function openStepLibrary(): Promise<StepLibrary> {
  const { default: open } = await import('occt-import-js');
  return open({ print: () => undefined, printErr: () => undefined });
}

import { readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { LengthUnit } from '../core/model/length-unit';
import type { Model } from '../core/model/model';
import { readModel } from '../core/readers/read-model';
import { openDraco } from './draco-library';
import { openLibrary } from './ifc-library';
import { openStepLibrary } from './step-library';

/** What is to be read, and how. */
export interface Reading {
  readonly path: string;
  readonly unit: LengthUnit | undefined;
  readonly up: 'y' | 'z' | undefined;
}

/** Reads a model file in this thread; `beat` is told that it goes on. */
export async function readHere({ path, unit, up }: Reading, beat: () => void): Promise<Model> {
  const companion = (file: string) => {
    try {
      // names in a file are not to lead out of its folder
      return readFileSync(join(dirname(path), basename(file)));
    } catch {
      return undefined;
    }
  };
  const bytes = readFileSync(path);
  beat();
  return readModel(bytes, basename(path), { openLibrary, openStepLibrary, openDraco, unit, up, companion, progress: beat });
}

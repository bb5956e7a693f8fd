import { existsSync } from 'node:fs';
import { installFromDebian } from './debian.mjs';

/** The folder of the real model files that the tests open: SAMPLE_MODELS, else Debian's package of Assimp's test models. */
export function ensureSampleModels() {
  const folder = process.env.SAMPLE_MODELS ?? '/usr/share/assimp/models';
  if (!existsSync(folder) && !process.env.SAMPLE_MODELS) installFromDebian('assimp-testmodels');
  if (existsSync(folder)) return folder;
  console.error(
    `The tests open real model files: install Debian's assimp-testmodels, or name its folder in SAMPLE_MODELS (${folder} is not there).`,
  );
  process.exit(1);
}

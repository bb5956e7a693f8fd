import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

/** From this file, or from the bundle that it is part of. */
const UP = ['../', '../../'].map((up) => fileURLToPath(new URL(`${up}lettering/national-park-latin-400.ttf`, import.meta.url)));

/** The fonts whose used signs a PDF takes along: National Park, and Liberation Sans for what that lacks, as a package brings it. */
export const lettering = (): Promise<Uint8Array[]> =>
  Promise.all(
    [UP.find(existsSync) ?? UP[0]!, createRequire(import.meta.url).resolve('pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf')].map(
      (path) => readFile(path),
    ),
  );

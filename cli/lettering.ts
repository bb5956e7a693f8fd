import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';

/** The font whose used signs a PDF takes along: Liberation Sans, as a package brings it. */
export const lettering = (): Promise<Uint8Array> =>
  readFile(createRequire(import.meta.url).resolve('pdfjs-dist/standard_fonts/LiberationSans-Regular.ttf'));

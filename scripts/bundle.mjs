import { build } from 'esbuild';
import { basename } from 'node:path';

/** Bundles programs of this project for Node; packages that bring WebAssembly stay packages of their own. */
export const bundle = (entryPoints, outdir) =>
  build({
    entryPoints: Object.fromEntries(entryPoints.map((file) => [basename(file, '.ts'), file])),
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['web-ifc', 'occt-import-js', 'draco3dgltf'],
    logLevel: 'warning',
  });

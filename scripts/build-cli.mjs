/* Bundles the command line into build/cli: a start file, the threads of the reader, and chunks that are loaded when needed. web-ifc, occt-import-js and draco3dgltf stay packages of their own. */
import { build } from 'esbuild';
import { chmodSync, rmSync, symlinkSync } from 'node:fs';

await build({
  entryPoints: { tarvex: 'cli/tarvex.ts', 'reader.worker': 'cli/reader.worker.ts', 'shapes.worker': 'cli/shapes.worker.ts' },
  outdir: 'build/cli',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  external: ['web-ifc', 'occt-import-js', 'draco3dgltf'],
  minifySyntax: true,
  minifyWhitespace: true,
  sourcemap: false,
  legalComments: 'none',
  banner: { js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);" },
  logLevel: 'warning',
});

// A package's own command is not linked by npm; with this link `npx tarvex` finds it.
chmodSync('build/cli/tarvex.mjs', 0o755);
rmSync('node_modules/.bin/tarvex', { force: true });
symlinkSync('../../build/cli/tarvex.mjs', 'node_modules/.bin/tarvex');

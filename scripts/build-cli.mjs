/* Bundles the command line into build/cli: one start file and chunks that are loaded when needed. web-ifc stays a package of its own. */
import { build } from 'esbuild';

await build({
  entryPoints: { tarvex: 'cli/tarvex.ts' },
  outdir: 'build/cli',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  external: ['web-ifc'],
  sourcemap: false,
  legalComments: 'none',
  banner: { js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);" },
  logLevel: 'warning',
});

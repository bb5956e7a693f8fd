/* npm run bench: bundles the benchmarks and runs them; what they measured stays in benchmarks/figures.md. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const { build } = await import('esbuild');
await build({
  entryPoints: ['benchmarks/bench.ts', 'benchmarks/read-formats.ts'],
  outdir: 'build/bench',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['web-ifc', 'occt-import-js'],
  logLevel: 'warning',
});
const { status } = spawnSync('node', ['build/bench/bench.mjs', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(status ?? 1);

/* npm run bench: bundles the benchmarks and runs them; what they measured stays in benchmarks/figures.md. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const { build } = await import('esbuild');
await build({
  entryPoints: ['benchmarks/bench.ts'],
  outfile: 'build/bench.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['web-ifc'],
  logLevel: 'warning',
});
const { status } = spawnSync('node', ['build/bench.mjs', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(status ?? 1);

/* npm run fuzz: bundles the fuzzer and runs it over all readers, or those named. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const { build } = await import('esbuild');
await build({
  entryPoints: ['fuzz/fuzz.ts', 'fuzz/reader.ts'],
  outdir: 'build/fuzz-run',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['web-ifc', 'occt-import-js'],
  logLevel: 'warning',
});
const { status } = spawnSync('node', ['build/fuzz-run/fuzz.mjs', ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);

/* npm run fuzz: bundles the fuzzer and runs it over all readers, or those named. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const { bundle } = await import('./bundle.mjs');
await bundle(['fuzz/fuzz.ts', 'fuzz/reader.ts'], 'build/fuzz-run');
const { status } = spawnSync('node', ['build/fuzz-run/fuzz.mjs', ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);

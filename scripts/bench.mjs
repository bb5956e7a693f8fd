/* npm run bench: bundles the benchmarks and runs them; what they measured stays in benchmarks/figures.md. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const { bundle } = await import('./bundle.mjs');
await bundle(
  [
    'benchmarks/bench.ts',
    'benchmarks/read-formats.ts',
    'benchmarks/write-formats.ts',
    'benchmarks/style-drawings.ts',
    'benchmarks/helper-thread.ts',
    'cli/shapes.worker.ts',
  ],
  'build/bench',
);
const { status } = spawnSync('node', ['build/bench/bench.mjs', ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(status ?? 1);

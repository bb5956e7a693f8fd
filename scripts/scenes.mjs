/* npm run scenes: 100,000 random scenes (or as many as the first word says) against the brute-force sampler, and all other random
   scenes of the tests as often as is worth while. */
import { spawnSync } from 'node:child_process';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const VIEWS = 15;
const scenes = Math.ceil(Number(process.argv[2] ?? 100_000) / VIEWS);
const { status } = spawnSync('node_modules/.bin/vitest', ['run', 'core'], {
  stdio: 'inherit',
  env: { ...process.env, TARVEX_SCENES: String(scenes), TARVEX_SHARE: '4' },
});
process.exit(status ?? 1);

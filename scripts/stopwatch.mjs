/* npm run stopwatch: what the hand feels at a million triangles, in the browser; written to benchmarks/stopwatch.md. */
import { spawnSync } from 'node:child_process';
import { ensureBuild } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const env = { ...process.env, CHROME_PATH: ensureChromium(), STOPWATCH: 'benchmarks/stopwatch.md' };
ensureBuild();
process.exit(spawnSync('node_modules/.bin/playwright', ['test', 'large-model'], { stdio: 'inherit', env }).status ?? 1);

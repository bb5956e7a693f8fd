/* npm run stopwatch: what the hand feels at a million triangles, in the browser; and each handle in the demo; written to benchmarks/stopwatch.md and handles.md. */
import { spawnSync } from 'node:child_process';
import { ensureBuild } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensurePackages } from './packages.mjs';

ensurePackages();
const env = { ...process.env, CHROME_PATH: ensureChromium(), STOPWATCH: 'benchmarks' };
ensureBuild();
process.exit(spawnSync('node_modules/.bin/playwright', ['test', 'large-model', 'handles'], { stdio: 'inherit', env }).status ?? 1);

/* npm test: everything that must hold, from whatever state the clone is in. Prints one closing line. */
import { spawnSync } from 'node:child_process';
import { ensureBuild } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensurePackages } from './packages.mjs';
import { ensureSampleModels } from './sample-models.mjs';

ensurePackages();
const chromium = ensureChromium();
const samples = ensureSampleModels();
ensureBuild();

const tool = (name, ...args) => [`node_modules/.bin/${name}`, args];
const STEPS = [
  ['form', ...tool('prettier', '--check', '--log-level', 'warn', '.')],
  ['route types', ...tool('react-router', 'typegen')],
  ['types', ...tool('tsc', '--noEmit')],
  ['types of core, without DOM and Node', ...tool('tsc', '-p', 'core', '--noEmit')],
  ['lint', ...tool('eslint', '.')],
  ['import directions', ...tool('depcruise', '--output-type', 'err', 'core', 'app', 'cli', 'demo', 'benchmarks')],
  ['dead code', ...tool('knip')],
  ['first view', 'node', ['scripts/first-view-size.mjs']],
  ['unit tests', ...tool('vitest', 'run')],
  ['end to end', ...tool('playwright', 'test')],
];

const only = process.argv.slice(2);
let passed = 0;
const failed = [];
for (const [name, command, args] of STEPS) {
  if (only.length > 0 && !only.some((word) => name.includes(word))) continue;
  const start = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, CHROME_PATH: chromium, SAMPLE_MODELS: samples } });
  console.log(`-- ${name}: ${status === 0 ? 'holds' : 'FAILED'}, ${((Date.now() - start) / 1000).toFixed(1)} s`);
  if (status === 0) passed++;
  else failed.push(name);
}
if (failed.length > 0) console.log(`\nFailed: ${failed.join(', ')}`);
console.log(`\n${passed} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);

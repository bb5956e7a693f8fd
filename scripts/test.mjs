/*
 * npm test: everything that must hold, from whatever state the clone is in, in a few minutes: of the end-to-end tests the main job, by
 * hand and by keyboard, and in two tabs. `npm test -- most` runs all but the longest of them, as CI does, `npm test -- whole` all. Prints one closing line.
 */
import { spawn, spawnSync } from 'node:child_process';
import { ensureBuild } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensurePackages } from './packages.mjs';
import { ensureSampleModels } from './sample-models.mjs';

ensurePackages();
const chromium = ensureChromium();
const samples = ensureSampleModels();
ensureBuild();

const asked = process.argv.slice(2);
const reach = asked.find((word) => word === 'whole' || word === 'most');
/** What a change is most likely to break. */
const MAIN = ['main-job', 'keyboard', 'tabs'].map((name) => `e2e/${name}.spec.ts`);

const tool = (name, ...args) => [`node_modules/.bin/${name}`, args];
/** The compiler that checks; the older one beside it is the library by which others read our sources. */
const TSC = 'node_modules/typescript-native/bin/tsc';
const STEPS = [
  ['route types', ...tool('react-router', 'typegen')],
  ['lint', ...tool('oxlint', '--type-aware', '--report-unused-disable-directives', '.')],
  ['form', ...tool('oxfmt', '--list-different', '.')],
  ['types', 'node', [TSC, '--noEmit']],
  ['types of core, without DOM and Node', 'node', [TSC, '-p', 'core', '--noEmit']],
  ['import directions', ...tool('depcruise', '--output-type', 'err', 'core', 'app', 'cli', 'demo', 'benchmarks')],
  ['dead code', ...tool('knip')],
  ['first view', 'node', ['scripts/first-view-size.mjs']],
  ['unit tests', ...tool('vitest', 'run')],
  ['end to end', ...tool('playwright', 'test', ...(reach ? [] : MAIN), ...(reach === 'whole' ? [] : ['--grep-invert', '@long']))],
];

const only = asked.filter((word) => word !== reach);
const isWanted = ([name]) => only.length === 0 || only.some((word) => name.includes(word));
/** What looks at the sources alone is done side by side; what runs takes all there is, one after the other. */
const BESIDE = new Set(['form', 'types', 'types of core, without DOM and Node', 'lint', 'import directions', 'dead code', 'first view']);
const env = { ...process.env, CHROME_PATH: chromium, SAMPLE_MODELS: samples };
let passed = 0;
const failed = [];

const report = (name, status, start) => {
  console.log(`-- ${name}: ${status === 0 ? 'holds' : 'FAILED'}, ${((Date.now() - start) / 1000).toFixed(1)} s`);
  if (status === 0) passed++;
  else failed.push(name);
};
const here = ([name, command, args]) => {
  const start = Date.now();
  console.log(`\n== ${name}`);
  report(name, spawnSync(command, args, { stdio: 'inherit', env }).status, start);
};
/** Its output is shown when it has ended, so that it does not run into that of another. */
const beside = ([name, command, args]) =>
  new Promise((resolve) => {
    const start = Date.now();
    const child = spawn(command, args, { env });
    let said = '';
    child.stdout.on('data', (data) => (said += data));
    child.stderr.on('data', (data) => (said += data));
    child.on('close', (status) => {
      console.log(`\n== ${name}\n${said.trimEnd()}`);
      report(name, status, start);
      resolve();
    });
  });

const wanted = STEPS.filter(isWanted);
const [first, ...rest] = wanted;
// the types of the routes are made before anything looks at them
if (first) here(first);
const queue = rest.filter(([name]) => BESIDE.has(name));
const lane = async () => {
  for (let step = queue.shift(); step; step = queue.shift()) await beside(step);
};
await Promise.all([lane(), lane()]);
for (const step of rest) if (!BESIDE.has(step[0])) here(step);

if (failed.length > 0) console.log(`\nFailed: ${failed.join(', ')}`);
console.log(`\n${passed} passed, ${failed.length} failed`);
process.exit(failed.length > 0 ? 1 : 0);

import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages } from './packages.mjs';

const SOURCES = [
  'app',
  'core',
  'cli',
  'demo',
  'public',
  'server',
  'scripts',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
  'tsconfig.json',
];
const STAMP = 'build/built-from';

/** Builds the application and the command line, unless they stand built from just these sources. */
export function ensureBuild({ quiet = true } = {}) {
  const hash = createHash('sha256');
  for (const source of SOURCES) addTo(hash, source);
  const from = hash.digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === from) return;
  console.log('Building ...');
  run('node_modules/.bin/react-router', ['build'], quiet);
  run('node', ['scripts/first-view-size.mjs'], false);
  // After the application's build, which empties build/.
  run('node', ['scripts/build-cli.mjs'], quiet);
  mkdirSync('build', { recursive: true });
  writeFileSync(STAMP, from);
}

function addTo(hash, path) {
  const entries = isFolder(path) ? readdirSync(path).sort() : null;
  if (entries) for (const name of entries) addTo(hash, join(path, name));
  else hash.update(path).update(readFileSync(path));
}

function isFolder(path) {
  try {
    readdirSync(path);
    return true;
  } catch {
    return false;
  }
}

function run(command, args, quiet) {
  const { status, stdout, stderr } = spawnSync(command, args, { stdio: quiet ? 'pipe' : 'inherit', encoding: 'utf8' });
  if (status === 0) return;
  if (quiet) process.stderr.write(`${stdout}\n${stderr}`);
  console.error(`${command} ${args.join(' ')} failed.`);
  process.exit(1);
}

if (process.argv[1]?.endsWith('build.mjs')) {
  ensurePackages();
  ensureBuild({ quiet: false });
}

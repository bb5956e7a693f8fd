import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

const MARK = 'node_modules/.installed-lock';

/** Installs what the lock names, unless just that is installed already. */
export function ensurePackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lock) return;
  console.log('Installing the packages of package-lock.json ...');
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: 'inherit' });
  if (status !== 0) {
    console.error('npm ci failed; its own words stand above.');
    process.exit(1);
  }
  writeFileSync(MARK, lock);
}

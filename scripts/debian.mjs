import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Installs packages of Debian where that can be done: as root, with apt. */
export function installFromDebian(...packages) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  console.log(`Installing ${packages.join(', ')} from the Debian packages ...`);
  const quiet = { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
  spawnSync('apt-get', ['update', '-qq'], quiet);
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], quiet);
}

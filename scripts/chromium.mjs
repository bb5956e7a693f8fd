import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync } from 'node:fs';
import { delimiter, join } from 'node:path';

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable', 'chrome'];

/** Path of a Chrome or Chromium: CHROME_PATH, else one on PATH, else Debian's package where that can be installed. */
export function ensureChromium() {
  if (process.env.CHROME_PATH) {
    if (existsSync(process.env.CHROME_PATH)) return process.env.CHROME_PATH;
    console.error(`CHROME_PATH names ${process.env.CHROME_PATH}, which is not there.`);
    process.exit(1);
  }
  const found = onPath();
  if (found) return found;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from the Debian packages ...');
    const quiet = { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
    spawnSync('apt-get', ['update', '-qq'], quiet);
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], quiet);
  }
  const installed = onPath();
  if (installed) return installed;
  console.error('The end-to-end tests need Chromium: install it (on Debian: apt-get install chromium) or set CHROME_PATH.');
  process.exit(1);
}

function onPath() {
  for (const folder of (process.env.PATH ?? '').split(delimiter))
    for (const name of NAMES) {
      try {
        accessSync(join(folder, name), constants.X_OK);
        return join(folder, name);
      } catch {
        // Not here.
      }
    }
  return null;
}

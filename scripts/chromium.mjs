import { accessSync, constants, existsSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { installFromDebian } from './debian.mjs';

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
  installFromDebian('chromium');
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

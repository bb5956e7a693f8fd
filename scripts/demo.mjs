/* npm run demo: whatever is missing is installed and built, then the application runs with the demo project. */
import { ensureBuild } from './build.mjs';
import { ensurePackages } from './packages.mjs';

ensurePackages();
ensureBuild();
process.env.TARVEX_PATH = '/demo';
await import('../server/server.mjs');

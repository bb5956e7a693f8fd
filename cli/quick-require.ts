import { mkdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Script } from 'node:vm';

/**
 * Requires a package of one large file, quicker from the second time on: what the engine made of its source is kept in
 * node_modules/.cache, as later versions of Node do of themselves (module.enableCompileCache). The engine refuses what does not fit
 * its version; where nothing can be kept the package is loaded as always.
 */
export function quickRequire(name: string): unknown {
  const require = createRequire(import.meta.url);
  const path = require.resolve(name);
  const { size, mtimeMs } = statSync(path);
  const folder = join(path.slice(0, path.lastIndexOf('node_modules') + 12), '.cache', 'tarvex');
  const kept = join(folder, `${name}-${size}-${Math.round(mtimeMs)}-${process.version}.bin`);
  const cachedData = bytesOf(kept);
  const script = new Script(wrapped(readFileSync(path, 'utf8')), { filename: path, ...(cachedData && { cachedData }) });
  // before it runs: what only some need is soon made again
  if (!cachedData || script.cachedDataRejected) keep(folder, kept, script.createCachedData());
  const module = { exports: {} as unknown };
  const run = script.runInThisContext() as (...of: unknown[]) => void;
  run.call(module.exports, module.exports, createRequire(path), module, path, dirname(path));
  return module.exports;
}

/** As CommonJS has its modules. */
const wrapped = (source: string) => `(function (exports, require, module, __filename, __dirname) { ${source}\n})`;

function bytesOf(path: string): Buffer | undefined {
  try {
    return readFileSync(path);
  } catch {
    return undefined;
  }
}

/** Writes beside and renames: another process may read at the same time. */
function keep(folder: string, path: string, bytes: Buffer): void {
  try {
    mkdirSync(folder, { recursive: true });
    const beside = `${path}.${process.pid}`;
    writeFileSync(beside, bytes);
    renameSync(beside, path);
  } catch {
    // a folder that cannot be written to: the next time will be no quicker
  }
}

/* How much script the first view of the Bench asks for, compressed; more than the budget is an error. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const BUDGET_KB = 450;
const CLIENT = 'build/client';
const ROUTES = ['root', 'routes/bench', 'bench/bench-route', 'project/project-route'];

const manifestFile = readdirSync(join(CLIENT, 'assets')).find((name) => name.startsWith('manifest-'));
const manifest = JSON.parse(
  readFileSync(join(CLIENT, 'assets', manifestFile), 'utf8')
    .replace(/^window\.__reactRouterManifest=/, '')
    .replace(/;$/, ''),
);
const modules = new Set([manifest.entry.module, ...manifest.entry.imports]);
let bench = false;
for (const route of Object.values(manifest.routes)) {
  if (!ROUTES.some((id) => route.id === id)) continue;
  bench ||= route.id.includes('bench');
  for (const file of [
    route.module,
    route.clientActionModule,
    route.clientLoaderModule,
    route.clientMiddlewareModule,
    route.hydrateFallbackModule,
    ...(route.imports ?? []),
  ])
    if (file) modules.add(file);
}
if (!bench) throw new Error('the Bench is not among the routes of the build; mend scripts/first-view-size.mjs');

// The two workers that a first drawing needs: the engine (without the IFC library) and the painter.
for (const name of readdirSync(join(CLIENT, 'assets'))) if (/^(engine|paint)\.worker-.*\.js$/.test(name)) modules.add(`/assets/${name}`);

// Static imports of those files count too.
const queue = [...modules];
while (queue.length > 0) {
  const file = queue.pop();
  const text = readFileSync(join(CLIENT, file), 'utf8');
  for (const [, name] of text.matchAll(/(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g)) {
    const path = `/assets/${name}`;
    if (!modules.has(path)) {
      modules.add(path);
      queue.push(path);
    }
  }
}

let bytes = 0;
for (const file of modules) bytes += gzipSync(readFileSync(join(CLIENT, file)), { level: 9 }).length;
const kb = bytes / 1000;
console.log(
  `First view of the Bench: ${kb.toFixed(1)} kB of compressed script in ${modules.size} files, workers included (budget ${BUDGET_KB} kB).`,
);
if (kb > BUDGET_KB) process.exit(1);

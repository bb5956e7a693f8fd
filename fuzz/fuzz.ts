import { mkdirSync, writeFileSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { mutate, seeded } from './mutate';
import { seeds } from './seeds';

/** A file of a few kilobytes that takes longer than this hangs, milliseconds. */
const LIMIT = 4000;
/** Bodies of STEP take their time, and their library takes its own to be opened. */
const STEP_LIMIT = 20_000;
const HANGS = 'it hangs';
/** Memory of a reader, megabytes. */
const ROOM = 1024;

/**
 * npm run fuzz [-- FORMAT ...] [--count=N] [--seed=N]: reads good files that were damaged at random, in a worker that can be ended.
 * What is not a model or one plain sentence is a finding: it is told with its seed and kept in build/fuzz. Exit code 1 when there is any.
 */
/** Files that one worker reads. */
const FRESH = 250;
const args = process.argv.slice(2);
const figure = (name: string, usual: number) => Number(args.find((a) => a.startsWith(`--${name}=`))?.split('=')[1] ?? usual);
const [count, first] = [figure('count', 20_000), figure('seed', 1)];
const wanted = args.filter((a) => !a.startsWith('--'));
let findings = 0;

for (const [format, files] of Object.entries(await seeds())) {
  if (wanted.length && !wanted.includes(format)) continue;
  let worker = start();
  let ended = 0;
  const told = new Map<string, number>();
  const from = performance.now();
  for (let n = 0; n < count; n++) {
    const seed = first + n;
    const [name, good] = files[seed % files.length]!;
    const bytes = mutate(good, seeded(seed));
    // the application reads each file in a worker of its own, so that no reading suffers from what others left behind
    if (n % FRESH === FRESH - 1) {
      void worker.terminate();
      worker = start();
    }
    let found = await ask(worker, name, bytes);
    if (found?.ends) {
      void worker.terminate();
      worker = start();
      // nor is a machine that has other things to do a hang
      if (found.words === HANGS) found = await ask(worker, name, bytes);
      if (found?.ends) {
        void worker.terminate();
        worker = start();
      }
    }
    if (found === null) continue;
    // the library of IFC shapes can lose itself in damage; the application ends such a reading, as it is done here
    if (found.words === HANGS && format === 'ifc') {
      ended++;
      continue;
    }
    findings++;
    const kind = found.words.replace(/\d+/g, 'n');
    told.set(kind, (told.get(kind) ?? 0) + 1);
    if (told.get(kind)! > 3) continue;
    mkdirSync('build/fuzz', { recursive: true });
    writeFileSync(`build/fuzz/${seed}-${name}`, bytes);
    console.log(`${format}, seed ${seed}: ${found.words}`);
  }
  await worker.terminate();
  const sum = [...told.values()].reduce((a, b) => a + b, 0);
  console.log(
    `${format}: ${count} files in ${((performance.now() - from) / 1000).toFixed(0)} s, ${sum} findings${ended ? `, ${ended} ended after ${LIMIT / 1000} s without progress` : ''}`,
  );
}
process.exit(findings ? 1 : 0);

function start(): Worker {
  return new Worker(new URL('./reader.mjs', import.meta.url), {
    resourceLimits: { maxOldGenerationSizeMb: ROOM },
    stdout: true,
    stderr: true,
  });
}

function ask(worker: Worker, name: string, bytes: Uint8Array): Promise<{ words: string; ends: boolean } | null> {
  return new Promise((resolve) => {
    const done = (found: { words: string; ends: boolean } | null) => {
      clearTimeout(limit);
      worker.off('message', answered).off('error', failed).off('exit', ended);
      resolve(found);
    };
    const answered = (words: string | null) => done(words === null ? null : { words, ends: false });
    const failed = (error: Error) => done({ words: `the reader ended: ${error.message}`, ends: true });
    const ended = (code: number) => done({ words: `the reader ended with ${code}`, ends: true });
    const limit = setTimeout(() => done({ words: HANGS, ends: true }), /\.ste?p$/.test(name) ? STEP_LIMIT : LIMIT);
    worker.on('message', answered).on('error', failed).on('exit', ended);
    worker.postMessage({ name, bytes });
  });
}

import { Worker, type Transferable } from 'node:worker_threads';
import { HelperGone, type FromHelper, type Helper } from '../core/linework/see-together';
import type { Scene } from '../core/scene/scene';

/** Starts the second thread, `file` being the bundled helper-thread, and gives it a scene in shared memory. */
export function secondThread(file: URL, key: string, scene: Scene): Helper & { end: () => Promise<number> } {
  const worker = new Worker(file);
  const answers: FromHelper[] = [];
  let waiting: { resolve: (message: FromHelper) => void; reject: (error: unknown) => void } | null = null;
  let isGone = false;
  worker.on('message', (message: FromHelper) => {
    if (waiting) waiting.resolve(message);
    else answers.push(message);
    waiting = null;
  });
  worker.on('exit', () => {
    isGone = true;
    waiting?.reject(new HelperGone());
  });
  worker.postMessage({ name: 'scene', key, scene });
  return {
    key,
    send: (message, transfer) => worker.postMessage(message, transfer as Transferable[]),
    receive: () =>
      new Promise((resolve, reject) => {
        const answer = answers.shift();
        if (answer) resolve(answer);
        else if (isGone) reject(new HelperGone());
        else waiting = { resolve, reject };
      }),
    end: () => worker.terminate(),
  };
}

import { Worker } from 'node:worker_threads';
import { MessageQueue } from '../core/visibility/message-queue';
import type { FromHelper, Helper } from '../core/visibility/two-threads';
import type { Scene } from '../core/scene/scene';

/** Starts the second thread, `file` being the bundled helper-thread, and gives it a scene in shared memory. */
export function secondThread(file: URL, key: string, scene: Scene): Helper & { end: () => Promise<number> } {
  const worker = new Worker(file);
  const answers = new MessageQueue();
  worker.on('message', (message: FromHelper) => answers.put(message));
  worker.on('exit', () => answers.end());
  worker.postMessage({ name: 'scene', key, scene });
  return {
    key,
    send: (message) => worker.postMessage(message),
    receive: () => answers.next(),
    end: () => worker.terminate(),
  };
}

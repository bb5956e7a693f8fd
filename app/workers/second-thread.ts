import { MessageQueue } from '../../core/visibility/message-queue';
import type { FromHelper, Helper } from '../../core/visibility/two-threads';
import type { Scene } from '../../core/scene/scene';

/** A scene of fewer triangles is drawn sooner than another thread is asked. */
const WORTH = 50_000;
/** The page, its painter and the browser want cores too: measured on two, a second thread made a drawing slower. */
const CORES = 4;

/** The thread that helps this worker to draw, the scenes it has, and what it has answered. */
interface Thread {
  readonly worker: Worker;
  readonly has: string[];
  readonly answers: MessageQueue;
}
let _thread: Thread | null = null;

/** A second thread for a scene in shared memory, or null where one is not to be had or not worth while. */
export function secondThread(key: string, scene: Scene): Helper | null {
  if (!crossOriginIsolated || navigator.hardwareConcurrency < CORES || scene.triangles.length / 3 < WORTH) return null;
  const thread = _thread && !_thread.answers.isOver ? _thread : (_thread = start());
  if (!thread.has.includes(key)) {
    thread.worker.postMessage({ name: 'scene', key, scene });
    thread.has.push(key);
    if (thread.has.length > 2) thread.has.shift();
  }
  return {
    key,
    send: (message) => thread.worker.postMessage(message),
    receive: () => thread.answers.next(),
  };
}

function start(): Thread {
  const worker = new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module', name: 'tarvex-helper' });
  const answers = new MessageQueue();
  worker.addEventListener('message', ({ data }: MessageEvent<FromHelper>) => answers.put(data));
  const end = (event: Event) => {
    // else the page would hear of it as the end of this worker
    event.preventDefault();
    worker.terminate();
    answers.end();
  };
  worker.addEventListener('error', end);
  worker.addEventListener('messageerror', end);
  return { worker, has: [], answers };
}

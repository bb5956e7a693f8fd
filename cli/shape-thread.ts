import { Worker } from 'node:worker_threads';
import { builderInThread, type ShapeBuilder } from '../core/readers/ifc/shapes/shape-builder';

/** Builds the shapes of one IFC file in a thread; `file` is the bundled shapes.worker. */
export const buildInThread = (file: URL): ShapeBuilder =>
  builderInThread(() => {
    const worker = new Worker(file, { stdout: true });
    return {
      post: (message) => worker.postMessage(message),
      onMessage: (take) => worker.on('message', take),
      onEnd: (take) => {
        worker.on('error', (error: NodeJS.ErrnoException) => take(error.code === 'ERR_WORKER_OUT_OF_MEMORY'));
        worker.on('exit', () => take(false));
      },
      end: () => void worker.terminate(),
    };
  });

import { builderInThread, type FromShapeThread, type ShapeBuilder } from '../../core/readers/ifc/shapes/shape-builder';

/** Builds the shapes of one IFC file in a thread that ends with it. */
export const buildInThread = (): ShapeBuilder =>
  builderInThread(() => {
    const worker = new Worker(new URL('./shapes.worker.ts', import.meta.url), { type: 'module', name: 'tarvex-shapes' });
    return {
      post: (message) => worker.postMessage(message),
      onMessage: (take) => worker.addEventListener('message', ({ data }: MessageEvent<FromShapeThread>) => take(data)),
      onEnd: (take) => {
        const end = (event: Event) => {
          // else the page would hear of it as the end of this worker
          event.preventDefault();
          worker.terminate();
          take(false);
        };
        worker.addEventListener('error', end);
        worker.addEventListener('messageerror', end);
      },
      end: () => worker.terminate(),
    };
  });

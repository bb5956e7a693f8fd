/**
 * Starts a worker that holds a lock of its own name for as long as it lives (it says when it has it), and learns of its end, however it
 * ends: by an error that nobody caught, or without a word, out of memory or closed by the browser.
 * @param make starts the worker under a name
 * @param onEnd is called once when it has ended; also some time after it was ended from here
 */
export function startWorker(make: (name: string) => Worker, onEnd: () => void): { readonly worker: Worker; readonly ready: Promise<void> } {
  const name = `tarvex-${crypto.randomUUID()}`;
  const worker = make(name);
  let isOver = false;
  const end = () => {
    if (!isOver) onEnd();
    isOver = true;
  };
  worker.addEventListener('error', end);
  const ready = new Promise<void>((resolve) => {
    const first = () => {
      resolve();
      // granted only when the worker's own hold on the lock ends, that is with the worker
      void navigator.locks.request(name, end);
    };
    worker.addEventListener('message', first, { once: true });
  });
  return { worker, ready };
}

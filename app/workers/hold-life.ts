/** In a worker: holds the lock of its own name for as long as it lives, and then says that it is ready; see `startWorker`. */
export function holdLife(): void {
  void navigator.locks.request(self.name, () => {
    self.postMessage('ready');
    return new Promise(() => undefined);
  });
}

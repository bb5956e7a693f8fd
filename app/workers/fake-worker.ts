import * as Comlink from 'comlink';
import { vi } from 'vitest';

/** A worker that answers on a channel of messages; the page learns of its end by the lock that it held. */
export class FakeWorker {
  static all: FakeWorker[] = [];
  /** What it can be asked; made anew for each. */
  static answers: () => object = () => ({});
  private readonly page: MessagePort;
  private readonly own: MessagePort;
  readonly name: string;
  isEnded = false;
  constructor(_: URL, { name }: { name: string }) {
    ({ port1: this.page, port2: this.own } = new MessageChannel());
    this.name = name;
    Comlink.expose(FakeWorker.answers(), this.own);
    this.page.start();
    FakeWorker.all.push(this);
    setTimeout(() => this.own.postMessage('ready'));
  }
  addEventListener = (...args: Parameters<MessagePort['addEventListener']>) => this.page.addEventListener(...args);
  removeEventListener = (...args: Parameters<MessagePort['removeEventListener']>) => this.page.removeEventListener(...args);
  postMessage = (message: unknown, transfer: Transferable[] = []) => this.page.postMessage(message, transfer);
  terminate(): void {
    this.isEnded = true;
    this.page.close();
    this.own.close();
  }
  /** It ends by itself, as one does that runs out of memory. */
  die(): void {
    this.terminate();
    held.get(this.name)?.();
  }
}
/** Who waits for the end of a worker, by the name of its lock. */
export const held = new Map<string, () => void>();

/** Puts fakes in the place of workers and of their locks. */
export function fakeWorkers(answers: () => object): void {
  FakeWorker.all = [];
  FakeWorker.answers = answers;
  vi.stubGlobal('Worker', FakeWorker);
  vi.stubGlobal('navigator', { locks: { request: (name: string, granted: () => void) => held.set(name, granted) } });
  vi.resetModules();
}

export function realWorkers(): void {
  FakeWorker.all.forEach((worker) => worker.isEnded || worker.terminate());
  vi.unstubAllGlobals();
}

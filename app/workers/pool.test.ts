import * as Comlink from 'comlink';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Engine } from './engine.worker';

/** A worker that answers on a channel of messages; the page learns of its end by the lock that it held. */
class FakeWorker {
  static all: FakeWorker[] = [];
  private readonly page: MessagePort;
  private readonly own: MessagePort;
  readonly name: string;
  isEnded = false;
  constructor(_: URL, { name }: { name: string }) {
    ({ port1: this.page, port2: this.own } = new MessageChannel());
    this.name = name;
    Comlink.expose(
      { slow: () => new Promise(() => undefined), echo: (x: unknown) => x, fail: () => Promise.reject(new Error('a sentence')) },
      this.own,
    );
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
const held = new Map<string, () => void>();

/** What the fake can be asked. */
type Asked = Comlink.Remote<{ slow: () => Promise<never>; echo: (x: number) => number; fail: () => Promise<never> }>;
const ask =
  <T>(question: (engine: Asked) => Promise<T>) =>
  (engine: Comlink.Remote<Engine>) =>
    question(engine as unknown as Asked);

beforeEach(() => {
  FakeWorker.all = [];
  vi.stubGlobal('Worker', FakeWorker);
  vi.stubGlobal('navigator', { locks: { request: (name: string, granted: () => void) => held.set(name, granted) } });
  vi.resetModules();
});
afterEach(() => {
  FakeWorker.all.forEach((worker) => worker.isEnded || worker.terminate());
  vi.unstubAllGlobals();
});

const lanes = async () => (await import('./pool')).pool;
/** Until the worker has begun with what it was asked. */
const begun = () => new Promise((resolve) => setTimeout(resolve, 30));

it('jobs of a lane run one after the other on one worker, and a fault of one is its own', async () => {
  const { back } = await lanes();
  const order: number[] = [];
  const jobs = [1, 2, 3].map((k) => back.run(ask((e) => e.echo(k))).then((x) => order.push(x)));
  await expect(back.run(ask((e) => e.fail()))).rejects.toThrow('a sentence');
  await Promise.all(jobs);
  expect(order).toEqual([1, 2, 3]);
  expect(FakeWorker.all).toHaveLength(1);
});

it('what is stopped ends at once: at work with its worker, in the queue without; what waits behind it is done', async () => {
  const { back } = await lanes();
  const [first, second] = [new AbortController(), new AbortController()];
  const running = back.run(
    ask((e) => e.slow()),
    first.signal,
  );
  const waiting = back.run(
    ask((e) => e.echo(1)),
    second.signal,
  );
  const last = back.run(ask((e) => e.echo(2)));
  await begun();
  second.abort();
  await expect(waiting).rejects.toThrow('Stopped.');
  expect(FakeWorker.all[0]!.isEnded).toBe(false);
  first.abort();
  await expect(running).rejects.toThrow('Stopped.');
  expect(FakeWorker.all[0]!.isEnded).toBe(true);
  expect(await last).toBe(2);
  expect(FakeWorker.all).toHaveLength(2);
  await expect(
    back.run(
      ask((e) => e.echo(3)),
      first.signal,
    ),
  ).rejects.toThrow('Stopped.');
});

it('a worker that dies at work tells so, and the next job has a new one', async () => {
  const { live } = await lanes();
  const running = live.run(ask((e) => e.slow()));
  await begun();
  FakeWorker.all[0]!.die();
  await expect(running).rejects.toThrow('The drawing engine stopped in the middle of its work');
  expect(await live.run(ask((e) => e.echo(4)))).toBe(4);
  // the end of the first is no news any more
  held.get(FakeWorker.all[0]!.name)?.();
  expect(await live.run(ask((e) => e.echo(5)))).toBe(5);
  expect(FakeWorker.all).toHaveLength(2);
});

it('lanes do not wait for each other', async () => {
  const { back, live } = await lanes();
  const endless = new AbortController();
  const running = back.run(
    ask((e) => e.slow()),
    endless.signal,
  );
  await begun();
  expect(await live.run(ask((e) => e.echo(6)))).toBe(6);
  endless.abort();
  await expect(running).rejects.toThrow('Stopped.');
});

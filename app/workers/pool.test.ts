import type * as Comlink from 'comlink';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import type { Engine } from './engine.worker';
import { FakeWorker, fakeWorkers, held, realWorkers } from './fake-worker';

/** What the fake can be asked. */
type Asked = Comlink.Remote<{ slow: () => Promise<never>; echo: (x: number) => number; fail: () => Promise<never> }>;
const ask =
  <T>(question: (engine: Asked) => Promise<T>) =>
  (engine: Comlink.Remote<Engine>) =>
    question(engine as unknown as Asked);

beforeEach(() =>
  fakeWorkers(() => ({
    slow: () => new Promise(() => undefined),
    echo: (x: unknown) => x,
    fail: () => Promise.reject(new Error('a sentence')),
    has: () => false,
    give: () => Promise.reject(new Error('not given')),
    take: () => new Promise(() => undefined),
    cut: () => ['a cut'],
  })),
);
afterEach(realWorkers);

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

it('the quick cut does not wait for a model that is not given: it fails, and the next one is asked as before', async () => {
  vi.stubGlobal('crossOriginIsolated', true);
  const { quickCut, pool } = await import('./pool');
  await expect(quickCut('m', {} as Sight)).rejects.toThrow('not given');
  await begun();
  // the lane goes on: what it waited for is over
  expect(await pool.cut.run(ask((e) => e.echo(7)))).toBe(7);
  vi.stubGlobal('crossOriginIsolated', false);
  expect(await quickCut('m', {} as Sight)).toEqual(['a cut']);
});

it('without a project workers rest once they have nothing to do, and not before; a project that comes back finds them', async () => {
  vi.useFakeTimers({ toFake: ['setTimeout'], shouldAdvanceTime: true });
  const pool = await lanes();
  const leave = pool.enter();
  await pool.live.run(ask((e) => e.echo(1)));
  const endless = new AbortController();
  const running = pool.back.run(
    ask((e) => e.slow()),
    endless.signal,
  );
  await vi.advanceTimersByTimeAsync(3000);
  expect(FakeWorker.all.map((w) => w.isEnded)).toEqual([false, false]);
  leave();
  await vi.advanceTimersByTimeAsync(3000);
  // what is read or exported goes on
  expect(FakeWorker.all.map((w) => w.isEnded)).toEqual([true, false]);
  endless.abort();
  await expect(running).rejects.toThrow('Stopped.');
  const back = pool.enter();
  expect(await pool.live.run(ask((e) => e.echo(2)))).toBe(2);
  back();
  const again = pool.enter();
  await vi.advanceTimersByTimeAsync(3000);
  expect(FakeWorker.all.at(-1)!.isEnded).toBe(false);
  again();
  vi.useRealTimers();
});

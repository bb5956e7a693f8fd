import * as Comlink from 'comlink';
import type { Region } from '../../core/cutting/cut-faces';
import type { Sight } from '../../core/sights/sight';
import type { Engine } from './engine.worker';
import { Stopped } from './stopped';
import { startWorker } from './worker-life';

/** A worker ended in the middle of its work: out of memory, or closed by the browser. */
export class WorkerDied extends Error {
  constructor() {
    super('The drawing engine stopped in the middle of its work (out of memory, perhaps). It has been started again; nothing is lost.');
    this.name = 'WorkerDied';
  }
}

interface Job {
  readonly work: (engine: Comlink.Remote<Engine>) => Promise<unknown>;
  readonly resolve: (value: never) => void;
  readonly reject: (error: unknown) => void;
  readonly signal: AbortSignal | undefined;
}

/** One worker and its queue. Starts when first used; starts anew when it dies or a running job is stopped. */
class Lane {
  private worker: Worker | null = null;
  private engine: Comlink.Remote<Engine> | null = null;
  private readonly queue: Job[] = [];
  private running: Job | null = null;
  private life = 0;

  /** @param onIdle told when there is nothing left to do */
  constructor(private readonly onIdle: () => void) {}

  run<T>(work: (engine: Comlink.Remote<Engine>) => Promise<T>, signal?: AbortSignal): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      if (signal?.aborted) return reject(new Stopped());
      const job: Job = { work, resolve: resolve as (value: never) => void, reject, signal };
      signal?.addEventListener('abort', () => this.stop(job), { once: true });
      this.queue.push(job);
      void this.next();
    });
  }

  /** Starts the worker before it is needed. */
  warm(): void {
    if (!this.worker && !this.running) void this.run((engine) => engine.has('')).catch(() => undefined);
  }

  /** Ends the worker, with the models that it holds, unless it has something to do; it is started again when it is asked. */
  rest(): void {
    if (this.running || this.queue.length || !this.worker) return;
    this.life++;
    this.worker.terminate();
    this.worker = null;
    this.engine = null;
  }

  private stop(job: Job): void {
    const at = this.queue.indexOf(job);
    if (at >= 0) {
      this.queue.splice(at, 1);
      job.reject(new Stopped());
    } else if (this.running === job) this.restart(new Stopped());
  }

  private restart(reason: Error): void {
    this.life++;
    this.worker?.terminate();
    this.worker = null;
    this.engine = null;
    const job = this.running;
    this.running = null;
    job?.reject(reason);
    void this.next();
  }

  private start(): Promise<void> {
    const life = this.life;
    const make = (name: string) => new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name });
    const { worker, ready } = startWorker(make, () => {
      if (life === this.life) this.restart(new WorkerDied());
    });
    this.worker = worker;
    this.engine = Comlink.wrap<Engine>(worker);
    return ready;
  }

  private async next(): Promise<void> {
    if (this.running) return;
    const job = this.queue.shift();
    if (!job) return this.onIdle();
    this.running = job;
    if (!this.worker) await this.start();
    if (this.running !== job) return;
    try {
      const value = await job.work(this.engine!);
      if (this.running === job) job.resolve(value as never);
    } catch (error) {
      if (this.running === job) job.reject(error);
    }
    if (this.running === job) {
      this.running = null;
      void this.next();
    }
  }
}

/**
 * Three lanes: the cut that follows the hand, the drawing that one waits for, and what may take its time (reading, exports). Where no
 * project is shown they rest as soon as they have nothing to do, so that a model that was left takes no memory.
 */
class Pool {
  private shown = 0;
  readonly cut = this.lane();
  readonly live = this.lane();
  readonly back = this.lane();

  /** A project is shown from now on, until what this answers is called. */
  enter(): () => void {
    this.shown++;
    return () => {
      this.shown--;
      // the next screen may show it again
      setTimeout(() => this.shown === 0 && [this.cut, this.live, this.back].forEach((lane) => lane.rest()), REST);
    };
  }

  private lane(): Lane {
    const lane: Lane = new Lane(() => {
      if (this.shown === 0) setTimeout(() => this.shown === 0 && lane.rest(), REST);
    });
    return lane;
  }
}

/** Milliseconds without a project after which the lanes rest. */
const REST = 1000;

export const pool = new Pool();

/** The quick cut of a sight, in a lane of its own. Where the page is isolated that lane shares the live lane's memory of the model. */
export async function quickCut(model: string, sight: Sight): Promise<readonly Region[]> {
  if (globalThis.crossOriginIsolated && !(await pool.cut.run((engine) => engine.has(model)))) {
    const { port1, port2 } = new MessageChannel();
    // what is not given is not waited for: the lane would stand still for good
    const control = new AbortController();
    const given = pool.live.run((engine) => engine.give(model, Comlink.transfer(port1, [port1])));
    const taken = pool.cut.run((engine) => engine.take(model, Comlink.transfer(port2, [port2])), control.signal);
    given.catch(() => control.abort());
    taken.catch(() => undefined);
    await given;
    await taken;
  }
  return pool.cut.run((engine) => engine.cut(model, sight));
}

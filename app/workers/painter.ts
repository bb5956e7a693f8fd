import * as Comlink from 'comlink';
import type { DrawnHead } from '../data/drawn-sight';
import { LOOK_NAMES } from '../../core/drafting/standard/look-names';
import type { Drafting } from '../data/drafting';
import type { DrawingSource, Painter } from './paint.worker';
import { Watched } from '../ui/watched';
import { startWorker } from './worker-life';

/** The painter ended twice at one picture. */
export class PainterDied extends Error {
  constructor() {
    super('The painter stopped in the middle of its work, and stopped again (out of memory, perhaps). The drawing itself is not lost.');
    this.name = 'PainterDied';
  }
}

/** How often a question is asked: once more after the painter has died at it. */
const TRIES = 2;

interface Held {
  readonly source: DrawingSource;
  holders: number;
  readonly onLost: () => void;
}

/**
 * The painter: one worker that paints all panes. Drawings come to it by a port from the engine, or from where they are kept; the page
 * has none. It starts when first asked. When it dies it is started again with all drawings that are shown, and what it was asked is
 * asked once more. It forgets what nobody shows any more.
 */
class PainterLane {
  private readonly held = new Map<string, Held>();
  private drafting: Drafting | null = null;
  /** Key and looks of that by which drawings are styled: all that is painted hangs on it. */
  readonly drafted = new Watched<Pick<Drafting, 'key' | 'looks'>>({ key: '', looks: LOOK_NAMES });
  private remote: Comlink.Remote<Painter> | null = null;
  private starting: Promise<Comlink.Remote<Painter>> | null = null;
  /** What is being asked: told when the painter dies. */
  private readonly asked = new Set<() => void>();

  /**
   * Has a drawing painted under a key until it is let go as often as it was held.
   * @param onLost called when the painter died, and the drawing is kept nowhere
   * @param port by which it comes; else it is fetched from where it is kept
   * @returns null when it is not there; it is held all the same
   */
  async hold(key: string, source: DrawingSource, onLost: () => void, port?: MessagePort): Promise<DrawnHead | null> {
    const own = this.held.get(key);
    this.held.set(key, { source, onLost, holders: (own?.holders ?? 0) + 1 });
    let by = port;
    return this.ask((painter) => {
      const once = by;
      by = undefined;
      return once ? painter.take(key, source.landmarks, Comlink.transfer(once, [once])) : painter.load(key, source);
    });
  }

  /** Nobody here shows it any more. */
  release(key: string): void {
    const own = this.held.get(key);
    if (!own || --own.holders > 0) return;
    this.held.delete(key);
    void this.remote?.forget(key);
  }

  /** By what all drawings are styled from now on. */
  draft(drafting: Drafting): void {
    this.drafting = drafting;
    void this.remote?.draft(drafting);
    this.drafted.set({ key: drafting.key, looks: drafting.looks });
  }

  /** @throws PainterDied */
  async ask<T>(question: (painter: Comlink.Remote<Painter>) => Promise<T>): Promise<T> {
    for (let tries = 1; ; tries++) {
      const answer = await this.once(question);
      if (answer !== DIED) return answer;
      if (tries === TRIES) throw new PainterDied();
    }
  }

  private once<T>(question: (painter: Comlink.Remote<Painter>) => Promise<T>): Promise<T | typeof DIED> {
    return new Promise((resolve, reject) => {
      const died = () => resolve(DIED);
      const settled =
        <V>(told: (value: V) => void) =>
        (value: V) => {
          this.asked.delete(died);
          told(value);
        };
      this.asked.add(died);
      // one that is there is asked at once: the page may be busy for some time to come
      const answer = this.remote ? question(this.remote) : this.started().then(question);
      answer.then(settled(resolve), settled(reject));
    });
  }

  private async started(): Promise<Comlink.Remote<Painter>> {
    return this.remote ?? (await (this.starting ??= this.start()));
  }

  private async start(): Promise<Comlink.Remote<Painter>> {
    const make = (name: string) => new Worker(new URL('./paint.worker.ts', import.meta.url), { type: 'module', name });
    const { worker, ready } = startWorker(make, () => {
      worker.terminate();
      this.remote = this.starting = null;
      for (const died of [...this.asked]) died();
      this.asked.clear();
    });
    const remote = Comlink.wrap<Painter>(worker);
    await ready;
    if (this.drafting) await remote.draft(this.drafting);
    await Promise.all(
      Array.from(this.held, async ([key, { source, onLost }]) => {
        if (!(await remote.load(key, source))) onLost();
      }),
    );
    this.starting = null;
    return (this.remote = remote);
  }
}

const DIED = Symbol('died');

export const painter = new PainterLane();

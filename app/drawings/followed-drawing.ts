import * as Comlink from 'comlink';
import { landmarksOf, type Landmarks } from '../../core/annotation/landmarks';
import type { Region } from '../../core/cutting/cut-faces';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { keptPrint, nextRow, noteChanged, takeNext } from '../data/drawings';
import type { DrawnHead } from '../data/drawn-sight';
import { fingerprint } from '../../core/fingerprint/fingerprint';
import { Watched } from '../ui/watched';
import type { Changes } from '../workers/paint.worker';
import { painter } from '../workers/painter';
import { pool, quickCut } from '../workers/pool';
import { Stopped } from '../workers/stopped';

/** What is to be drawn. */
export interface Wish {
  readonly row: string;
  readonly model: ModelInfo;
  readonly sight: Sight;
  /** What is wished, cheap to tell apart; the fingerprint is made when it is needed. */
  readonly key: string;
}

/** A drawing that the painter has, and what it is of. */
interface Shown {
  readonly row: string;
  readonly model: string;
  readonly print: string;
  /** The wish that it fulfils; empty where it is only the last good one. */
  readonly key: string;
  readonly drawn: DrawnHead;
  readonly paintKey: string;
}

/** A drawing that was made anew, and what changes with it. */
export interface Next extends Shown {
  readonly changes: Changes;
}

export interface Followed {
  readonly shown: Shown | null;
  /** What waits to take the place of what is shown. */
  readonly next: Next | null;
  /** The cut faces alone while the exact drawing is on its way. */
  readonly quick: readonly Region[] | null;
  readonly isWorking: boolean;
  readonly fault: string | null;
}

/** Sights whose cut follows the hand. */
const CUTS: ReadonlySet<Sight['kind']> = new Set(['section', 'plan', 'ceiling plan']);
/** The exact drawing is begun when the hand has rested this long, milliseconds. */
const REST = 60;

/**
 * The drawing of one pane, which follows what is wished of it: what is kept and current is shown at once; else the cut outline comes
 * quickly and the exact drawing as soon as it is there, and the last good one stays until then. While one is drawn only the latest wish
 * waits.
 */
export class FollowedDrawing {
  readonly state = new Watched<Followed>({ shown: null, next: null, quick: null, isWorking: false, fault: null });
  #wish: Wish | null = null;
  /** The last wish, also one that was stopped. */
  #asked: Wish | null = null;
  #isBusy = false;
  #isCutting = false;
  #isGone = false;
  /** Whether the painter still has what is shown: it may have died with it. */
  #isHeld = false;
  #run: AbortController | null = null;
  /** A count of wishes in memory shared with the worker, by which it knows that a drawing has been overtaken. */
  readonly #wishes = globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null;

  /**
   * @param lane the worker that draws: the one that follows a hand, or the one that may take its time
   * @param isCompared whether a drawing that was out of date before anybody looked stays until what changes has been seen
   */
  constructor(
    private readonly lane: 'live' | 'back',
    private readonly isCompared = false,
  ) {}

  /** What is to be shown from now on; nothing with null. */
  follow(wish: Wish | null): void {
    const { next } = this.state.get();
    // a hand that goes on does so with the new one; of another sight it waits where it is kept
    if (next && wish?.row === next.row && wish.key !== next.key) this.take();
    else if (next && wish?.row !== next.row) this.#dropNext();
    this.#wish = this.#asked = wish;
    if (!wish) return;
    if (this.#wishes) Atomics.add(this.#wishes, 0, 1);
    if (!this.#isBusy) void this.#followDrawing();
    if (this.lane === 'live' && !this.#isCutting) void this.#followCut();
  }

  readonly stop = (): void => this.#run?.abort();

  /** Puts the drawing that was made anew in the place of the old one. */
  readonly take = (): void => {
    const { next } = this.state.get();
    if (!next) return;
    const { changes: _changes, ...shown } = next;
    this.#replace(shown);
    void takeNext(shown.row);
  };

  #dropNext(): void {
    const { next } = this.state.get();
    if (next) painter.release(next.paintKey);
    this.state.set({ next: null });
  }

  /** The pane is on the screen. */
  enter(): void {
    this.#isGone = false;
  }

  /** The pane is gone: the painter lets go of what it has of it. */
  leave(): void {
    this.#isGone = true;
    this.#dropNext();
    const { shown } = this.state.get();
    if (shown && this.#isHeld) painter.release(shown.paintKey);
    this.#isHeld = false;
  }

  async #followDrawing(): Promise<void> {
    this.#isBusy = true;
    let done: Wish | null = null;
    while (this.#wish && this.#wish !== done) {
      const now: Wish = this.#wish;
      done = now;
      this.state.set({ fault: null });
      try {
        await this.#fulfil(now);
      } catch (error) {
        if (error instanceof Stopped) this.#wish = null;
        // a drawing that was overtaken is no fault: the next wish is on its way
        if (this.#wish && this.#wish !== now) continue;
        this.state.set({ quick: null, fault: (error as Error).message });
      }
    }
    this.state.set({ isWorking: false });
    this.#isBusy = false;
  }

  /** Shows what is wished, kept or drawn; leaves it to the next wish when there is one. */
  async #fulfil(now: Wish): Promise<void> {
    const { shown } = this.state.get();
    const isShown = shown?.row === now.row;
    const print = fingerprint(now.model, now.sight);
    let isOld = false;
    if (this.state.get().next?.print === print && isShown) return;
    if (isShown && shown.print === print && this.#isHeld) {
      // another wish that is drawn just the same; another reading may have other storeys and grid lines
      if (shown.model === now.model.id) return this.state.set({ shown: { ...shown, key: now.key } });
      if (await this.#showKept(now, print, true)) return;
    } else if (!isShown) {
      // what is shown is what was kept last: it is fetched only for another sight
      const kept = await keptPrint(now.row);
      isOld = kept !== undefined && (await this.#showKept(now, kept, kept === print));
      if (isOld && kept === print) return;
      // it may have been made anew already, with others
      if (isOld && this.isCompared && (await keptPrint(nextRow(now.row))) === print) {
        const drawn = await this.#hold(now, print, undefined, nextRow(now.row));
        if (drawn) return this.#bring(now, print, drawn);
        painter.release(paintKeyOf(now, print));
      }
    }
    this.state.set({ isWorking: true });
    const run = (this.#run = new AbortController());
    if (isShown) await rest();
    if (this.#wish !== now) return;
    const isNext = isOld && this.isCompared;
    const drawn = await this.#draw(now, print, run.signal, isNext ? nextRow(now.row) : now.row);
    if (isNext && this.#wish === now) await this.#bring(now, print, drawn);
    else {
      this.#put(now, print, drawn, true);
      if (isNext) await takeNext(now.row);
    }
    this.state.set({ quick: null });
  }

  /** Sets a drawing that was made anew beside the old one, where anything of it changed; else it takes its place. */
  async #bring(of: Wish, print: string, drawn: DrawnHead): Promise<void> {
    const { shown } = this.state.get();
    const paintKey = paintKeyOf(of, print);
    const changes = shown && this.#isHeld && !this.#isGone ? await painter.ask((own) => own.changes(shown.paintKey, paintKey)) : null;
    if (changes && changes.gone.length + changes.come.length + changes.matter.length > 0 && this.#wish === of && !this.#isGone) {
      this.state.set({ next: { ...shownOf(of, print, drawn, true), changes } });
      return noteChanged(of.row, { come: changes.comeLength, gone: changes.goneLength });
    }
    this.#put(of, print, drawn, true);
    await takeNext(of.row);
  }

  /** The exact drawing, which goes from the engine to the painter by a port. */
  async #draw(now: Wish, print: string, signal: AbortSignal, row: string): Promise<DrawnHead> {
    const token = this.#wishes && { count: this.#wishes, wish: Atomics.load(this.#wishes, 0) };
    const { port1, port2 } = new MessageChannel();
    const coming = this.#hold(now, print, port2);
    coming.catch(() => undefined);
    try {
      // what takes its place later must be there by then
      const keep = { row, print, isAwaited: row !== now.row };
      await pool[this.lane].run((engine) => engine.draw(now.model.id, now.sight, keep, Comlink.transfer(port1, [port1]), token), signal);
    } catch (error) {
      // what does not come is not waited for
      painter.release(paintKeyOf(now, print));
      throw error;
    }
    const drawn = await coming;
    if (drawn) return drawn;
    painter.release(paintKeyOf(now, print));
    throw new Error('The drawing was made, and lost on its way to the screen.');
  }

  /** The cut outline, as often as it can be had: always of the latest wish. */
  async #followCut(): Promise<void> {
    this.#isCutting = true;
    let done: Wish | null = null;
    while (this.#wish && this.#wish !== done) {
      const now: Wish = this.#wish;
      done = now;
      if (this.state.get().shown?.row !== now.row || !CUTS.has(now.sight.kind)) break;
      try {
        const quick = await quickCut(now.model.id, now.sight);
        if (this.state.get().shown?.key !== this.#wish?.key && this.#wish?.row === now.row) this.state.set({ quick });
      } catch {
        // what is wrong is told by the exact drawing
        break;
      }
    }
    this.#isCutting = false;
  }

  /** Shows what is kept; false when it is not there. */
  async #showKept(of: Wish, print: string, isWhatIsWished: boolean): Promise<boolean> {
    const drawn = await this.#hold(of, print);
    if (drawn) this.#put(of, print, drawn, isWhatIsWished);
    else painter.release(paintKeyOf(of, print));
    return drawn !== null;
  }

  /** Has a drawing painted, which comes by a port or from where it is kept. Whoever asks for it lets it go if it does not come. */
  #hold(of: Wish, print: string, port?: MessagePort, row = of.row): Promise<DrawnHead | null> {
    const paintKey = paintKeyOf(of, print);
    const lost = () => {
      // it died with a painter, and is kept nowhere
      if (this.state.get().shown?.paintKey === paintKey) this.#isHeld = false;
      if (this.state.get().next?.paintKey === paintKey) this.state.set({ next: null });
      if (this.#asked) this.follow({ ...this.#asked });
    };
    return painter.hold(paintKey, { row, print, landmarks: marksOf(of) }, lost, port);
  }

  #put(of: Wish, print: string, drawn: DrawnHead, isWhatIsWished: boolean): void {
    const paintKey = paintKeyOf(of, print);
    if (this.#isGone) return painter.release(paintKey);
    this.#replace(shownOf(of, print, drawn, isWhatIsWished));
  }

  #replace(next: Shown): void {
    const { shown } = this.state.get();
    if (shown && this.#isHeld) painter.release(shown.paintKey);
    this.#isHeld = true;
    this.state.set({ shown: next, next: null });
  }
}

const shownOf = (of: Wish, print: string, drawn: DrawnHead, isWhatIsWished: boolean): Shown => ({
  row: of.row,
  model: of.model.id,
  print,
  key: isWhatIsWished ? of.key : '',
  drawn,
  paintKey: paintKeyOf(of, print),
});

/** A moment, in which another wish may come. */
const rest = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, REST));

const paintKeyOf = ({ row, model }: Wish, print: string): string => `${row} ${print} ${model.id}`;

/** The storeys and grid lines of the model as it is now: what is kept was drawn with those of another reading, perhaps. */
function marksOf({ model, sight }: Wish): Landmarks {
  try {
    return landmarksOf(model, sight);
  } catch {
    // its storey is gone: that is told where the sight is drawn
    return { levels: [], axes: [] };
  }
}

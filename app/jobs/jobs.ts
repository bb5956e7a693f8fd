import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import { isOutdated, OUTDATED } from '../ui/outdated';
import { Stopped } from '../workers/stopped';

/** What runs long: a reading, an export, the drawing of many sights. */
export interface Job {
  readonly id: number;
  /** What it does, as in “Reading hall.ifc”. */
  readonly label: string;
  /** 0 to 1; null where nobody knows how far it is. */
  readonly share: number | null;
  readonly stop: () => void;
}

/** What of a job did not work, until it is put away. */
export interface JobFault {
  readonly id: number;
  /** What was not done, in a word or two: “not read”. */
  readonly what: string;
  readonly words: string;
}

export interface Step {
  readonly signal: AbortSignal;
  /** How far it is, and what it does by now where that changes. */
  readonly progress: (share: number, label?: string) => void;
}

/** The jobs of this page. They live outside of any screen: who goes elsewhere neither stops one nor loses its faults. */
export class Jobs {
  private state: { readonly running: readonly Job[]; readonly faults: readonly JobFault[] } = { running: [], faults: [] };
  private readonly listeners = new Set<() => void>();
  private count = 0;

  readonly get = () => this.state;
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /**
   * Runs a job to its end. What goes wrong is told where jobs are shown.
   * @param what what is said not to be done, if it fails
   * @returns what it made; undefined where it failed or was stopped
   */
  async run<T>(label: string, what: string, work: (step: Step) => Promise<T>): Promise<T | undefined> {
    const id = ++this.count;
    const control = new AbortController();
    const job: Job = { id, label, share: null, stop: () => control.abort() };
    this.set({ running: [...this.state.running, job] });
    const progress = (share: number, now?: string) =>
      this.set({ running: this.state.running.map((j) => (j.id === id ? { ...j, share, label: now ?? j.label } : j)) });
    try {
      return await work({ signal: control.signal, progress });
    } catch (error) {
      if (!(error instanceof Stopped)) this.tell(what, wordsOf(error));
      return undefined;
    } finally {
      this.set({ running: this.state.running.filter((j) => j.id !== id) });
    }
  }

  /** Tells a fault, or what has to be known of what was done. */
  tell(what: string, words: string): void {
    this.set({ faults: [...this.state.faults, { id: ++this.count, what, words }] });
  }

  putAway(id: number): void {
    this.set({ faults: this.state.faults.filter((f) => f.id !== id) });
  }

  private set(change: Partial<typeof this.state>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

const wordsOf = (error: unknown): string =>
  error instanceof Fault ? sentence(error) : isOutdated(error) ? OUTDATED : (error as Error).message;

export const jobs = new Jobs();

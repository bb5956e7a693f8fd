import { useSyncExternalStore } from 'react';
import type { Hit } from '../../workers/paint.worker';

export interface PointerState {
  readonly pane: 'drawing' | 'key' | null;
  /** CSS pixels within the pane. */
  readonly x: number;
  readonly y: number;
  readonly hit: (Hit & { readonly words: string }) | null;
  readonly planted: boolean;
}

/** Where the pointer is, kept out of React's tree: the plumb follows it without redrawing the screen. */
export class PointerStore {
  private state: PointerState = { pane: null, x: 0, y: 0, hit: null, planted: false };
  private readonly listeners = new Set<() => void>();
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly get = () => this.state;
  set(change: Partial<PointerState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const usePointer = (store: PointerStore): PointerState => useSyncExternalStore(store.subscribe, store.get, store.get);

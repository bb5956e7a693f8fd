import { useSyncExternalStore } from 'react';

/** A state outside React's tree: who shows a part of it follows that part alone, so that a hand that moves does not redraw the screen. */
export class Watched<S extends object> {
  private readonly listeners = new Set<() => void>();
  constructor(private state: S) {}
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly get = (): S => this.state;
  set(change: Partial<S>): void {
    if ((Object.keys(change) as (keyof S)[]).every((key) => Object.is(this.state[key], change[key]))) return;
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export const useWatched = <S extends object>(watched: Watched<S>): S => useSyncExternalStore(watched.subscribe, watched.get, watched.get);

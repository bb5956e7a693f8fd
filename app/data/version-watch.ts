import type Dexie from 'dexie';

/** How this page stands to the other tabs of the application. */
export type VersionState =
  | 'current'
  /** A newer version has been opened in another tab: what is done here is no longer kept. */
  | 'outdated'
  /** Another tab holds on to an older version, and nothing can be opened until it lets go. */
  | 'held up';

let _state: VersionState = 'current';
const listeners = new Set<() => void>();
const set = (state: VersionState): void => {
  _state = state;
  for (const listener of listeners) listener();
};

export const versionState = (): VersionState => _state;
export const subscribeVersion = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Watches over the store: lets a newer version have it at once, and says so; says as well when it is waited for. */
export function watchVersion(database: Dexie): void {
  database.on('versionchange', () => {
    // a newer page waits for nobody; what this one does from now on would not be kept, so it is not to begin anything
    database.close({ disableAutoOpen: true });
    set('outdated');
    // the library itself would open it again
    return false as never;
  });
  database.on('blocked', () => set('held up'));
  database.on('ready', () => {
    if (_state === 'held up') set('current');
  });
}

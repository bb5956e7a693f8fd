import { useSyncExternalStore } from 'react';
import { subscribeVersion, versionState } from '../data/version-watch';

/** Says it over everything else when this page and another tab are of different versions. */
export function VersionNotice() {
  const state = useSyncExternalStore(subscribeVersion, versionState, () => 'current' as const);
  if (state === 'current') return null;
  return (
    <div
      role="alertdialog"
      aria-modal="true"
      aria-labelledby="version-title"
      className="fixed inset-0 z-50 grid place-content-center gap-2 bg-paper/95 text-center"
    >
      <h1 id="version-title" className="font-letter text-[17px] font-semibold">
        {state === 'outdated' ? 'A newer version is open' : 'Another tab holds on to an older version'}
      </h1>
      <p className="max-w-md text-graphite">
        {state === 'outdated'
          ? 'Tarvex was opened in another tab after an update. All that was kept is there; what is done here from now on would not be.'
          : 'Close the other tabs of Tarvex, or load them anew: this one goes on by itself.'}
      </p>
      {state === 'outdated' && (
        <p>
          <button type="button" className="btn" autoFocus onClick={() => location.reload()}>
            Load the page anew
          </button>
        </p>
      )}
    </div>
  );
}

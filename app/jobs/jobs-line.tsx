import { useSyncExternalStore } from 'react';
import { Working } from '../ui/working';
import { jobs } from './jobs';

const useJobs = () => useSyncExternalStore(jobs.subscribe, jobs.get, () => NONE);
const NONE = { running: [], faults: [] };

/** What runs long, wherever one is: how far it is, and its Stop. */
export function JobsLine() {
  const { running } = useJobs();
  const [first, ...more] = running;
  if (!first) return null;
  return (
    <span className="flex items-center gap-2">
      <Working label={first.label} share={first.share} onStop={first.stop} />
      {more.length > 0 && <span title={more.map((j) => j.label).join('\n')}>and {more.length} more</span>}
    </span>
  );
}

/** What of long work did not go well, until it is put away. */
export function JobFaults() {
  const { faults } = useJobs();
  return faults.map(({ id, what, words }) => (
    <p key={id} role="alert" className="max-w-3xl border border-ink bg-sheet px-3 py-2">
      <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">{what}</b>
      {words}
      <button type="button" className="word ml-3" onClick={() => jobs.putAway(id)}>
        Put away
      </button>
    </p>
  ));
}

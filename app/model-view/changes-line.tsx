import type { Changes } from '../../core/model/compare';
import type { ModelInfo } from '../data/database';
import { classWords } from '../figures/class-words';
import type { Shown } from '../space/use-shown';

interface Props {
  readonly before: ModelInfo;
  readonly changes: Changes;
  readonly shown: Shown;
  readonly onClose: () => void;
}

/** What the newer file brought, in words that pick it. */
export function ChangesLine({ before, changes, shown, onClose }: Props) {
  const { added, removed, moved, changed, same } = changes;
  const gone = removed.map((i) => `${classWords(before.elements[i]!.class)} ${before.elements[i]!.name}`);
  return (
    <div
      role="status"
      aria-label="Changes"
      className="absolute top-2 left-3 flex items-baseline gap-3 border border-rule2 bg-sheet px-2.5 py-1"
    >
      <b className="font-semibold">Read again</b>
      {(
        [
          ['added', added],
          ['moved', moved],
          ['changed', changed],
        ] as const
      ).map(([words, list]) =>
        list.length ? (
          <button key={words} type="button" className="word" onClick={() => shown.pick(list)}>
            {list.length} {words}
          </button>
        ) : null,
      )}
      {removed.length > 0 && <span title={gone.slice(0, 30).join(', ')}>{removed.length} removed</span>}
      <span className="text-graphite">{same} the same</span>
      <button type="button" className="word" onClick={onClose}>
        Put away
      </button>
    </div>
  );
}

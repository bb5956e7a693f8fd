import { counted } from '../../core/faults/counted';
import { useEffect, useMemo, useState } from 'react';
import type { ModelInfo } from '../data/database';
import { classWords } from '../figures/class-words';
import { pool } from '../workers/pool';
import { findElements } from './census-groups';
import type { Shown } from './use-shown';

/** Found elements that are listed one by one. */
const LISTED = 60;
/** Property sets are asked when the hand has rested this long. */
const REST = 250;

interface Props {
  readonly model: ModelInfo;
  readonly text: string;
  readonly shown: Shown;
  readonly onSaveSet: (elements: readonly number[]) => void;
}

/** What a search finds, by words at once, and in the property sets a moment later. */
export function FoundElements({ model, text, shown, onSaveSet }: Props) {
  const byWords = useMemo(() => findElements(model, text), [model, text]);
  const [inProperties, setInProperties] = useState<readonly number[]>([]);
  useEffect(() => {
    let isWanted = true;
    const rest = setTimeout(() => {
      void pool.back
        .run((engine) => engine.findInProperties(model.id, text))
        .then(
          (found) => isWanted && setInProperties([...found]),
          () => undefined,
        );
    }, REST);
    return () => {
      isWanted = false;
      clearTimeout(rest);
    };
  }, [model.id, text]);
  const found = useMemo(() => [...new Set([...byWords, ...inProperties])], [byWords, inProperties]);
  return (
    <section aria-label="Found">
      <div className="flex items-baseline gap-2.5 px-3 py-1.5">
        <b className="font-semibold">{counted(found.length, 'element')}</b>
        {found.length > 0 && (
          <>
            <button type="button" className="word" onClick={() => shown.pick(found)}>
              Pick
            </button>
            <button type="button" className="word" onClick={() => shown.only(found)}>
              Only these
            </button>
            <button type="button" className="word" onClick={() => shown.hide(found)}>
              Hide
            </button>
            <button type="button" className="word" onClick={() => onSaveSet(found)}>
              Save as set
            </button>
          </>
        )}
      </div>
      {!found.length && <p className="px-3 text-graphite">No class, type, name, material or property holds “{text}”.</p>}
      {found.slice(0, LISTED).map((i) => {
        const e = model.elements[i]!;
        return (
          <button
            key={e.id}
            type="button"
            className="flex h-5 w-full items-center gap-2 border-b border-rule px-3 text-left whitespace-nowrap hover:bg-hover"
            onClick={() => shown.pick([i])}
          >
            <span className="min-w-0 flex-1 overflow-hidden text-ellipsis">{e.name || e.id}</span>
            <span className="text-graphite">{classWords(e.class)}</span>
          </button>
        );
      })}
      {found.length > LISTED && <p className="px-3 text-graphite">and {found.length - LISTED} more</p>}
    </section>
  );
}

import { counted } from '../../core/faults/counted';
import { useEffect, useMemo, useState } from 'react';
import type { ModelInfo } from '../data/database';
import { Table } from '../ui/table';
import { classWords } from '../figures/class-words';
import { pool } from '../workers/pool';
import { findElements } from './census-groups';
import type { Shown } from '../space/use-shown';

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
      <div className="flex flex-wrap items-baseline gap-x-2.5 px-3 py-1.5 whitespace-nowrap">
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
      {found.length > 0 && (
        <Table
          label="Found elements"
          rows={found}
          rowKey={(i) => model.elements[i]!.id}
          rowHeight={20}
          maxHeight={360}
          columns={[
            {
              title: 'name',
              className: 'pl-3',
              value: (i) => nameOf(model, i),
              cell: (i) => (
                <button
                  type="button"
                  className="w-full overflow-hidden text-left text-ellipsis"
                  title={nameOf(model, i)}
                  onClick={() => shown.pick([i])}
                >
                  {nameOf(model, i)}
                </button>
              ),
            },
            {
              title: 'class',
              width: 84,
              className: 'pr-3 text-right text-graphite',
              value: (i) => classWords(model.elements[i]!.class),
              cell: (i) => classWords(model.elements[i]!.class),
            },
          ]}
        />
      )}
    </section>
  );
}

const nameOf = ({ elements }: ModelInfo, i: number): string => elements[i]!.name || elements[i]!.id;

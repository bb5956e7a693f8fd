import { counted } from '../../core/faults/counted';
import { lazy, Suspense, useMemo, useState } from 'react';
import type { ModelInfo } from '../data/database';
import type { ElementSet } from '../data/project';
import { Choice } from '../ui/choice';
import { censusGroups, measured, measureWords, type CensusRow, type Measure } from './census-groups';
import { CensusWords } from './census-words';
import { CensusTable } from './census-table';
import { FoundElements } from './found-elements';
import type { Shown } from '../space/use-shown';

const CensusChart = lazy(() => import('./census-chart'));
/** Rows of a group that are shown at first. */
const FIRST = 12;

interface Props {
  readonly model: ModelInfo;
  readonly shown: Shown;
  readonly sets: readonly ElementSet[];
  readonly onSaveSet: (elements: readonly number[]) => void;
  readonly onDeleteSet: (set: ElementSet) => void;
}

/** What is in the model, counted: by storey, class, material, type, layer and named set; each row can be picked, hidden or shown alone. */
export function Census({ model, shown, sets, onSaveSet, onDeleteSet }: Props) {
  const [measure, setMeasure] = useState<Measure>('elements');
  const [text, setText] = useState('');
  const [isChart, setChart] = useState(false);
  const groups = useMemo(() => censusGroups(model), [model]);
  const setRows = useMemo(() => {
    const rowOf = new Map(model.elements.map((e, i) => [e.id, i]));
    return sets.map((set) => ({ set, elements: set.elements.flatMap((id) => rowOf.get(id) ?? []) }));
  }, [model, sets]);
  const rows = { measure, model, shown };
  return (
    <>
      <div className="flex items-baseline gap-2.5 px-3 pt-2">
        <h2 className="text-[13px] leading-5 font-semibold">Census</h2>
        <span className="text-graphite">
          {shown.hidden.size ? `${shown.shownCount} shown, ${shown.hidden.size} hidden` : counted(shown.count, 'element')}
        </span>
        {shown.hidden.size > 0 && (
          <button type="button" className="word ml-auto" onClick={shown.showAll}>
            Show all
          </button>
        )}
      </div>
      <div className="px-3 py-1.5">
        <input
          type="search"
          className="field w-full text-left!"
          placeholder="Class, type, name, material, property"
          aria-label="Find elements"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 border-b border-rule2 px-3 pb-1.5">
        <Choice
          label="Count"
          value={measure}
          options={[
            ['elements', 'Elements'],
            ['triangles', 'Triangles'],
            ['volume', 'Volume'],
          ]}
          onChange={setMeasure}
        />
        <button type="button" className="word" data-on={isChart} aria-pressed={isChart} onClick={() => setChart(!isChart)}>
          Chart
        </button>
      </div>
      {isChart && (
        <Suspense fallback={<p className="px-3 py-2 text-graphite">Opening the chart…</p>}>
          <CensusChart model={model} classes={groups.find((g) => g.title === 'Classes')?.rows ?? []} />
        </Suspense>
      )}
      {text.trim() ? (
        <FoundElements key={text} model={model} text={text.trim()} shown={shown} onSaveSet={onSaveSet} />
      ) : (
        <>
          {(setRows.length > 0 || shown.hidden.size > 0) && (
            <Group title="Sets" count={setRows.length}>
              {setRows.map(({ set, elements }) => (
                <Row
                  key={set.id}
                  row={{ key: set.id, name: set.name, note: '', elements }}
                  {...rows}
                  extra={
                    <button type="button" className="word" aria-label={`Delete the set ${set.name}`} onClick={() => onDeleteSet(set)}>
                      Delete
                    </button>
                  }
                />
              ))}
              {shown.hidden.size > 0 && (
                <button
                  type="button"
                  className="word mx-3"
                  onClick={() => onSaveSet(model.elements.flatMap((e, i) => (e.use !== 'space' && !shown.hidden.has(i) ? [i] : [])))}
                >
                  Save what is shown as a set
                </button>
              )}
            </Group>
          )}
          {groups.map((group) => (
            <Rows key={group.title} title={group.title} list={group.rows} {...rows} />
          ))}
        </>
      )}
    </>
  );
}

function Group({ title, count, children }: { readonly title: string; readonly count: number; readonly children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h3 className="flex justify-between px-3 pt-2 pb-px text-[12px] font-semibold">
        {title} <span className="font-normal text-graphite">{count}</span>
      </h3>
      {children}
    </section>
  );
}

interface RowsProps {
  readonly measure: Measure;
  readonly model: ModelInfo;
  readonly shown: Shown;
}

function Rows({ title, list, ...rest }: RowsProps & { readonly title: string; readonly list: readonly CensusRow[] }) {
  const [all, setAll] = useState(false);
  const { model, measure, shown } = rest;
  const most = Math.max(1e-9, ...list.map((row) => measured(model, row.elements, measure)));
  return (
    <Group title={title} count={list.length}>
      {all ? (
        <CensusTable title={title} list={list} model={model} measure={measure} shown={shown} />
      ) : (
        list.slice(0, FIRST).map((row) => <Row key={row.key} row={row} most={most} {...rest} />)
      )}
      {list.length > FIRST && (
        <button type="button" className="word mx-3 mt-px" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${list.length - FIRST} more, as a table`}
        </button>
      )}
    </Group>
  );
}

function Row({
  row,
  most,
  measure,
  model,
  shown,
  extra,
}: RowsProps & { readonly row: CensusRow; readonly most?: number; readonly extra?: React.ReactNode }) {
  const value = measured(model, row.elements, measure);
  const isHidden = row.elements.length > 0 && shown.isHidden(row.elements);
  return (
    <div className="group flex h-5 items-center gap-2 border-b border-rule px-3 focus-within:bg-hover hover:bg-hover">
      <button
        type="button"
        className={`min-w-0 flex-1 overflow-hidden text-left text-ellipsis whitespace-nowrap ${isHidden ? 'text-graphite line-through' : ''}`}
        title={row.name}
        onClick={() => shown.pick(row.elements)}
      >
        {row.name}
      </button>
      <span className="hidden gap-2 group-focus-within:flex group-hover:flex">
        {extra}
        <CensusWords row={row} shown={shown} />
      </span>
      <span className="text-graphite group-focus-within:hidden group-hover:hidden">{isHidden ? 'hidden' : row.note}</span>
      {most !== undefined && (
        <span className="w-[54px]">
          <i className="block h-[3px] bg-graphite" style={{ width: Math.max(2, (54 * value) / most) }} />
        </span>
      )}
      <span className="w-11 text-right">{measureWords(value, measure)}</span>
    </div>
  );
}

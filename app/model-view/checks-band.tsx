import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { CHECK_KINDS, type Check, type CheckKind } from '../../core/checks/check-model';
import { checkWords, CONSEQUENCES } from '../../core/checks/check-words';
import type { ModelInfo } from '../data/database';
import { Table, type TableColumn } from '../ui/table';
import { classWords } from '../figures/class-words';

/** Of what is found these can be left out at once. */
const LEFT_OUT: ReadonlySet<CheckKind> = new Set(['tiny', 'twice', 'far-off']);
const KIND_WORDS: Readonly<Record<CheckKind, string>> = {
  'open-shell': 'open shells',
  'self-crossing': 'through themselves',
  overlap: 'overlaps',
  twice: 'the same twice',
  'near-miss': 'gaps of a hair',
  'off-axis': 'off axis',
  'no-material': 'no material',
  'no-storey': 'on no storey',
  tiny: 'tiny',
  'far-off': 'far off',
};

export const checkKey = (model: ModelInfo, { kind, elements }: Check): string =>
  `${kind} ${elements.map((e) => model.elements[e]!.id).join(' ')}`;

/** A finding by its number, or a line about the reading of the file. */
type FindingRow = { readonly check: Check; readonly n: number } | { readonly words: string };

interface Props {
  readonly model: ModelInfo;
  /** null while they are being made. */
  readonly checks: readonly Check[] | null;
  readonly accepted: Readonly<Record<string, true>>;
  readonly selected: number | null;
  readonly onSelect: (n: number, check: Check) => void;
  readonly onAccept: (checks: readonly Check[]) => void;
  readonly onTakeBack: () => void;
  readonly onLeaveOut: (check: Check) => void;
}

/** What is doubtful about the model, row by row, with what it does to a drawing and what can be done about it. */
export function ChecksBand({ model, checks, accepted, selected, onSelect, onAccept, onTakeBack, onLeaveOut }: Props) {
  const [kind, setKind] = useState<CheckKind | 'reading' | null>(null);
  const rows = useMemo(
    () => (checks ?? []).map((check, i) => ({ check, n: i + 1 })).filter(({ check }) => !accepted[checkKey(model, check)]),
    [checks, accepted, model],
  );
  const counts = new Map<string, number>();
  for (const { check } of rows) counts.set(check.kind, (counts.get(check.kind) ?? 0) + 1);
  const shown = rows.filter(({ check }) => kind === null || check.kind === kind);
  const takenBack = Object.keys(accepted).length;
  const all = model.doubts.length;
  const readings = kind === null || kind === 'reading' ? model.doubts : [];
  const list: readonly FindingRow[] = [...readings.map((words) => ({ words })), ...shown];
  const columns: readonly TableColumn<FindingRow>[] = [
    {
      title: 'no.',
      width: 54,
      className: 'pl-2.5',
      value: numberOf,
      cell: (row) => (
        <b className="inline-block min-w-[18px] border border-ochre bg-ochre-wash px-px text-center text-[11px] leading-4 font-semibold">
          {numberOf(row)}
        </b>
      ),
    },
    { title: 'finding', width: 160, ...words((check) => checkWords(check)) },
    { title: 'elements', className: 'pr-3', ...words((check) => namesOf(model, check)) },
    { title: 'storey', width: 90, className: 'text-graphite', ...words((check) => storeyOf(model, check)) },
    { title: 'what it does to a drawing', className: 'text-graphite', ...words(({ kind }) => CONSEQUENCES[kind]) },
    {
      title: 'what can be done',
      isUntitled: true,
      width: 170,
      cell: (row) =>
        'check' in row && (
          <span className="flex gap-3">
            <button type="button" className="word" aria-label={`Show finding ${row.n}`} onClick={() => onSelect(row.n, row.check)}>
              Show
            </button>
            {LEFT_OUT.has(row.check.kind) && (
              <button type="button" className="word" onClick={() => onLeaveOut(row.check)}>
                Leave out
              </button>
            )}
            <button type="button" className="word" onClick={() => onAccept([row.check])}>
              Accept
            </button>
          </span>
        ),
    },
  ];
  // the picture above does not jump while the checks are made anew
  const band = useRef<HTMLElement>(null);
  const [tall, setTall] = useState(0);
  useLayoutEffect(() => {
    if (checks) setTall(band.current!.offsetHeight);
  }, [checks, shown.length]);
  return (
    <section
      ref={band}
      aria-label="Checks"
      style={checks ? {} : { minHeight: tall }}
      className="grid max-h-[190px] min-h-0 grid-rows-[25px_minmax(0,1fr)] border-t border-ink"
    >
      <div className="flex items-center gap-3 border-b border-ink px-2.5 whitespace-nowrap">
        <h2 className="font-semibold">Checks</h2>
        <span className="text-graphite">
          {checks === null ? 'being made…' : rows.length + all ? `${rows.length + all} open` : 'nothing doubtful'}
        </span>
        {all > 0 && (
          <Filter words={`reading ${all}`} isOn={kind === 'reading'} onPress={() => setKind(kind === 'reading' ? null : 'reading')} />
        )}
        {CHECK_KINDS.filter((k) => counts.has(k)).map((k) => (
          <Filter key={k} words={`${KIND_WORDS[k]} ${counts.get(k)}`} isOn={kind === k} onPress={() => setKind(kind === k ? null : k)} />
        ))}
        <span className="ml-auto flex gap-3">
          {kind !== null && kind !== 'reading' && shown.length > 1 && (
            <button type="button" className="word" onClick={() => onAccept(shown.map((r) => r.check))}>
              Accept all of these
            </button>
          )}
          {takenBack > 0 && (
            <button type="button" className="word" onClick={onTakeBack}>
              Show {takenBack} accepted
            </button>
          )}
        </span>
      </div>
      <Table
        label="Findings"
        rows={list}
        rowKey={(row) => ('words' in row ? row.words : String(row.n))}
        rowClass={(row) => ('n' in row && row.n === selected ? 'bg-sheet' : '')}
        span={(row) =>
          'words' in row && (
            <span title={row.words}>
              <span className="mr-3 pl-2.5 text-graphite">reading</span>
              {row.words}
            </span>
          )
        }
        columns={columns}
      />
    </section>
  );
}

function Filter({ words, isOn, onPress }: { readonly words: string; readonly isOn: boolean; readonly onPress: () => void }) {
  return (
    <button type="button" className="word" data-on={isOn} aria-pressed={isOn} onClick={onPress}>
      {words}
    </button>
  );
}

const namesOf = (model: ModelInfo, { elements }: Check): string =>
  elements
    .map((e) => {
      const { class: className, name } = model.elements[e]!;
      return `${classWords(className)}${name ? ` ${name}` : ''}`;
    })
    .join(' and ');

const storeyOf = (model: ModelInfo, { elements }: Check): string => model.storeys[model.elements[elements[0]!]!.storey]?.name ?? 'none';

const numberOf = (row: FindingRow): number => ('n' in row ? row.n : 0);

/** A column of words about the check, sorted by them. */
const words = (of: (check: Check) => string): Pick<TableColumn<FindingRow>, 'value' | 'cell'> => {
  const value = (row: FindingRow) => ('check' in row ? of(row.check) : '');
  return { value, cell: (row) => <span title={value(row)}>{value(row)}</span> };
};

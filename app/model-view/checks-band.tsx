import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { CHECK_KINDS, type Check, type CheckKind } from '../../core/checks/check-model';
import { checkWords, CONSEQUENCES } from '../../core/checks/check-words';
import type { ModelInfo } from '../data/database';
import { classWords } from '../figures/class-words';

/** Rows that are set up at once. */
const MOST = 400;
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
      className="grid max-h-[180px] min-h-0 grid-rows-[25px_minmax(0,1fr)] border-t border-ink"
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
      <div role="region" className="min-h-0 overflow-auto" tabIndex={0} aria-label="Findings">
        <table className="w-full table-fixed border-collapse text-left">
          <colgroup>
            <col className="w-[44px]" />
            <col className="w-[180px]" />
            <col />
            <col className="w-[110px]" />
            <col className="w-[330px]" />
            <col className="w-[190px]" />
          </colgroup>
          <tbody>
            {readings.map((words, i) => (
              <tr key={i} className="h-[22px] border-b border-rule">
                <td className="pl-2.5 text-graphite">·</td>
                <td>reading</td>
                <td colSpan={4} className="overflow-hidden text-ellipsis whitespace-nowrap" title={words}>
                  {words}
                </td>
              </tr>
            ))}
            {shown.slice(0, MOST).map(({ check, n }) => (
              <tr
                key={n}
                className={`h-[22px] border-b border-rule hover:bg-hover ${selected === n ? 'bg-sheet' : ''} [&>td]:overflow-hidden [&>td]:text-ellipsis [&>td]:whitespace-nowrap`}
              >
                <td className="pl-2.5">
                  <b className="inline-block min-w-[18px] border border-ochre bg-ochre-wash px-px text-center text-[11px] leading-4 font-semibold">
                    {n}
                  </b>
                </td>
                <td>{checkWords(check)}</td>
                <td title={namesOf(model, check)}>{namesOf(model, check)}</td>
                <td className="text-graphite">{model.storeys[model.elements[check.elements[0]!]!.storey]?.name ?? 'none'}</td>
                <td className="text-graphite">{CONSEQUENCES[check.kind]}</td>
                <td>
                  <span className="flex gap-3">
                    <button type="button" className="word" aria-label={`Show finding ${n}`} onClick={() => onSelect(n, check)}>
                      Show
                    </button>
                    {(check.kind === 'tiny' || check.kind === 'twice' || check.kind === 'far-off') && (
                      <button type="button" className="word" onClick={() => onLeaveOut(check)}>
                        Leave out
                      </button>
                    )}
                    <button type="button" className="word" onClick={() => onAccept([check])}>
                      Accept
                    </button>
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length > MOST && <p className="px-2.5 text-graphite">and {shown.length - MOST} more</p>}
      </div>
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

import { counted } from '../../core/faults/counted';
import { useEffect, useState } from 'react';
import { rankOf } from '../../core/cutting/material-rank';
import type { ElementCorrection } from '../../core/model/correct';
import type { PropertySet } from '../../core/model/model';
import type { ModelInfo } from '../data/database';
import { CLASSES, classWords } from '../figures/class-words';
import { pool } from '../workers/pool';
import type { Shown } from './use-shown';

interface Props {
  readonly model: ModelInfo;
  readonly shown: Shown;
  readonly onCorrect: (elements: readonly number[], change: ElementCorrection) => void;
  readonly onSaveSet: (elements: readonly number[]) => void;
  readonly onAim: (element: number) => void;
}

/** What is picked: all that is known of one element, or the sum of several; class, material and storey can be set right. */
export function PickedCard({ model, shown, onCorrect, onSaveSet, onAim }: Props) {
  const { picked } = shown;
  if (!picked.length) return null;
  const first = model.elements[picked[0]!]!;
  const shared = <T,>(of: (i: number) => T): T | null => (picked.every((i) => of(i) === of(picked[0]!)) ? of(picked[0]!) : null);
  const classes = [...new Set([...CLASSES, ...model.elements.filter((e) => e.use !== 'space').map((e) => e.class)])].sort();
  const material = shared((i) => model.materials[model.elementMaterial[i]!] ?? '');
  const sharedRank = shared((i) => model.elements[i]!.rank) ?? undefined;
  return (
    <section aria-label="Picked" className="border-b border-ink bg-sheet pb-2">
      <div className="flex items-baseline gap-2.5 px-3 pt-2">
        <h2
          className="min-w-0 flex-1 overflow-hidden text-[13px] leading-5 font-semibold text-ellipsis whitespace-nowrap"
          title={first.name}
        >
          {picked.length === 1 ? first.name || first.id : counted(picked.length, 'element')}
        </h2>
        <button type="button" className="word" onClick={() => shown.pick([])}>
          Let go
        </button>
      </div>
      <div className="flex flex-wrap gap-x-2.5 px-3 pb-1">
        <button type="button" className="word" onClick={() => shown.hide(picked)}>
          Hide
        </button>
        <button type="button" className="word" onClick={() => shown.only(picked)}>
          Only this
        </button>
        <button type="button" className="word" onClick={() => onAim(picked[0]!)}>
          Go there
        </button>
        {picked.length > 1 && (
          <button type="button" className="word" onClick={() => onSaveSet(picked)}>
            Save as set
          </button>
        )}
        <button type="button" className="word" onClick={() => onCorrect(picked, { leftOut: true })}>
          Leave out
        </button>
      </div>
      <Pick
        label="Class"
        value={shared((i) => model.elements[i]!.class)}
        options={classes}
        words={classWords}
        onChange={(c) => onCorrect(picked, { class: c })}
      />
      <Pick label="Material" value={material} options={[...model.materials].sort()} onChange={(m) => onCorrect(picked, { material: m })} />
      <Pick
        label="Storey"
        value={shared((i) => model.storeys[model.elements[i]!.storey]?.name ?? '')}
        options={[...new Set([...model.storeys.map((s) => s.name), nextStorey(model)])]}
        words={(name) => (model.storeys.some((s) => s.name === name) ? name : `New: ${name}, its floor below these`)}
        onChange={(s) => onCorrect(picked, { storey: s })}
      />
      <Rank
        key={picked.join()}
        value={sharedRank}
        own={material === null ? null : rankOf(material || undefined)}
        onChange={(rank) => onCorrect(picked, { rank })}
      />
      {picked.length === 1 ? <Facts model={model} element={picked[0]!} /> : <Sums model={model} picked={picked} />}
    </section>
  );
}

/** Which element keeps its place where two are cut over one another; empty = by its material. */
function Rank({
  value,
  own,
  onChange,
}: {
  readonly value: number | undefined;
  /** That of the material; null where materials differ. */
  readonly own: number | null;
  readonly onChange: (rank: number | null) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const wanted = text.trim() === '' ? null : Number(text);
  const isRight = wanted === null || (wanted >= 0 && wanted <= 100);
  const commit = () => isRight && (wanted ?? undefined) !== value && onChange(wanted);
  return (
    <label
      className="flex items-baseline gap-2 px-3 py-px"
      title="Where two elements overlap in a cut, the higher rank keeps its place, 0 to 100"
    >
      <span className="w-[86px] shrink-0 text-graphite">Rank in cuts</span>
      <input
        className="field w-12"
        aria-label="Rank in cuts"
        aria-invalid={!isRight}
        placeholder={own === null ? '' : String(own)}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      <span className="text-graphite">{text ? '' : own === null ? 'by their materials' : 'by its material'}</span>
    </label>
  );
}

function Line({ name, value }: { readonly name: string; readonly value: React.ReactNode }) {
  if (value === '') return null;
  return (
    <p className="flex gap-2 px-3 leading-[17px]">
      <span className="w-[86px] shrink-0 overflow-hidden text-ellipsis whitespace-nowrap text-graphite" title={name}>
        {name}
      </span>
      <span className="min-w-0 flex-1 break-words">{value}</span>
    </p>
  );
}

function CubicMetres({ children }: { readonly children: string }) {
  return (
    <>
      {children} m<sup className="text-[9px]">3</sup>
    </>
  );
}

/** A name for a storey that is not there yet. */
const nextStorey = ({ storeys }: ModelInfo): string => {
  let n = storeys.length + 1;
  while (storeys.some((s) => s.name === `Storey ${n}`)) n++;
  return `Storey ${n}`;
};

function Pick({
  label,
  value,
  options,
  words = (x) => x,
  onChange,
}: {
  readonly label: string;
  readonly value: string | null;
  readonly options: readonly string[];
  readonly words?: (option: string) => string;
  readonly onChange: (value: string) => void;
}) {
  return (
    <label className="flex items-baseline gap-2 px-3 py-px">
      <span className="w-[86px] shrink-0 text-graphite">{label}</span>
      <select className="field min-w-0 flex-1 text-left!" value={value ?? ''} onChange={(e) => e.target.value && onChange(e.target.value)}>
        {(value === null || value === '') && <option value="">{value === null ? 'differs' : 'none'}</option>}
        {options.map((o) => (
          <option key={o} value={o}>
            {words(o)}
          </option>
        ))}
      </select>
    </label>
  );
}

function Facts({ model, element }: { readonly model: ModelInfo; readonly element: number }) {
  const [sets, setSets] = useState<{ readonly of: number; readonly list: readonly PropertySet[] }>({ of: -1, list: [] });
  useEffect(() => {
    let isWanted = true;
    void pool.back
      .run((engine) => engine.properties(model.id, element))
      .then(
        (list) => isWanted && setSets({ of: element, list }),
        () => undefined,
      );
    return () => {
      isWanted = false;
    };
  }, [model.id, element]);
  const { id, type, assembly, facts = {} } = model.elements[element]!;
  const volume = model.elementVolume[element]!;
  return (
    <div role="region" className="max-h-[300px] overflow-auto pt-1" tabIndex={0} aria-label="Properties">
      <Line name="Type" value={type} />
      <Line name="Predefined" value={facts.predefined ?? ''} />
      <Line name="Assembly" value={assembly} />
      <Line name="Section" value={facts.profile ?? ''} />
      <Line name="Layer" value={facts.layer ?? ''} />
      <Line name="Phase" value={facts.phase ?? ''} />
      <Line name="Mark" value={facts.tag ?? ''} />
      <Line
        name="Volume"
        value={volume > 0 ? <CubicMetres>{volume >= 0.1 ? volume.toFixed(3) : volume.toPrecision(3)}</CubicMetres> : 'open shell'}
      />
      <Line name="Triangles" value={model.elementTriangles[element]!} />
      <Line name="Identity" value={id} />
      {(sets.of === element ? sets.list : []).map((set, k) => (
        <div key={k} className="pt-1">
          <h3 className="px-3 text-[12px] font-semibold">{set.name}</h3>
          {Array.from({ length: set.values.length / 2 }, (_, i) => (
            <Line key={i} name={String(set.values[i * 2]!)} value={set.values[i * 2 + 1]!} />
          ))}
        </div>
      ))}
    </div>
  );
}

function Sums({ model, picked }: { readonly model: ModelInfo; readonly picked: readonly number[] }) {
  const sum = (of: ArrayLike<number>) => picked.reduce((all, i) => all + of[i]!, 0);
  return (
    <div className="pt-1">
      <Line name="Volume" value={<CubicMetres>{sum(model.elementVolume).toFixed(3)}</CubicMetres>} />
      <Line name="Triangles" value={sum(model.elementTriangles)} />
    </div>
  );
}

import { counted } from '../../core/faults/counted';
import { rankOf } from '../../core/cutting/regions/material-rank';
import type { ElementCorrection } from '../../core/model/correct';
import type { ModelInfo } from '../data/database';
import { CLASSES, classWords } from '../figures/class-words';
import { FigureField } from '../figures/figure-field';
import { parseNumber } from '../figures/parse';
import { Pick } from '../ui/pick';
import { Facts, Sums } from './picked-facts';
import type { Shown } from '../space/use-shown';

/** One under the other, their labels in a column. */
const shape = { wide: true, labelWidth: 86 } as const;

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
  const storey = shared((i) => model.storeys[model.elements[i]!.storey]?.name ?? '');
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
      <div className="flex flex-col gap-px px-3">
        <Pick
          {...shape}
          label="Class"
          value={shared((i) => model.elements[i]!.class)}
          unset="differs"
          options={classes.map((c) => [c, classWords(c)])}
          onChange={(c) => onCorrect(picked, { class: c })}
        />
        <Pick
          {...shape}
          label="Material"
          value={material || null}
          unset={material === null ? 'differs' : 'none'}
          options={[...model.materials].sort().map((m) => [m, m])}
          onChange={(m) => onCorrect(picked, { material: m })}
        />
        <Pick
          {...shape}
          label="Storey"
          value={storey || null}
          unset={storey === null ? 'differs' : 'none'}
          options={[...new Set([...model.storeys.map((s) => s.name), nextStorey(model)])].map((name) => [
            name,
            model.storeys.some((s) => s.name === name) ? name : `New: ${name}, its floor below these`,
          ])}
          onChange={(s) => onCorrect(picked, { storey: s })}
        />
      </div>
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

/** Which element keeps its place where two are cut over one another; not set = by its material. */
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
  return (
    <p className="flex items-baseline gap-2 px-3 py-px">
      <FigureField
        label="Rank in cuts"
        labelWidth={86}
        hint="Where two elements overlap in a cut, the higher rank keeps its place, 0 to 100"
        width={40}
        value={value === undefined ? null : String(value)}
        unset={own === null ? 'none' : String(own)}
        parse={(text) => parseNumber(text, 0, 100)}
        onChange={onChange}
        onClear={() => onChange(null)}
      />
      <span className="text-graphite">{value !== undefined ? '' : own === null ? 'by their materials' : 'by its material'}</span>
    </p>
  );
}

/** A name for a storey that is not there yet. */
const nextStorey = ({ storeys }: ModelInfo): string => {
  let n = storeys.length + 1;
  while (storeys.some((s) => s.name === `Storey ${n}`)) n++;
  return `Storey ${n}`;
};

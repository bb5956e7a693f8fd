import { counted } from '../../core/faults/counted';
import type { LengthUnit } from '../../core/model/length-unit';
import type { ModelInfo } from '../data/database';
import { UNIT_CHOICES, unitOf, unitWords, UP_CHOICES } from '../figures/unit-words';
import { Pick } from '../ui/pick';

interface Props {
  readonly name: string;
  readonly model: ModelInfo;
  readonly count: number;
  readonly isBusy: boolean;
  readonly onUnit: (unit: LengthUnit) => void;
  readonly onUp: (up: 'y' | 'z') => void;
  /** What else can be done with the model. */
  readonly children: React.ReactNode;
}

/** What the model is, and what its figures were taken for: unit and upright axis can be set right. */
export function ModelHead({ name, model, count, isBusy, onUnit, onUp, children }: Props) {
  const unit = unitOf(model.asRead.metres);
  const size = [0, 1, 2].map((k) => model.bounds[k + 3]! - model.bounds[k]!);
  return (
    <div className="flex min-w-0 items-center gap-3.5 overflow-hidden border-b border-rule px-3 whitespace-nowrap">
      <h1 className="max-w-[280px] min-w-0 overflow-hidden font-letter text-[15px] font-semibold text-ellipsis">{name}</h1>
      <span className="min-w-0 flex-1 overflow-hidden text-ellipsis text-graphite">
        {model.source}, {counted(count, 'element')}, {model.closed} closed, {size.map((s) => s.toPrecision(3)).join(' × ')} m, read in{' '}
        {(model.took / 1000).toFixed(1)} s
      </span>
      {isBusy && <span className="text-verdigris">setting it right…</span>}
      {!model.parts && (
        <>
          <Pick label="Units in the file" value={unit} unset="own" options={UNIT_CHOICES} disabled={isBusy} onChange={onUnit} />
          {!model.asRead.isStated && (
            <span className="-ml-2 flex items-baseline gap-1.5">
              <b className="border border-ochre bg-ochre-wash px-1 text-[11px] leading-4 font-semibold">not stated</b>
              {unit && (
                <button type="button" className="word" disabled={isBusy} onClick={() => onUnit(unit)}>
                  It is {unitWords(unit)}
                </button>
              )}
            </span>
          )}
          <Pick label="Up" value={model.asRead.up} options={UP_CHOICES} disabled={isBusy} onChange={onUp} />
        </>
      )}
      {children}
    </div>
  );
}

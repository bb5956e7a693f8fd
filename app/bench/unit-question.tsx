import { UNITS, type LengthUnit } from '../../core/model/length-unit';
import type { ModelInfo } from '../data/database';
import type { CorrectionPatch } from '../project/commands';
import { quiet } from '../ui/quiet';

const WORDS: Readonly<Record<LengthUnit, string>> = { m: 'metres', cm: 'centimetres', mm: 'millimetres', in: 'inches', ft: 'feet' };

/** Asks what a file does not say, until it is answered: in which unit its figures are, and which way is up. */
export function UnitQuestion({ model, onAnswer }: { readonly model: ModelInfo; readonly onAnswer: (patch: CorrectionPatch) => void }) {
  const { metres, up, isStated } = model.asRead;
  const unit = (Object.keys(UNITS) as LengthUnit[]).find((u) => Math.abs(UNITS[u] / metres - 1) < 1e-6);
  if (isStated || model.parts || !unit) return null;
  const size = [0, 1, 2].map((k) => (model.bounds[k + 3]! - model.bounds[k]!).toPrecision(3));
  return (
    <section
      aria-label="What the file does not say"
      className="absolute bottom-1.5 left-3 z-10 flex items-baseline gap-2.5 border border-ochre bg-sheet px-2 py-1 whitespace-nowrap"
      {...quiet}
    >
      <span>
        The file gives no unit. Taken for {WORDS[unit]}, {up.toUpperCase()} up, it is {size.join(' × ')} m large.
      </span>
      <label className="flex items-baseline gap-1 text-graphite">
        Unit
        <select className="field text-left! text-ink" value={unit} onChange={(e) => onAnswer({ unit: e.target.value as LengthUnit, up })}>
          {(Object.keys(UNITS) as LengthUnit[]).map((u) => (
            <option key={u} value={u}>
              {WORDS[u]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-baseline gap-1 text-graphite">
        Up
        <select className="field text-left! text-ink" value={up} onChange={(e) => onAnswer({ up: e.target.value as 'y' | 'z' })}>
          <option value="z">Z</option>
          <option value="y">Y</option>
        </select>
      </label>
      <button type="button" className="word" onClick={() => onAnswer({ unit, up })}>
        That is right
      </button>
    </section>
  );
}

import type { ModelInfo } from '../data/database';
import type { CorrectionPatch } from '../project/commands';
import { UNIT_CHOICES, unitOf, unitWords, UP_CHOICES } from '../figures/unit-words';
import { Pick } from '../ui/pick';
import { quiet } from '../ui/quiet';

/** Asks what a file does not say, until it is answered: in which unit its figures are, and which way is up. */
export default function UnitQuestion({
  model,
  onAnswer,
}: {
  readonly model: ModelInfo;
  readonly onAnswer: (patch: CorrectionPatch) => void;
}) {
  const { metres, up, isStated } = model.asRead;
  const unit = unitOf(metres);
  if (isStated || model.parts || !unit) return null;
  const size = [0, 1, 2].map((k) => (model.bounds[k + 3]! - model.bounds[k]!).toPrecision(3));
  return (
    <section
      aria-label="What the file does not say"
      className="absolute bottom-1.5 left-3 z-10 flex items-baseline gap-2.5 border border-ochre bg-sheet px-2 py-1 whitespace-nowrap"
      {...quiet}
    >
      <span>
        The file gives no unit. Taken for {unitWords(unit)}, {up.toUpperCase()} up, it is {size.join(' × ')} m large.
      </span>
      <Pick label="Unit" value={unit} options={UNIT_CHOICES} onChange={(to) => onAnswer({ unit: to, up })} />
      <Pick label="Up" value={up} options={UP_CHOICES} onChange={(to) => onAnswer({ up: to })} />
      <button type="button" className="word" onClick={() => onAnswer({ unit, up })}>
        That is right
      </button>
    </section>
  );
}

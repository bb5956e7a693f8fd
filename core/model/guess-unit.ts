import { boundCorners } from '../geometry/bounds';
import { UNITS, type LengthUnit } from './length-unit';
import type { ModelBuilder } from './model-builder';

/** What is drawn in plans and sections is of such a size, metres: from a stool to a quarter of a town. */
const USUAL = [0.3, 400] as const;
/** What is drawn most is about as large, metres, and millimetres are meant unless another unit fits so many times better (as a logarithm). */
const HOUSE = 15;
const HABIT = Math.log(12);
/** Units in the order in which they are thought of: common practice. */
const ORDER: readonly LengthUnit[] = ['m', 'mm', 'cm', 'in', 'ft'];

/**
 * The unit in which a model of this size would be of a usual size; metres when they are as good as any.
 * @param largest its largest extent in the file's own figures
 */
export const guessUnit = (largest: number): LengthUnit => unitsFor(largest)[0] ?? 'm';

/**
 * The units in which it would be of a usual size, the likeliest first: that in which it is nearest to the size of a house, but for what
 * is drawn in millimetres by habit.
 */
function unitsFor(largest: number): LengthUnit[] {
  const usual = ORDER.filter((unit) => largest * UNITS[unit] >= USUAL[0] && largest * UNITS[unit] <= USUAL[1]);
  if (usual[0] === 'm') return usual;
  const off = (unit: LengthUnit) => Math.abs(Math.log((largest * UNITS[unit]) / HOUSE)) - (unit === 'mm' ? HABIT : 0);
  return usual.sort((a, b) => off(a) - off(b));
}

/** Notes that a file without a unit was taken as metres, with its size, and what another unit would make of it. */
export function tellUnit(builder: ModelBuilder): void {
  const { positions } = builder;
  const box = boundCorners(positions.reserve(0), 0, positions.length / 3, new Float64Array(6));
  const size = [0, 1, 2].map((k) => box[k + 3]! - box[k]!);
  const [guess = 'm', ...others] = unitsFor(Math.max(...size));
  const words = (factor: number) => size.map((s) => Number((s * factor).toPrecision(4))).join(' × ');
  const asOthers = (units: readonly LengthUnit[]) =>
    units.length ? `, or as ${units.map((unit) => `${unit} ${words(UNITS[unit])} m`).join(', as ')}` : '';
  if (guess === 'm') builder.notes.push({ code: 'unit-assumed', facts: { size: words(1) } });
  else
    builder.notes.push({
      code: 'unit-doubtful',
      facts: { size: words(1), unit: guess, guess: words(UNITS[guess]), others: asOthers(others) },
    });
}

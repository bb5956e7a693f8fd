import { UNITS, type LengthUnit } from '../model/length-unit';
import type { ModelBuilder } from '../model/model-builder';

/** What is drawn in plans and sections is of such a size, metres: from a stool to a quarter of a town. */
const USUAL = [0.3, 400] as const;
/** Units in the order in which they are thought of: common practice. */
const ORDER: readonly LengthUnit[] = ['m', 'mm', 'cm', 'in', 'ft'];

/**
 * The unit in which a model of this size would be of a usual size; metres when they are as good as any.
 * @param largest its largest extent in the file's own figures
 */
export function guessUnit(largest: number): LengthUnit {
  return ORDER.find((unit) => largest * UNITS[unit] >= USUAL[0] && largest * UNITS[unit] <= USUAL[1]) ?? 'm';
}

/** Notes that a file without a unit was taken as metres, with its size, and what another unit would make of it. */
export function tellUnit(builder: ModelBuilder): void {
  const data = builder.positions.reserve(0);
  const low = [Infinity, Infinity, Infinity],
    high = [-Infinity, -Infinity, -Infinity];
  for (let k = 0; k < 3; k++)
    for (let i = k; i < builder.positions.length; i += 3) {
      const x = data[i]!;
      if (x < low[k]!) low[k] = x;
      if (x > high[k]!) high[k] = x;
    }
  const size = [0, 1, 2].map((k) => high[k]! - low[k]!);
  const guess = guessUnit(Math.max(...size));
  const words = (factor: number) => size.map((s) => Number((s * factor).toPrecision(4))).join(' × ');
  if (guess === 'm') builder.notes.push({ code: 'unit-assumed', facts: { size: words(1) } });
  else builder.notes.push({ code: 'unit-doubtful', facts: { size: words(1), unit: guess, guess: words(UNITS[guess]) } });
}

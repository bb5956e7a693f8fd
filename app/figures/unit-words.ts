import { UNITS, type LengthUnit } from '../../core/model/length-unit';

const WORDS: Readonly<Record<LengthUnit, string>> = { m: 'metres', cm: 'centimetres', mm: 'millimetres', in: 'inches', ft: 'feet' };

export const UNIT_CHOICES = (Object.keys(UNITS) as LengthUnit[]).map((unit) => [unit, WORDS[unit]] as const);
export const UP_CHOICES = [
  ['z', 'Z'],
  ['y', 'Y'],
] as const;

export const unitWords = (unit: LengthUnit): string => WORDS[unit];

/** The unit of so many metres; null where a file has one of its own. */
export const unitOf = (metres: number): LengthUnit | null =>
  UNIT_CHOICES.find(([unit]) => Math.abs(UNITS[unit] / metres - 1) < 1e-6)?.[0] ?? null;

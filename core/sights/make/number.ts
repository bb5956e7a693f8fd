import type { Sight, SightKind } from '../sight';

/** The letter before the number of a sight, by its kind. */
export const KIND_LETTER: Readonly<Record<SightKind, string>> = {
  plan: 'P',
  'ceiling plan': 'C',
  section: 'S',
  elevation: 'E',
  axonometric: 'X',
  perspective: 'V',
};

/** The number after the highest of a kind that is taken: S-01, S-02 … One that was given once is not given again while later ones stand. */
export function nextNumber(kind: SightKind, taken: readonly string[]): string {
  const letter = KIND_LETTER[kind];
  const pattern = new RegExp(`^${letter}-(\\d+)$`);
  const highest = taken.reduce((most, number) => Math.max(most, Number(pattern.exec(number)?.[1] ?? 0)), 0);
  return `${letter}-${String(highest + 1).padStart(2, '0')}`;
}

/** Gives each sight the next number of its kind. */
export function numbered(sights: readonly Omit<Sight, 'number'>[], taken: readonly string[] = []): Sight[] {
  const all = [...taken];
  return sights.map((sight) => {
    const number = nextNumber(sight.kind, all);
    all.push(number);
    const { kind, ...rest } = sight;
    return { kind, number, ...rest };
  });
}

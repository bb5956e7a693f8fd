import type { Sight } from './sight';

/** What a pattern may say of a sight, in braces. */
export interface PatternSubject {
  readonly sight: Sight;
  readonly scale: number;
  readonly group?: string | undefined;
}

/** The words that a pattern knows, beside a count. */
export const PATTERN_WORDS = ['number', 'name', 'kind', 'storey', 'scale', 'group'] as const;
const isWord = (word: string): word is (typeof PATTERN_WORDS)[number] => (PATTERN_WORDS as readonly string[]).includes(word);

/**
 * Names by a pattern, one for each sight in turn: `{01}` counts from there with as many digits (`S-{01}`: S-01, S-02 …), `{+10}` by steps
 * (10, 20 …), `{name}` and the other words stand for what the sight has. Anything else in braces stays as it is written.
 */
export function byPattern(pattern: string, subjects: readonly PatternSubject[]): string[] {
  return subjects.map((subject, k) =>
    pattern
      .replace(/\{([^{}]*)\}/g, (whole, word: string) => {
        if (/^\d+$/.test(word)) return String(Number(word) + k).padStart(word.length, '0');
        if (/^\+\d+$/.test(word)) return String(Number(word) * (k + 1));
        return isWord(word) ? wordOf(word, subject) : whole;
      })
      .trim(),
  );
}

function wordOf(word: (typeof PATTERN_WORDS)[number], { sight, scale, group = '' }: PatternSubject): string {
  if (word === 'scale') return `1:${scale}`;
  if (word === 'group') return group;
  return word === 'kind' ? sight.kind.replace(/^./, (c) => c.toUpperCase()) : (sight[word] ?? '');
}

import type { Sight } from '../sights/sight';

/** The rule for names of exported files: number, then name, without signs that a file system refuses; a second one gets a number. */
export function fileName(sight: Pick<Sight, 'number' | 'name' | 'kind'>, ending: string, taken: readonly string[] = []): string {
  const base =
    `${sight.number} ${sight.name}`
      .replace(/[\p{Cc}<>:"/\\|?*]/gu, '-')
      .replace(/\s+/g, ' ')
      .replace(/^[. ]+|[. ]+$/g, '')
      .slice(0, 120) || sight.kind;
  let name = `${base}.${ending}`;
  for (let n = 2; taken.includes(name); n++) name = `${base} (${n}).${ending}`;
  return name;
}

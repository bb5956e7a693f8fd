import type { Sight } from '../../core/sights/sight';

/** The rule for names of exported files: number, then name, without signs that a file system refuses; a second one gets a number. */
export function fileName(sight: Pick<Sight, 'number' | 'name' | 'kind'>, ending: string, taken: readonly string[] = []): string {
  // eslint-disable-next-line no-control-regex -- control characters are just what has to go
  const base = `${sight.number} ${sight.name}`.replace(/[\u0000-\u001f<>:"/\\|?*]/g, '-').replace(/\s+/g, ' ').replace(/^[. ]+|[. ]+$/g, '').slice(0, 120) || sight.kind;
  let name = `${base}.${ending}`;
  for (let n = 2; taken.includes(name); n++) name = `${base} (${n}).${ending}`;
  return name;
}

import { bytesOf } from '../drafting/safe-names';
import type { Sight } from '../sights/sight';

/** Bytes of a name before its ending and number: file systems take 255 in all. */
const LONGEST = 200;

/**
 * The rule for names of exported files: number, then name, without signs that a file system refuses; a second one gets a number. Two names
 * that differ by case, or by how their marks are written, are one on many machines.
 */
export function fileName(sight: Pick<Sight, 'number' | 'name' | 'kind'>, ending: string, taken: readonly string[] = []): string {
  const whole =
    `${sight.number} ${sight.name}`
      .normalize('NFC')
      .replace(/[\p{Cc}<>:"/\\|?*]/gu, '-')
      .replace(/\s+/g, ' ')
      .replace(/^[. ]+|[. ]+$/g, '')
      .slice(0, 120) || sight.kind;
  let base = '';
  for (const sign of whole) if (bytesOf(base) + bytesOf(sign) <= LONGEST) base += sign;
  const same = new Set(taken.map((name) => name.normalize('NFC').toLowerCase()));
  let name = `${base}.${ending}`;
  for (let n = 2; same.has(name.toLowerCase()); n++) name = `${base} (${n}).${ending}`;
  return name;
}

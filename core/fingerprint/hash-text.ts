/** Where the two runs of a hash begin. */
export const HASH_BEGIN = [0x811c9dc5, 0x01234567] as const;

/**
 * A hash of a text that goes on from another: two runs of the FNV-1a hash (Fowler, Noll, Vo), 32 bits each, from different beginnings
 * and with different factors.
 */
export function hashText(text: string, [a, b]: readonly [number, number] = HASH_BEGIN): [number, number] {
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 0x01000193);
    b = Math.imul(b ^ c, 0x85ebca6b);
    b ^= b >>> 13;
  }
  return [a, b];
}

/** A hash of a text as sixteen digits. */
export const shortHash = (text: string): string =>
  hashText(text)
    .map((x) => (x >>> 0).toString(16).padStart(8, '0'))
    .join('');

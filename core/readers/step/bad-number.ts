/** A number with a tail that is none, and where it begins. */
export interface BadNumber {
  readonly offset: number;
  readonly text: string;
}

/**
 * The first figure in the lists of a STEP file (ISO 10303-21, clear text encoding: sign, digits, point, digits, E, sign, digits) that goes
 * on as no number does, as "3.1x" or "2..5" do; null for none. Libraries read such a one as far as it is one, without a word.
 * Texts, comments, binaries, references and names are passed over. One pass over the bytes, no copy.
 */
export function firstBadNumber(bytes: Uint8Array): BadNumber | null {
  const n = bytes.length;
  let depth = 0;
  for (let i = 0; i < n;) {
    const c = bytes[i]!;
    const sort = SORTS[c]!;
    if (sort === Sort.other) {
      // a reference, a name or an enumeration: what is digits in it is no number
      do i++;
      while (i < n && SORTS[bytes[i]!]! < Sort.gap);
    } else if (sort === Sort.number) {
      const from = i;
      i = depth > 0 ? pastNumber(bytes, i) : i + 1;
      const end = i;
      while (i < n && SORTS[bytes[i]!]! < Sort.gap) i++;
      if (depth > 0 && (i > end || end === from))
        return { offset: from, text: String.fromCharCode(...bytes.subarray(from, Math.min(i, from + LONGEST))) };
    } else if (sort === Sort.gap) i++;
    else if (c === 40 || c === 41) {
      depth += c === 40 ? 1 : -1;
      i++;
    } else if (c === 59) {
      depth = 0;
      i++;
    } else if (c === 47) i = bytes[i + 1] === 42 ? pastComment(bytes, i) : i + 1;
    else i = pastText(bytes, i, c);
  }
  return null;
}

/** Where a number ends that begins at i; i where none does. */
function pastNumber(bytes: Uint8Array, from: number): number {
  let i = from;
  if (bytes[i]! < 48) i++;
  const whole = i;
  while (DIGITS[bytes[i]!] === 1) i++;
  if (i === whole) return from;
  if (bytes[i] === 46) {
    i++;
    while (DIGITS[bytes[i]!] === 1) i++;
  }
  // an e of either size, with a power
  if ((bytes[i]! | 32) !== 101) return i;
  let power = i + 1;
  if (bytes[power] === 43 || bytes[power] === 45) power++;
  const digits = power;
  while (DIGITS[bytes[power]!] === 1) power++;
  return power > digits ? power : i;
}

/** Past the text that begins at i; a quote within it stands twice. */
function pastText(bytes: Uint8Array, from: number, quote: number): number {
  let i = from + 1;
  for (; i < bytes.length; i++)
    if (bytes[i] === quote) {
      if (bytes[i + 1] !== quote) break;
      i++;
    }
  return i + 1;
}

function pastComment(bytes: Uint8Array, from: number): number {
  let i = from + 2;
  while (i < bytes.length && !(bytes[i] === 42 && bytes[i + 1] === 47)) i++;
  return i + 2;
}

/** So much of a bad number is shown. */
const LONGEST = 40;

/** What a sign is to a list: from a gap on it ends what stands before it. */
const Sort = { other: 0, number: 1, gap: 2, mark: 3 } as const;
const DIGITS = Uint8Array.from({ length: 256 }, (_, c) => (c >= 48 && c <= 57 ? 1 : 0));
const SORTS = Uint8Array.from({ length: 256 }, (_, c) => {
  if (DIGITS[c] === 1 || c === 43 || c === 45) return Sort.number;
  return c <= 32 || c === 44 ? Sort.gap : `()';"/`.includes(String.fromCharCode(c)) ? Sort.mark : Sort.other;
});

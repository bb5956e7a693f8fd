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
    if (c === QUOTE || c === DOUBLE_QUOTE) i = pastText(bytes, i, c);
    else if (c === SLASH && bytes[i + 1] === STAR) i = pastComment(bytes, i);
    else if (c === OPEN || c === CLOSE) {
      depth += c === OPEN ? 1 : -1;
      i++;
    } else if (c === SEMICOLON) {
      depth = 0;
      i++;
    } else if (depth > 0 && (isDigit(c) || c === PLUS || c === MINUS)) {
      const end = pastNumber(bytes, i);
      let stop = Math.max(end, i + 1);
      while (stop < n && !isBreak(bytes[stop]!)) stop++;
      if (stop !== end) return { offset: i, text: String.fromCharCode(...bytes.subarray(i, Math.min(stop, i + LONGEST))) };
      i = stop;
    } else if (isBreak(c)) i++;
    // a reference, a name or an enumeration: what is digits in it is no number
    else while (i < n && !isBreak(bytes[i]!)) i++;
  }
  return null;
}

/** Where a number ends that begins at i; i where none does. */
function pastNumber(bytes: Uint8Array, from: number): number {
  let i = from;
  if (!isDigit(bytes[i]!)) i++;
  const whole = i;
  while (isDigit(bytes[i]!)) i++;
  if (i === whole) return from;
  if (bytes[i] === POINT) {
    i++;
    while (isDigit(bytes[i]!)) i++;
  }
  if ((bytes[i]! | 32) !== LETTER_E) return i;
  let power = i + 1;
  if (bytes[power] === PLUS || bytes[power] === MINUS) power++;
  const digits = power;
  while (isDigit(bytes[power]!)) power++;
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
  while (i < bytes.length && !(bytes[i] === STAR && bytes[i + 1] === SLASH)) i++;
  return i + 2;
}

/** So much of a bad number is shown. */
const LONGEST = 40;

const [QUOTE, DOUBLE_QUOTE, SLASH, STAR, OPEN, CLOSE, SEMICOLON, PLUS, MINUS, POINT, LETTER_E, COMMA] = Array.from('\'"/*();+-.e,', (c) =>
  c.charCodeAt(0),
) as [number, number, number, number, number, number, number, number, number, number, number, number];
const isDigit = (c: number): boolean => c >= 48 && c <= 57;
const BREAKS = Uint8Array.from({ length: 256 }, (_, c) =>
  c <= 32 || [COMMA, OPEN, CLOSE, SEMICOLON, SLASH, QUOTE, DOUBLE_QUOTE].includes(c) ? 1 : 0,
);
const isBreak = (c: number): boolean => BREAKS[c] === 1;

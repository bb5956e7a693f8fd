/** Shorter texts need no view of the bytes. */
export const SHORT = 64;
/** A list for each length of a short text, used over and over. */
const SIGNS = Array.from({ length: SHORT }, (_, n) => new Array<number>(n).fill(0));

/** Bytes as the signs of their numbers. */
export function latin(bytes: Uint8Array, from: number, to: number): string {
  const count = to - from;
  if (count < SHORT) {
    // one call with a list that is there already: no text in between, and the one that comes out lies in one piece
    const signs = SIGNS[count]!;
    for (let i = 0; i < count; i++) signs[i] = bytes[from + i]!;
    return String.fromCharCode.apply(null, signs);
  }
  let out = '';
  for (let i = from; i < to; i += 8192)
    out += String.fromCharCode.apply(null, bytes.subarray(i, Math.min(to, i + 8192)) as unknown as number[]);
  return out;
}

export function startsWith(bytes: Uint8Array, text: string, from: number): boolean {
  for (let i = 0; i < text.length; i++) if (bytes[from + i] !== text.charCodeAt(i)) return false;
  return true;
}

/** Decodes copies piece by piece: a browser takes no memory that threads share, and one text of it all would be as large as the file. */
export function isUtf8(bytes: Uint8Array): boolean {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  try {
    for (let from = 0; from < bytes.length; from += PIECE) decoder.decode(bytes.slice(from, from + PIECE), { stream: true });
    decoder.decode();
    return true;
  } catch {
    return false;
  }
}
const PIECE = 1 << 20;

/** The line in which a byte stands, counted from 1. */
export function lineOf(bytes: Uint8Array, offset: number): number {
  let line = 1;
  for (let i = 0; i < offset; i++) if (bytes[i] === 10) line++;
  return line;
}

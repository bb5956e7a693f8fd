import { narrow } from './narrow-text';

const LINE_FEED = 10;
const _decoder = new TextDecoder();
const _strict = new TextDecoder('utf-8', { fatal: true });
/** Powers of ten that a double holds exactly. */
const POWERS = Array.from({ length: 23 }, (_, k) => Number(`1e${k}`));

/**
 * Reads words and numbers from the bytes of a text file without making strings of them: a file of a hundred megabytes is read
 * in place. Lines end with a line feed, with a carriage return before it or not. `at` is the next byte, `line` counts from 1.
 */
export class ByteText {
  readonly bytes: Uint8Array;
  readonly end: number;
  at: number;
  line = 1;
  /** Whether a text was met that is not UTF-8: it was read as Windows-1252. */
  isNarrow = false;

  constructor(bytes: Uint8Array, from = 0) {
    this.bytes = bytes;
    this.at = from;
    this.end = bytes.length;
  }

  /** Passes over blanks within the line; stray control signs count as blanks. */
  skipBlanks(): void {
    const { bytes, end } = this;
    let at = this.at;
    while (at < end) {
      const c = bytes[at]!;
      if (c > 32 || c === LINE_FEED) {
        // a backslash at the end of a line lets the line go on
        if (c === 92 && (bytes[at + 1] === LINE_FEED || (bytes[at + 1] === 13 && bytes[at + 2] === LINE_FEED))) {
          at += bytes[at + 1] === 13 ? 3 : 2;
          this.line++;
          continue;
        }
        break;
      }
      at++;
    }
    this.at = at;
  }

  /** Passes over blanks and line ends. */
  skipSpace(): void {
    const { bytes, end } = this;
    while (this.at < end && bytes[this.at]! <= 32) if (bytes[this.at++] === LINE_FEED) this.line++;
  }

  isLineEnd(): boolean {
    return this.at >= this.end || this.bytes[this.at] === LINE_FEED;
  }

  /** Goes to the first byte of the next line. */
  nextLine(): void {
    const { bytes, end } = this;
    let at = this.at;
    while (at < end && bytes[at] !== LINE_FEED) at++;
    this.at = at + 1 < end ? at + 1 : end;
    this.line++;
  }

  /** The word that begins here, and goes behind it. */
  word(): string {
    const from = this.at;
    while (this.at < this.end && this.bytes[this.at]! > 32) this.at++;
    return this.textOf(from, this.at);
  }

  /** Whether these letters stand here, in capitals or not, with a blank or the end behind them; goes behind them if so. */
  takes(word: string): boolean {
    const { bytes, at } = this;
    for (let k = 0; k < word.length; k++) if ((bytes[at + k]! | 32) !== word.charCodeAt(k)) return false;
    if (at + word.length < this.end && bytes[at + word.length]! > 32) return false;
    this.at = at + word.length;
    return true;
  }

  /** The rest of the line, without blanks at its ends. Does not go to the next line. */
  rest(): string {
    this.skipBlanks();
    const from = this.at;
    while (this.at < this.end && this.bytes[this.at] !== LINE_FEED) this.at++;
    return this.textOf(from, this.at).trim();
  }

  /** Whether what stands here belongs to no number that has ended before it. */
  hasTail(): boolean {
    return this.at < this.end && this.bytes[this.at]! > 32;
  }

  private textOf(from: number, to: number): string {
    const bytes = this.bytes.slice(from, to);
    try {
      return _strict.decode(bytes);
    } catch {
      this.isNarrow = true;
      return narrow(bytes);
    }
  }

  /**
   * The decimal number that begins here, to the nearest double; NaN where none stands. Goes behind it.
   * Figures of up to 15 digits and small exponents are exact products of exact numbers (W. Clinger, How to Read Floating Point
   * Numbers Accurately, 1990); others are left to the language.
   */
  number(): number {
    const { bytes, end } = this;
    const from = this.at;
    let at = from;
    let c = bytes[at]!;
    const isNegative = c === 45;
    if (c === 45 || c === 43) c = bytes[++at]!;
    let digits = 0,
      mantissa = 0,
      places = 0;
    const first = at;
    while (c >= 48 && c <= 57 && at < end) {
      mantissa = mantissa * 10 + (c - 48);
      digits++;
      c = bytes[++at]!;
    }
    if (c === 46 && at < end) {
      c = bytes[++at]!;
      while (c >= 48 && c <= 57 && at < end) {
        mantissa = mantissa * 10 + (c - 48);
        digits++;
        places++;
        c = bytes[++at]!;
      }
    }
    let exponent = 0;
    if (digits && (c === 101 || c === 69) && at < end) {
      c = bytes[++at]!;
      const isSmall = c === 45;
      if (c === 45 || c === 43) c = bytes[++at]!;
      const begin = at;
      while (c >= 48 && c <= 57 && at < end) {
        exponent = exponent * 10 + (c - 48);
        c = bytes[++at]!;
      }
      if (at === begin) digits = 0;
      if (isSmall) exponent = -exponent;
    }
    this.at = at;
    if (!digits || at === first) return NaN;
    const power = exponent - places;
    if (digits > 15 || power > 22 || power < -22) return Number(_decoder.decode(bytes.subarray(from, at)));
    const value = power < 0 ? mantissa / POWERS[-power]! : mantissa * POWERS[power]!;
    return isNegative ? -value : value;
  }
}

import { Fault } from '../../faults/fault';
import { latin, SHORT } from './step-text';
import type { StepValue } from './step-values';

/** Reads one argument list. Nesting beyond 200 levels is damage, not data. */
export class Parser {
  private readonly bytes: Uint8Array;
  private readonly decode: (bytes: Uint8Array) => string;
  private at = 0;
  private depth = 0;
  /** Short texts that were read before, where they stand and how long they are: names of properties come by the thousand. */
  private readonly texts = new Array<string>(TEXTS).fill('');
  private readonly textAt = new Uint32Array(TEXTS);
  constructor(bytes: Uint8Array, decode: (bytes: Uint8Array) => string) {
    this.bytes = bytes;
    this.decode = decode;
  }

  /** Goes to where a list begins. */
  begin(at: number): void {
    this.at = at;
    this.depth = 0;
  }

  private skip(): number {
    const { bytes } = this;
    for (;;) {
      const c = bytes[this.at];
      if (c === undefined) throw new Fault('file-unreadable', { reason: 'a record has no end' });
      if (c <= 32) this.at++;
      else if (c === 47 && bytes[this.at + 1] === 42) {
        this.at += 2;
        while (this.at < bytes.length && !(bytes[this.at] === 42 && bytes[this.at + 1] === 47)) this.at++;
        this.at += 2;
      } else return c;
    }
  }

  list(): StepValue[] {
    if (this.skip() !== 40 || ++this.depth > 200) throw new Fault('file-unreadable', { reason: 'a record is not in order' });
    this.at++;
    const out: StepValue[] = [];
    for (;;) {
      const c = this.skip();
      if (c === 41) {
        this.at++;
        this.depth--;
        return out;
      }
      if (c === 44) this.at++;
      else out.push(this.value(c));
    }
  }

  /** The value at a place of the list, counted from 0; undefined where there are fewer. */
  nth(place: number): StepValue | undefined {
    if (this.skip() !== 40) throw new Fault('file-unreadable', { reason: 'a record is not in order' });
    this.at++;
    for (let k = 0; k < place; k++) if (!this.passOver()) return undefined;
    const c = this.skip();
    return c === 41 ? undefined : this.value(c);
  }

  /** The numbers of the records that the value at a place points to; what is no number sign in a list is passed over. */
  refsAt(place: number): number[] {
    if (this.skip() !== 40) throw new Fault('file-unreadable', { reason: 'a record is not in order' });
    this.at++;
    for (let k = 0; k < place; k++) if (!this.passOver()) return [];
    const c = this.skip();
    if (c === 35) return [this.number()];
    const out: number[] = [];
    if (c !== 40) return out;
    for (this.at++; ;) {
      const d = this.skip();
      if (d === 41) return out;
      if (d === 35) out.push(this.number());
      else if (d === 44) this.at++;
      else this.value(d);
    }
  }

  /** The number behind a number sign. */
  private number(): number {
    const { bytes } = this;
    let id = 0;
    for (this.at++; bytes[this.at]! >= 48 && bytes[this.at]! <= 57; this.at++) id = id * 10 + bytes[this.at]! - 48;
    return id;
  }

  /** Passes over one value and the comma behind it; false at the end of the list. */
  private passOver(): boolean {
    const { bytes } = this;
    let depth = 0;
    for (; this.at < bytes.length; this.at++) {
      const c = bytes[this.at]!;
      if (c === 39) while (++this.at < bytes.length && bytes[this.at] !== 39);
      else if (c === 47 && bytes[this.at + 1] === 42) {
        for (this.at += 2; this.at < bytes.length && !(bytes[this.at] === 42 && bytes[this.at + 1] === 47);) this.at++;
        this.at++;
      } else if (c === 40) depth++;
      else if (c === 41 && depth-- === 0) return false;
      else if (c === 44 && depth === 0) {
        this.at++;
        return true;
      }
    }
    throw new Fault('file-unreadable', { reason: 'a record has no end' });
  }

  private value(c: number): StepValue {
    const { bytes } = this;
    if (c === 36 || c === 42) {
      this.at++;
      return null;
    }
    if (c === 40) return this.list();
    if (c === 39) return this.string();
    if (c === 35) return { ref: this.number() };
    if (c === 46) {
      const from = ++this.at;
      while (this.at < bytes.length && bytes[this.at] !== 46) this.at++;
      return { enum: latin(bytes, from, this.at++) };
    }
    const from = this.at;
    const plain = this.plainNumber(c);
    if (plain !== null) return plain;
    while (this.at < bytes.length && !isBreak(bytes[this.at]!)) this.at++;
    const word = latin(bytes, from, this.at);
    if (this.at === from) throw new Fault('file-unreadable', { reason: 'a record is not in order' });
    if (/^[A-Za-z]/.test(word) && this.skip() === 40) return { type: word.toUpperCase(), args: this.list() };
    const number = Number(word);
    return Number.isNaN(number) ? null : number;
  }

  /**
   * A number without exponent and with at most 15 digits: a whole number over a power of ten, both exact, so that the one division
   * gives the nearest double (W. Clinger, How to Read Floating Point Numbers Accurately, 1990). Null for all others.
   */
  private plainNumber(c: number): number | null {
    const { bytes } = this;
    let at = this.at;
    const isNegative = c === 45;
    if (isNegative) at++;
    let [whole, digits, behind] = [0, 0, -1];
    for (; ; at++) {
      const d = bytes[at]!;
      if (d >= 48 && d <= 57) {
        if (++digits > 15) return null;
        whole = whole * 10 + d - 48;
        if (behind >= 0) behind++;
      } else if (d === 46 && behind < 0) behind = 0;
      else if (digits > 0 && isBreak(d)) break;
      else return null;
    }
    this.at = at;
    const size = behind > 0 ? whole / TENS[behind]! : whole;
    return isNegative ? -size : size;
  }

  private string(): string {
    const { bytes } = this;
    const from = ++this.at;
    let plain = true;
    let isAscii = true;
    let hash = 0;
    let at = from;
    for (; ; at++) {
      const c = bytes[at]!;
      if (c === 39) {
        if (bytes[at + 1] !== 39) break;
        plain = false;
        at++;
      } else if (c === 92) plain = false;
      else if (c > 127) isAscii = false;
      else if (c === undefined) throw new Fault('file-unreadable', { reason: 'a text has no end' });
      hash = Math.imul(hash ^ c, 0x9e3779b1);
    }
    this.at = at + 1;
    if (isAscii && plain && at - from < SHORT) return this.known(from, at, (hash ^ (hash >>> 15)) & (TEXTS - 1));
    const text = isAscii ? latin(bytes, from, at) : this.decode(bytes.slice(from, at));
    return plain ? text : unescape(text);
  }

  /** A short text without signs of its own kind; one that was read a while ago is not made anew. */
  private known(from: number, to: number, slot: number): string {
    const { bytes } = this;
    const text = this.texts[slot]!;
    if (text.length === to - from) {
      let [at, before] = [from, this.textAt[slot]!];
      while (at < to && bytes[at] === bytes[before]) {
        at++;
        before++;
      }
      if (at === to) return text;
    }
    this.textAt[slot] = from;
    return (this.texts[slot] = latin(bytes, from, to));
  }
}

/** Control directives of ISO 10303-21: '' \\ \S\ \X\ \X2\ \X4\. What is malformed stays as it stands. */
function unescape(text: string): string {
  // in one pass: a backslash that stands for itself begins nothing
  return text.replace(DIRECTIVE, (all: string, x2?: string, x4?: string, x?: string, s?: string) => {
    if (all === "''") return "'";
    if (all === '\\\\') return '\\';
    if (s !== undefined) return String.fromCharCode(s.charCodeAt(0) + 128);
    if (x !== undefined) return String.fromCharCode(parseInt(x, 16));
    try {
      return (x2?.match(/.{4}/g) ?? x4!.match(/.{8}/g)!).map((hex) => String.fromCodePoint(parseInt(hex, 16))).join('');
    } catch {
      return all;
    }
  });
}

const DIRECTIVE = /''|\\\\|\\X2\\((?:[0-9A-Fa-f]{4})+)\\X0\\|\\X4\\((?:[0-9A-Fa-f]{8})+)\\X0\\|\\X\\([0-9A-Fa-f]{2})|\\S\\(.)/g;

/** Short texts that are kept ready; a power of two. */
const TEXTS = 4096;

const isBreak = (c: number): boolean => c <= 32 || c === 44 || c === 40 || c === 41 || c === 59 || c === 47;

/** Powers of ten that a double holds exactly. */
const TENS = Float64Array.from({ length: 16 }, (_, k) => 10 ** k);

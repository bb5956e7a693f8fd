import { Fault } from '../../faults/fault';
import { Growing } from '../../geometry/growing';
import { NumberTable } from '../ifc/shapes/number-table';
import { narrow } from '../narrow-text';
import { rowsByType } from './rows-by-type';
import { Parser } from './step-parser';
import { isUtf8, latin, lineOf, startsWith } from './step-text';
import { isRef, type StepRecord, type StepValue } from './step-values';

/**
 * An index over the bytes of a STEP file (ISO 10303-21, clear text encoding): where each record stands and of which type it is.
 * Records are parsed when they are asked for; geometry, most of a file, never is. One pass over the bytes, no copy.
 * Damage is told, not guessed: a text without an end is a Fault that names its line.
 */
export class StepIndex {
  readonly schema: string;
  /** Whether the end mark of the file was found. */
  readonly isComplete: boolean;
  /** Texts too long for the shape builder: offsets of their first and last sign, in turns. */
  readonly longTexts: number[] = [];
  readonly repeated = new Map<number, number>();
  /** Where the first sign stands that has no place outside of a text, or a record without its list; -1 for none. The shape builder loses itself on them. */
  stray = -1;
  /** Whether there is something between records that is none, or that bears a number twice. */
  private hasOthers = false;
  readonly bytes: Uint8Array;
  /** The number of each record, where its list begins, and its type. */
  private readonly ids = new NumberTable();
  private readonly offsets = new Growing((n) => new Uint32Array(n), 1024);
  private readonly typeOf = new Growing((n) => new Uint16Array(n), 1024);
  private readonly typeNames: string[] = [];
  /** The rows of all types, one type behind the other, and where each begins. */
  private readonly rows: Uint32Array;
  private readonly rowsFrom: Uint32Array;
  private readonly byType = new Map<string, readonly number[]>();
  private readonly decode: (bytes: Uint8Array) => string;
  private parser: Parser | undefined;
  readonly isUtf8: boolean;

  constructor(bytes: Uint8Array) {
    this.bytes = bytes;
    if (!startsWith(bytes, 'ISO-10303-21', bytes[0] === 0xef ? 3 : 0)) throw new Fault(bytes.length ? 'file-not-ifc' : 'file-empty');
    const high = this.scan();
    [this.rows, this.rowsFrom] = rowsByType(this.typeOf.view(), this.typeNames.length);
    this.isUtf8 = !high || isUtf8(bytes);
    const decoder = new TextDecoder();
    this.decode = this.isUtf8 ? (part) => decoder.decode(part) : narrow;
    const header = latin(bytes, 0, Math.min(bytes.length, 20000));
    this.schema = /FILE_SCHEMA\s*\(\s*\(\s*'([^']*)'/i.exec(header)?.[1] ?? '';
    this.isComplete = /END-ISO-10303-21\s*;\s*$/.test(
      latin(bytes, Math.max(0, bytes.length - 400), bytes.length)
        .replace(/\0+$/, '')
        .trimEnd(),
    );
  }

  /** Finds every `#id=TYPE(`; returns whether any byte above 127 was met. */
  private scan(): boolean {
    const { bytes } = this;
    const n = bytes.length;
    const names = new Map<number, number>();
    let high = false;
    let i = 0;
    let depth = 0;
    for (;;) {
      // most signs mean nothing here: they are passed over by a table
      const means = depth > 0 ? Means.inList : Means.outside;
      while (i < n && (MEANS[bytes[i]!]! & means) === 0) i++;
      if (i >= n) break;
      const c = bytes[i]!;
      if (c === 39) {
        const from = i++;
        for (;;) {
          while (i < n && (MEANS[bytes[i]!]! & Means.inText) === 0) i++;
          if (i >= n) throw new Fault('string-unclosed', { line: lineOf(bytes, from) });
          const d = bytes[i]!;
          if (d > 127) high = true;
          if (d === 39) {
            if (bytes[i + 1] !== 39) break;
            i++;
          }
          i++;
        }
        if (i - from > 60000) this.longTexts.push(from + 1, i - 1);
        i++;
      } else if (c === 40) {
        depth++;
        i++;
      } else if (c === 41) {
        if (--depth < 0 && this.stray < 0 && this.ids.count) this.stray = i;
        i++;
      } else if (c === 59) {
        if (depth > 0 && this.stray < 0 && this.ids.count) this.stray = i;
        depth = 0;
        i++;
      } else if (c === 47 && bytes[i + 1] === 42) {
        i += 2;
        while (i < n && !(bytes[i] === 42 && bytes[i + 1] === 47)) i++;
        i += 2;
      } else if (c === 35 && depth === 0) {
        i++;
        let id = 0;
        while (i < n && bytes[i]! >= 48 && bytes[i]! <= 57) id = id * 10 + bytes[i++]! - 48;
        while (i < n && bytes[i]! <= 32) i++;
        if (bytes[i] !== 61) {
          this.hasOthers = true;
          continue;
        }
        i++;
        while (i < n && bytes[i]! <= 32) i++;
        const nameAt = i;
        let hash = 2166136261;
        while (i < n) {
          let d = bytes[i]!;
          if (d >= 97 && d <= 122) d -= 32;
          if (!((d >= 65 && d <= 90) || (d >= 48 && d <= 57) || d === 95)) break;
          hash = Math.imul(hash ^ d, 16777619);
          i++;
        }
        if (i === nameAt) {
          this.hasOthers = true;
          continue;
        }
        let open = i;
        while (open < n && bytes[open]! <= 32 && bytes[open] !== 0) open++;
        if (open < n && bytes[open] !== 40 && this.stray < 0) this.stray = open;
        let type = names.get(hash);
        if (type === undefined) {
          const name = latin(bytes, nameAt, i).toUpperCase();
          type = this.typeNames.push(name) - 1;
          names.set(hash, type);
          if (type > MOST_TYPES) throw new Fault('file-unreadable', { reason: 'it has more kinds of records than any schema knows' });
        }
        if (!this.ids.add(id)) {
          this.repeated.set(id, (this.repeated.get(id) ?? 1) + 1);
          continue;
        }
        this.offsets.push(i);
        this.typeOf.push(type);
      } else {
        if (c > 127) high = true;
        if ((c > 126 || (c < 32 && c !== 10 && c !== 13 && c !== 9 && c !== 12)) && this.stray < 0 && i > 2 && !this.isPadding(i))
          this.stray = i;
        i++;
      }
    }
    return high;
  }

  /** Whether nothing but noughts follow, as some systems fill the last block of a file. */
  private isPadding(from: number): boolean {
    for (let i = from; i < this.bytes.length; i++) if (this.bytes[i] !== 0) return false;
    return true;
  }

  get count(): number {
    return this.ids.count;
  }
  /** The largest number of a record. */
  get largest(): number {
    let most = 0;
    for (let row = 0; row < this.ids.count; row++) most = Math.max(most, this.ids.numberOf(row));
    return most;
  }
  has(id: number): boolean {
    return this.ids.rowOf(id) >= 0;
  }
  typeNameOf(id: number): string {
    const row = this.ids.rowOf(id);
    return row < 0 ? '' : this.typeAt(row);
  }
  private typeAt(row: number): string {
    return this.typeNames[this.typeOf.reserve(0)[row]!]!;
  }
  /** Where a record begins to be told, at the name of its type; -1 where there is none. */
  placeOf(id: number): number {
    const row = this.ids.rowOf(id);
    return row < 0 ? -1 : this.offsets.reserve(0)[row]! - this.typeAt(row).length;
  }
  private parserAt(row: number): Parser {
    this.parser ??= new Parser(this.bytes, this.decode);
    this.parser.begin(this.offsets.reserve(0)[row]!);
    return this.parser;
  }
  types(): IterableIterator<string> {
    return this.typeNames.values();
  }
  /** Numbers of all records of a type, in the order of the file. */
  all(type: string): readonly number[] {
    let ids = this.byType.get(type);
    if (!ids) this.byType.set(type, (ids = this.first(type, Infinity)));
    return ids;
  }
  /** Numbers of so many records of a type, the first in the file. */
  first(type: string, count: number): readonly number[] {
    const of = this.typeNames.indexOf(type);
    if (of < 0) return [];
    const [from, to] = [this.rowsFrom[of]!, this.rowsFrom[of + 1]!];
    return Array.from(this.rows.subarray(from, Math.min(to, from + count)), (row) => this.ids.numberOf(row));
  }

  /** The records that were asked for last: one product is asked for several times in a row. */
  private readonly recent: (StepRecord | undefined)[] = [];

  /** The record with this number, or null when the file has none or it cannot be parsed. */
  get(id: number): StepRecord | null {
    const recent = this.recent[id & (RECENT - 1)];
    if (recent?.id === id) return recent;
    const row = this.ids.rowOf(id);
    if (row < 0) return null;
    try {
      const record = { id, type: this.typeAt(row), args: this.parserAt(row).list() };
      this.recent[id & (RECENT - 1)] = record;
      return record;
    } catch {
      return null;
    }
  }
  /** One value of a record; those before it are passed over, which costs little where they are long lists. */
  valueOf(id: number, place: number): StepValue | undefined {
    const row = this.ids.rowOf(id);
    if (row < 0) return undefined;
    try {
      return this.parserAt(row).nth(place);
    } catch {
      return undefined;
    }
  }
  /** The records that one value of a record points to, one or a list; none where it is anything else. */
  refsOf(id: number, place: number): number[] {
    const row = this.ids.rowOf(id);
    if (row < 0) return [];
    try {
      return this.parserAt(row).refsAt(place);
    } catch {
      return [];
    }
  }
  /** The bytes of a record, from its number sign to its semicolon, as far as it can be followed. */
  extentOf(id: number): [from: number, to: number] {
    const row = this.ids.rowOf(id);
    return [this.signOf(row), this.endOf(row)];
  }
  /** Where the number sign of a row stands. */
  private signOf(row: number): number {
    let from = this.offsets.reserve(0)[row]!;
    while (from > 0 && this.bytes[from] !== 35) from--;
    return from;
  }
  /** Where the semicolon of a row stands. */
  private endOf(row: number): number {
    const { bytes } = this;
    let to = this.offsets.reserve(0)[row]!;
    while (to < bytes.length && bytes[to] !== 59) {
      if (bytes[to] === 39) while (++to < bytes.length && bytes[to] !== 39);
      to++;
    }
    return to;
  }
  /**
   * Where records of some types stand, side by side as one stretch: its first byte and the one behind its last, in turns, in the
   * order of the file. None where there is anything between records that is not known.
   */
  stretchesOf(isOne: (type: string) => boolean): Uint32Array {
    const out = new Growing((n) => new Uint32Array(n));
    if (this.hasOthers || this.repeated.size) return out.view();
    const wanted = this.typeNames.map(isOne);
    const types = this.typeOf.view();
    for (let row = 0; row < types.length; row++) {
      if (!wanted[types[row]!]) continue;
      out.push(this.signOf(row));
      while (row < types.length && wanted[types[row]!]) row++;
      out.push(row < types.length ? this.signOf(row) : this.endOf(row - 1) + 1);
    }
    return out.view();
  }
  follow(value: StepValue | undefined): StepRecord | null {
    return isRef(value) ? this.get(value.ref) : null;
  }

  lineOf(offset: number): number {
    return lineOf(this.bytes, offset);
  }
}

/** Where a sign means something to the search for records. */
const Means = { outside: 1, inList: 2, inText: 4 } as const;
const MEANS = Uint8Array.from({ length: 256 }, (_, c) => {
  const isDamage = c > 126 || (c < 32 && ![9, 10, 12, 13].includes(c));
  const isMark = isDamage || "'();/".includes(String.fromCharCode(c));
  return (isMark || c === 35 ? Means.outside : 0) | (isMark ? Means.inList : 0) | (c === 39 || c > 127 ? Means.inText : 0);
});

/** Rows of types are kept in 16 bits; schemas know a thousand. */
const MOST_TYPES = 0xffff;

/** Records that are kept ready; a power of two. */
const RECENT = 512;

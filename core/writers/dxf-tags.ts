import { decimal } from './numbers';

/** Collects DXF tags (group code, value) and gives out handles in order, so that the same drawing gives the same file. */
export class DxfTags {
  private readonly out: string[] = [];
  private handle = 0x100;
  private readonly isAscii: boolean;

  /** @param isAscii whether other characters are written as `\U+` and their code, as releases before 2007 have them */
  constructor(isAscii = false) {
    this.isAscii = isAscii;
  }

  nextHandle(): string {
    return (this.handle++).toString(16).toUpperCase();
  }
  get seed(): string {
    return this.handle.toString(16).toUpperCase();
  }
  text(code: number, value: string): this {
    const safe = CODES.test(value) ? value.replace(CODES_ALL, '\\U+005C$1') : value;
    this.out.push(`${code}\n${this.isAscii ? escaped(safe) : safe}`);
    return this;
  }
  int(code: number, value: number): this {
    this.out.push(`${code}\n${Math.round(value)}`);
    return this;
  }
  /** A real number; DXF wants a point in it. */
  real(code: number, value: number, decimals = 6): this {
    const text = decimal(value, decimals);
    this.out.push(`${code}\n${text.includes('.') ? text : `${text}.0`}`);
    return this;
  }
  point(code: number, x: number, y: number, z?: number): this {
    this.real(code, x).real(code + 10, y);
    return z === undefined ? this : this.real(code + 20, z);
  }
  append(other: DxfTags): this {
    for (const line of other.out) this.out.push(line);
    return this;
  }
  toString(): string {
    return `${this.out.join('\n')}\n`;
  }
}

/**
 * What a reader would take for the code of another sign (DXF Reference, \U+ and \M+) is none where a name only looks so: its backslash is
 * written by its code.
 */
const CODES = /\\[UM]\+/i;
const CODES_ALL = /\\([UM]\+)/gi;

/** A text in ASCII: every other code unit as `\U+` and four digits (DXF Reference, release 2000). */
export const escaped = (text: string): string =>
  text.replace(/[^ -~]/g, (sign) => `\\U+${sign.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`);

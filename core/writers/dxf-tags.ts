import { decimal } from './numbers';

/** Collects DXF tags (group code, value) and gives out handles in order, so that the same drawing gives the same file. */
export class DxfTags {
  private readonly out: string[] = [];
  private handle = 0x100;

  nextHandle(): string {
    return (this.handle++).toString(16).toUpperCase();
  }
  get seed(): string {
    return this.handle.toString(16).toUpperCase();
  }
  text(code: number, value: string): this {
    this.out.push(`${code}\n${value}`);
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

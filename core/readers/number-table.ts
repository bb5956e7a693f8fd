import { Growing } from '../model/model-builder';

/**
 * Rows by the number that each bears: an open-addressing table, so that millions of numbers, however large and far apart, cost a
 * dozen bytes each.
 */
export class NumberTable {
  /** In 32 bits until a number comes that has more. */
  private numbers: Growing<Uint32Array> | Growing<Float64Array> = new Growing((n) => new Uint32Array(n), 1024);
  private slots = new Int32Array(4096).fill(-1);

  get count(): number {
    return this.numbers.length;
  }
  numberOf(row: number): number {
    return this.numbers.reserve(0)[row]!;
  }

  /** The row of a number, -1 where there is none. */
  rowOf(number: number): number {
    return this.slots[this.slotOf(number)]!;
  }

  /** Adds a number as the next row; false, and nothing done, where it is there already. */
  add(number: number): boolean {
    const slot = this.slotOf(number);
    if (this.slots[slot]! >= 0) return false;
    this.slots[slot] = this.count;
    if (number >= WIDE && !this.isWide) this.makeWide();
    this.numbers.push(number);
    if (this.count * 2 > this.slots.length) this.widen();
    return true;
  }

  private isWide = false;
  private makeWide(): void {
    const wide = new Growing((n) => new Float64Array(n), this.count * 2);
    for (const number of this.numbers.view()) wide.push(number);
    this.numbers = wide;
    this.isWide = true;
  }

  private slotOf(number: number): number {
    const { slots } = this;
    const numbers = this.numbers.reserve(0);
    const mask = slots.length - 1;
    // numbers one behind the other, as most files have them, lie one behind the other here too
    const high = Math.imul((number >>> 20) + (number > WIDE ? number / WIDE : 0), 0x9e3779b1);
    let slot = (number ^ high ^ (high >>> 15)) & mask;
    while (slots[slot]! >= 0 && numbers[slots[slot]!] !== number) slot = (slot + 1) & mask;
    return slot;
  }

  private widen(): void {
    this.slots = new Int32Array(this.slots.length * 2).fill(-1);
    for (let row = 0; row < this.count; row++) this.slots[this.slotOf(this.numberOf(row))] = row;
  }
}

/** Beyond this, more than 32 bits tell two numbers apart. */
const WIDE = 2 ** 32;

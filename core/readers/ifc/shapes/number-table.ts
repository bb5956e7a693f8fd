import { Growing } from '../../../geometry/growing';

/** Up to so many times the count of all numbers a list by number is worth its room. */
const SPARSE = 3;

/**
 * Rows by the number that each bears. Numbers that lie close together, as most files have them, are looked up in a list by number;
 * the others in an open-addressing table, so that millions of numbers, however large and far apart, cost a dozen bytes each.
 */
export class NumberTable {
  /** In 32 bits until a number comes that has more. */
  private numbers: Growing<Uint32Array> | Growing<Float64Array> = new Growing((n) => new Uint32Array(n), 1024);
  /** The row of each number below its length, -1 for none. */
  private near = new Int32Array(4096).fill(-1);
  /** The rows of all others, and how many they are. */
  private slots = new Int32Array(64).fill(-1);
  private far = 0;

  get count(): number {
    return this.numbers.length;
  }
  numberOf(row: number): number {
    return this.numbers.reserve(0)[row]!;
  }

  /** The row of a number, -1 where there is none. */
  rowOf(number: number): number {
    const { near } = this;
    // a whole number may come as a double, and the engine would make its code anew each time that one is an index
    if (number >= 0 && number < near.length) return near[number | 0]!;
    return number < 0 ? -1 : this.slots[this.slotOf(number)]!;
  }

  /** Adds a number as the next row; false, and nothing done, where it is there already. */
  add(number: number): boolean {
    if (number >= this.near.length && number < SPARSE * (this.count + this.near.length / SPARSE)) this.reach(number);
    if (this.rowOf(number) >= 0) return false;
    const isNear = number < this.near.length;
    if (isNear) this.near[number] = this.count;
    else this.slots[this.slotOf(number)] = this.count;
    if (number >= WIDE && !this.isWide) this.makeWide();
    this.numbers.push(number);
    if (!isNear && ++this.far * 2 > this.slots.length) this.widen();
    return true;
  }

  /** Lets the list by number go on to a number; what was looked up in the table before is found in it then. */
  private reach(number: number): void {
    const before = this.near.length;
    const near = new Int32Array(Math.max(before * 2, number + 1)).fill(-1, before);
    near.set(this.near);
    this.near = near;
    if (!this.far) return;
    for (const row of this.slots) {
      const own = row < 0 ? Infinity : this.numberOf(row);
      if (own < near.length) near[own] = row;
    }
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
    const rows = this.slots.filter((row) => row >= 0);
    this.slots = new Int32Array(this.slots.length * 2).fill(-1);
    for (const row of rows) this.slots[this.slotOf(this.numberOf(row))] = row;
  }
}

/** Beyond this, more than 32 bits tell two numbers apart. */
const WIDE = 2 ** 32;

/** From so many figures on they are moved at once, not one by one. */
const MANY = 64;

/** A growing array of figures; doubles its room, so a million pushes cost a million steps. */
export class Growing<T extends Float32Array | Float64Array | Uint32Array | Int32Array | Uint16Array | Uint8Array> {
  private data: T;
  private readonly make: (n: number) => T;
  length = 0;
  constructor(make: (n: number) => T, room = 0) {
    this.make = make;
    this.data = make(room);
  }
  /** The storage with room for `extra` more; write at `length` and raise it. */
  reserve(extra: number): T {
    if (this.length + extra > this.data.length) {
      const next = this.make(Math.max(this.data.length * 2, this.length + extra));
      next.set(this.data as never);
      this.data = next;
    }
    return this.data;
  }
  push(value: number): void {
    this.reserve(1)[this.length++] = value;
  }
  /** Adds one value many times. */
  fill(value: number, times: number): void {
    this.reserve(times).fill(value, this.length, this.length + times);
    this.length += times;
  }
  /** Adds the values `from` up to `to` of others. */
  append(values: ArrayLike<number>, from = 0, to = values.length): void {
    const data = this.reserve(to - from);
    if (to - from > MANY && ArrayBuffer.isView(values)) {
      data.set((values as Float64Array).subarray(from, to), this.length);
      this.length += to - from;
      return;
    }
    for (let k = from; k < to; k++) data[this.length++] = values[k]!;
  }
  /** What was collected so far, not copied: valid until the next growth. */
  view(): T {
    return this.data.subarray(0, this.length) as T;
  }
  /** All that was collected; storage that is just full is handed over as it is. */
  done(): T {
    return (this.length === this.data.length ? this.data : this.data.slice(0, this.length)) as T;
  }
}

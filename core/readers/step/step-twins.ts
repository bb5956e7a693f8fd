import type { StepIndex } from './step-index';

/** Records that are kept in mind; a power of two. */
const KEPT = 4096;
const SEMICOLON = 59;
const QUOTE = 39;

/**
 * What is worked out of records, once for all that read the same but for their numbers: files hold the same property a thousand
 * times. Only so many are kept in mind; of others it is worked out anew. Cost: one pass over the bytes of a record.
 */
export class StepTwins<T> {
  private readonly index: StepIndex;
  private readonly make: (id: number) => T;
  private readonly from = new Uint32Array(KEPT);
  private readonly length = new Int32Array(KEPT);
  private readonly made = new Array<T | undefined>(KEPT).fill(undefined);

  /** @param make what comes of a record; it may depend on its type and its values, not on its number */
  constructor(index: StepIndex, make: (id: number) => T) {
    this.index = index;
    this.make = make;
  }

  of(id: number): T {
    const { bytes } = this.index;
    const from = this.index.placeOf(id);
    if (from < 0) return this.make(id);
    let hash = 0;
    let to = from;
    // a semicolon within a text ends nothing
    for (let isText = false; to < bytes.length; to++) {
      const c = bytes[to]!;
      if (c === QUOTE) isText = !isText;
      else if (c === SEMICOLON && !isText) break;
      hash = Math.imul(hash ^ c, 0x9e3779b1);
    }
    const slot = (hash ^ (hash >>> 15)) & (KEPT - 1);
    if (this.length[slot] === to - from) {
      let [at, before] = [from, this.from[slot]!];
      while (at < to && bytes[at] === bytes[before]) {
        at++;
        before++;
      }
      if (at === to) return this.made[slot]!;
    }
    this.from[slot] = from;
    this.length[slot] = to - from;
    return (this.made[slot] = this.make(id));
  }
}

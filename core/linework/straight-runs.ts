import { elementOf, kindOf, type SegmentList } from '../sights/segments';

/** A segment goes on in another when it leaves the line of the longer of the two by no more than this, metres. */
const OFF = 1e-6;

/**
 * How far the straight line reaches that a segment is a piece of: over those of its kind and element that go on from its ends.
 * An edge may come in pieces, or whole, as the faces beside it are divided; its line is the same. Worked out where it is asked for.
 */
export class StraightRuns {
  private readonly list: SegmentList;
  /** Micrometres; -1 where it was not asked for yet. */
  private readonly reach: Float64Array;
  private index: EndIndex | null = null;

  constructor(list: SegmentList) {
    this.list = list;
    this.reach = new Float64Array(list.count).fill(-1);
  }

  /** The length of the line of a segment, to a micrometre. */
  lengthOf(s: number): number {
    if (this.reach[s]! >= 0) return this.reach[s]!;
    const { ends } = this.list;
    const index = (this.index ??= new EndIndex(ends));
    const run = [s];
    this.reach[s] = 0;
    const [u0, v0] = [ends[s * 4]!, ends[s * 4 + 1]!];
    const [du, dv] = [ends[s * 4 + 2]! - u0, ends[s * 4 + 3]! - v0];
    let [low, high] = [0, du * du + dv * dv];
    // the run is walked as it grows
    for (let k = 0; k < run.length; k++) {
      const one = run[k]!;
      for (let end = one * 2; end < one * 2 + 2; end++)
        for (let other = index.first(end); other >= 0; other = index.next[other]!) {
          const next = other >> 1;
          if (this.reach[next]! >= 0 || !index.areSame(end, other) || !this.goesOn(end, other)) continue;
          this.reach[next] = 0;
          run.push(next);
          for (const tip of [0, 2]) {
            const along = (ends[next * 4 + tip]! - u0) * du + (ends[next * 4 + tip + 1]! - v0) * dv;
            low = Math.min(low, along);
            high = Math.max(high, along);
          }
        }
    }
    const reach = Math.round(((high - low) / Math.sqrt(du * du + dv * dv)) * 1e6);
    for (const one of run) this.reach[one] = reach;
    return reach;
  }

  /** Whether of two segments of one kind that have an end in common one goes on straight in the other; by their ends. */
  private goesOn(p: number, q: number): boolean {
    const { ends } = this.list;
    const [s, next] = [p >> 1, q >> 1];
    if (kindOf(this.list, s) !== kindOf(this.list, next) || elementOf(this.list, s) !== elementOf(this.list, next)) return false;
    const [u, v] = [ends[p * 2]!, ends[p * 2 + 1]!];
    const [pu, pv] = [u - ends[(p ^ 1) * 2]!, v - ends[(p ^ 1) * 2 + 1]!];
    const [qu, qv] = [ends[(q ^ 1) * 2]! - u, ends[(q ^ 1) * 2 + 1]! - v];
    // the far end of the shorter is this far from the line of the longer
    const off = Math.abs(pu * qv - pv * qu) / Math.sqrt(Math.max(pu * pu + pv * pv, qu * qu + qv * qv));
    return pu * qu + pv * qv > 0 && off <= OFF;
  }
}

/** Finds the ends of segments that lie in one place, bitwise: end e of segment s is 2 s + e. A hash with chains. */
class EndIndex {
  readonly next: Int32Array;
  private readonly ends: Float64Array;
  private readonly words: Int32Array;
  private readonly head: Int32Array;

  constructor(ends: Float64Array) {
    this.ends = ends;
    this.words = new Int32Array(ends.buffer, ends.byteOffset, ends.length * 2);
    const count = ends.length / 2;
    this.head = new Int32Array(2 ** Math.ceil(Math.log2(count + 8))).fill(-1);
    this.next = new Int32Array(count);
    for (let end = count - 1; end >= 0; end--) {
      const h = this.hash(end);
      this.next[end] = this.head[h]!;
      this.head[h] = end;
    }
  }

  /** The first end that may lie where one does; `next` gives the others. */
  first(end: number): number {
    return this.head[this.hash(end)]!;
  }

  areSame(p: number, q: number): boolean {
    return this.ends[p * 2] === this.ends[q * 2] && this.ends[p * 2 + 1] === this.ends[q * 2 + 1];
  }

  private hash(end: number): number {
    const w = end * 4;
    const h =
      Math.imul(this.words[w]! ^ Math.imul(this.words[w + 1]!, 0x9e3779b1), 0x85ebca6b) ^
      Math.imul(this.words[w + 2]! ^ Math.imul(this.words[w + 3]!, 0xc2b2ae35), 0x27d4eb2f);
    return (h ^ (h >>> 15)) & (this.head.length - 1);
  }
}

import { EDGE } from '../geometry/numbers/tolerances';
import { Growing } from '../geometry/growing';
import type { Stretches } from '../geometry/numbers/intervals';

/** Pieces of candidate edges: six numbers of place each (u0 v0 w0 u1 v1 w1), the candidate, and whether it is hidden. */
export interface Pieces {
  readonly count: number;
  readonly ends: Float64Array;
  readonly candidate: Uint32Array;
  readonly hidden: Uint8Array;
}

/** Pieces shorter than this, and gaps between hidden stretches, come from the widening of the occluders. */
export const LEFTOVER = 5 * EDGE;

/** Where pieces are written. */
export interface Sink {
  readonly ends: Growing<Float64Array>;
  readonly owner: Growing<Uint32Array>;
  readonly hidden: Growing<Uint8Array>;
}

export const newSink = (): Sink => ({
  ends: new Growing((n) => new Float64Array(n), 6 * 4096),
  owner: new Growing((n) => new Uint32Array(n), 4096),
  hidden: new Growing((n) => new Uint8Array(n), 4096),
});

/** Writes the stretches of [lo, hi] between those of a list. */
export function emitGaps(
  sink: Sink,
  ends: Float64Array,
  c: number,
  length: number,
  { exactFrom, exactTo, count }: Stretches,
  lo: number,
  hi: number,
  hiddenFlag: number,
): void {
  const e = c * 6;
  const u0 = ends[e]!,
    v0 = ends[e + 1]!,
    w0 = ends[e + 2]!;
  const u1 = ends[e + 3]!,
    v1 = ends[e + 4]!,
    w1 = ends[e + 5]!;
  let t = lo;
  for (let k = 0; k <= count; k++) {
    const until = k < count ? Math.min(exactFrom[k]!, hi) : hi;
    // a whole edge is no leftover of the widening, however short it is: fine round things are made of such
    if ((until - t) * length > LEFTOVER || (t === 0 && until === 1)) {
      const a = t * length < LEFTOVER ? 0 : t,
        b = (1 - until) * length < LEFTOVER ? 1 : until;
      const data = sink.ends.reserve(6),
        q = sink.ends.length;
      data[q] = u0 + a * (u1 - u0);
      data[q + 1] = v0 + a * (v1 - v0);
      data[q + 2] = w0 + a * (w1 - w0);
      data[q + 3] = b === 1 ? u1 : u0 + b * (u1 - u0);
      data[q + 4] = b === 1 ? v1 : v0 + b * (v1 - v0);
      data[q + 5] = b === 1 ? w1 : w0 + b * (w1 - w0);
      sink.ends.length = q + 6;
      sink.owner.push(c);
      sink.hidden.push(hiddenFlag);
    }
    if (k < count && exactTo[k]! > t) t = exactTo[k]!;
    if (t >= hi) break;
  }
}

import { cellHash } from '../geometry/numbers/cell-hash';
import { JOIN } from '../geometry/numbers/tolerances';
import type { SegmentList } from '../sights/segments';

/** The ends of segments as nodes: two numbers of each segment, and the place of each node. */
export interface EndNodes {
  readonly node: Uint32Array;
  readonly places: Float64Array;
}

/** One number for each end; ends within JOIN of each other share it, and the place of the first. Method: a hash of square cells. */
export function endNodes({ count, ends }: SegmentList): EndNodes {
  const node = new Uint32Array(count * 2);
  const places = new Float64Array(count * 4);
  let used = 0;
  const cell = JOIN * 8;
  let size = 1024;
  while (size < count * 4) size *= 2;
  const mask = size - 1;
  const head = new Int32Array(size).fill(-1);
  const next = new Int32Array(count * 2);
  const bucket = (i: number, j: number) => cellHash(i, j) & mask;
  for (let p = 0; p < count * 2; p++) {
    const u = ends[p * 2]!,
      v = ends[p * 2 + 1]!;
    const i = Math.floor(u / cell),
      j = Math.floor(v / cell);
    const fu = u / cell - i,
      fv = v / cell - j;
    let found = -1;
    for (let a = fu < 0.125 ? -1 : 0; a <= (fu > 0.875 ? 1 : 0) && found < 0; a++)
      for (let b = fv < 0.125 ? -1 : 0; b <= (fv > 0.875 ? 1 : 0) && found < 0; b++) {
        // of several the first: lists run from the last to the first
        for (let n = head[bucket(i + a, j + b)]!; n >= 0; n = next[n]!)
          if (Math.abs(places[n * 2]! - u) <= JOIN && Math.abs(places[n * 2 + 1]! - v) <= JOIN) found = n;
      }
    if (found < 0) {
      found = used++;
      places[found * 2] = u;
      places[found * 2 + 1] = v;
      const b = bucket(i, j);
      next[found] = head[b]!;
      head[b] = found;
    }
    node[p] = found;
  }
  return { node, places: places.subarray(0, used * 2) };
}

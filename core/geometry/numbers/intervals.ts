/** Most intervals of one edge; an edge behind a picket fence has hundreds. What comes beyond stays visible. */
export const LIST = 16384;

/** Puts an interval into a sorted list, joining what overlaps or nearly touches; returns the new length of the list. */
export function insert(fromList: Float64Array, toList: Float64Array, count: number, from: number, to: number, gap: number): number {
  let first = 0;
  while (first < count && toList[first]! < from - gap) first++;
  let last = first;
  while (last < count && fromList[last]! <= to + gap) {
    if (fromList[last]! < from) from = fromList[last]!;
    if (toList[last]! > to) to = toList[last]!;
    last++;
  }
  const removed = last - first;
  if (removed === 0) {
    if (count >= LIST) return count;
    for (let k = count; k > first; k--) {
      fromList[k] = fromList[k - 1]!;
      toList[k] = toList[k - 1]!;
    }
  } else if (removed > 1)
    for (let k = last; k < count; k++) {
      fromList[k - removed + 1] = fromList[k]!;
      toList[k - removed + 1] = toList[k]!;
    }
  fromList[first] = from;
  toList[first] = to;
  return count - removed + 1;
}

/**
 * Stretches of a line that widened occluders cover, joined where they overlap or nearly touch, and where each begins and ends
 * without the widening: what shows beside them ends exactly on the side of what hides the rest.
 */
export class Stretches {
  readonly from = new Float64Array(LIST);
  readonly to = new Float64Array(LIST);
  readonly exactFrom = new Float64Array(LIST);
  readonly exactTo = new Float64Array(LIST);
  count = 0;

  insert(from: number, to: number, exactFrom: number, exactTo: number, gap: number): void {
    const { from: fromList, to: toList, exactFrom: exactFromList, exactTo: exactToList, count } = this;
    let first = 0;
    while (first < count && toList[first]! < from - gap) first++;
    let last = first;
    while (last < count && fromList[last]! <= to + gap) {
      // what reaches farthest tells the exact end, whichever comes first
      if (fromList[last]! < from || (fromList[last] === from && exactFromList[last]! < exactFrom)) {
        from = fromList[last]!;
        exactFrom = exactFromList[last]!;
      }
      if (toList[last]! > to || (toList[last] === to && exactToList[last]! > exactTo)) {
        to = toList[last]!;
        exactTo = exactToList[last]!;
      }
      last++;
    }
    if (last === first) {
      if (count >= LIST) return;
      this.shift(first, count, 1);
    } else if (last - first > 1) this.shift(last, count, first - last + 1);
    fromList[first] = from;
    toList[first] = to;
    exactFromList[first] = exactFrom;
    exactToList[first] = exactTo;
    this.count = count - (last - first) + 1;
  }

  /** Whether the stretch from `lo` to `hi` is covered as a whole. */
  covers(lo: number, hi: number): boolean {
    const { from, to, count } = this;
    for (let k = 0; k < count; k++) if (from[k]! <= lo && to[k]! >= hi) return true;
    return false;
  }

  /** Takes out stretches that `isNothing` tells to be none. */
  drop(isNothing: (from: number, to: number) => boolean): void {
    let kept = 0;
    for (let k = 0; k < this.count; k++) {
      if (isNothing(this.from[k]!, this.to[k]!)) continue;
      if (kept < k) for (const list of [this.from, this.to, this.exactFrom, this.exactTo]) list[kept] = list[k]!;
      kept++;
    }
    this.count = kept;
  }

  /** Takes away what other stretches cover. */
  subtract(other: Stretches): void {
    const left: [number, number, number, number][] = [];
    for (let k = 0; k < this.count; k++) {
      let [from, exactFrom] = [this.from[k]!, this.exactFrom[k]!];
      const [to, exactTo] = [this.to[k]!, this.exactTo[k]!];
      for (let i = 0; i < other.count && from < to; i++) {
        if (other.to[i]! <= from || other.from[i]! >= to) continue;
        if (other.from[i]! > from) left.push([from, other.from[i]!, exactFrom, other.exactFrom[i]!]);
        [from, exactFrom] = [other.to[i]!, other.exactTo[i]!];
      }
      if (from < to) left.push([from, to, exactFrom, exactTo]);
    }
    this.count = 0;
    for (const stretch of left) this.insert(...stretch, 0);
  }

  /** Moves the stretches from `first` on by some places. */
  private shift(first: number, count: number, by: number): void {
    if (first === count) return;
    this.from.copyWithin(first + by, first, count);
    this.to.copyWithin(first + by, first, count);
    this.exactFrom.copyWithin(first + by, first, count);
    this.exactTo.copyWithin(first + by, first, count);
  }
}

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

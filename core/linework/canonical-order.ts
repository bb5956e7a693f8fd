import { Growing } from '../geometry/growing';
import { onGrid } from '../geometry/numbers/on-grid';
import { beyondOf, elementOf, kindOf, Segments, type SegmentList } from '../sights/segments';

/**
 * The same segments in an order that depends on nothing but themselves: by kind, element and place, each from its lower end
 * (left, then low) to the other. So a drawing does not hang on the order of triangles, parts or workers.
 * Cost: n, and n log n of those of one kind and element.
 */
export function canonicalOrder(list: SegmentList): SegmentList {
  const { count, ends } = list;
  const round = new Float64Array(ends.length);
  for (let i = 0; i < ends.length; i++) round[i] = onGrid(ends[i]!);
  const isTurned = new Uint8Array(count);
  // the places of each from its lower end
  const places = new Float64Array(count * 4);
  for (let s = 0, a = 0; s < count; s++, a += 4) {
    const turned = round[a]! > round[a + 2]! || (round[a] === round[a + 2] && round[a + 1]! > round[a + 3]!);
    if (turned) isTurned[s] = 1;
    for (let k = 0; k < 4; k++) places[a + k] = round[a + (turned ? k ^ 2 : k)]!;
  }
  const { order, starts } = byKind(list);
  const compare = (a: number, b: number): number => places[a * 4]! - places[b * 4]! || further(a, b);
  for (let k = 0; k + 1 < starts.length; k++) if (starts[k + 1]! - starts[k]! > 1) order.subarray(starts[k], starts[k + 1]).sort(compare);

  function further(a: number, b: number): number {
    for (let k = 1; k < 4; k++) {
      const apart = places[a * 4 + k]! - places[b * 4 + k]!;
      if (apart !== 0) return apart;
    }
    // one behind the other: the nearer first
    return beyondOf(list, a) - beyondOf(list, b) || depthAt(a, 0) - depthAt(b, 0) || depthAt(a, 1) - depthAt(b, 1);
  }
  function depthAt(s: number, end: 0 | 1): number {
    return list.depths[s * 2 + (end ^ isTurned[s]!)]!;
  }
  const rounded = { ...list, ends: round };
  const out = new Segments(count);
  for (let k = 0; k < count; k++) out.addStretch(rounded, order[k]!, 0, 1, 0, isTurned[order[k]!] === 1);
  return out.done();
}

/** The segments by kind, then element, and where each such group of them starts; in a group the order is that of the list. Cost: n. */
function byKind(list: SegmentList): { order: Uint32Array; starts: Uint32Array } {
  const { count } = list;
  const [elements, kinds, listed] = [new Uint32Array(count), new Uint32Array(count), new Uint32Array(count)];
  for (let s = 0; s < count; s++) {
    listed[s] = s;
    elements[s] = elementOf(list, s) + 1;
    kinds[s] = kindOf(list, s);
  }
  const order = counted(kinds, counted(elements, listed));
  const starts = new Growing((n) => new Uint32Array(n), 256);
  for (let k = 0; k < count; k++) {
    const [a, b] = [order[k - 1]!, order[k]!];
    if (k === 0 || kinds[a] !== kinds[b] || elements[a] !== elements[b]) starts.push(k);
  }
  starts.push(count);
  return { order, starts: starts.view() };
}

/** What stands in an order, by small numbers instead; of one number in the order as it was. */
function counted(numbers: Uint32Array, order: Uint32Array): Uint32Array {
  let most = 0;
  for (let s = 0; s < numbers.length; s++) if (numbers[s]! > most) most = numbers[s]!;
  const start = new Uint32Array(most + 2);
  for (let s = 0; s < numbers.length; s++) start[numbers[s]! + 1]!++;
  for (let k = 0; k <= most; k++) start[k + 1]! += start[k]!;
  const out = new Uint32Array(order.length);
  for (let k = 0; k < order.length; k++) out[start[numbers[order[k]!]!]!++] = order[k]!;
  return out;
}

import { onGrid } from '../geometry/on-grid';
import { beyondOf, elementOf, kindOf, Segments, type SegmentList } from '../sights/segments';

/**
 * The same segments in an order that depends on nothing but themselves: by kind, element and place, each from its lower end
 * (left, then low) to the other. So a drawing does not hang on the order of triangles, parts or workers.
 * Cost: n log n.
 */
export function canonicalOrder(list: SegmentList): SegmentList {
  const { count, ends } = list;
  const round = new Float64Array(ends.length);
  for (let i = 0; i < ends.length; i++) round[i] = onGrid(ends[i]!);
  const isTurned = new Uint8Array(count);
  // the places of each from its lower end, and its kind and element as one number
  const places = new Float64Array(count * 4);
  const group = new Float64Array(count);
  for (let s = 0, a = 0; s < count; s++, a += 4) {
    const turned = round[a]! > round[a + 2]! || (round[a] === round[a + 2] && round[a + 1]! > round[a + 3]!);
    if (turned) isTurned[s] = 1;
    for (let k = 0; k < 4; k++) places[a + k] = round[a + (turned ? k ^ 2 : k)]!;
    group[s] = kindOf(list, s) * 2 ** 32 + elementOf(list, s);
  }
  const order = new Uint32Array(count);
  for (let s = 0; s < count; s++) order[s] = s;
  order.sort((a, b) => {
    if (group[a] !== group[b]) return group[a]! - group[b]!;
    for (let k = 0; k < 4; k++) {
      const [x, y] = [places[a * 4 + k]!, places[b * 4 + k]!];
      if (x !== y) return x - y;
    }
    // one behind the other: the nearer first
    return beyondOf(list, a) - beyondOf(list, b) || depthAt(a, 0) - depthAt(b, 0) || depthAt(a, 1) - depthAt(b, 1);
  });
  function depthAt(s: number, end: 0 | 1): number {
    return list.depths[s * 2 + (end ^ isTurned[s]!)]!;
  }
  const rounded = { ...list, ends: round };
  const out = new Segments(count);
  for (let k = 0; k < count; k++) out.addStretch(rounded, order[k]!, 0, 1, 0, isTurned[order[k]!] === 1);
  return out.done();
}

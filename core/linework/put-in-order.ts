import { beyondOf, elementOf, kindOf, Segments, type SegmentList } from './segments';

/** Places are rounded to a nanometre here: far below every tolerance, far above the noise of computing in another order. */
const GRID = 1e9;

/**
 * The same segments in an order that depends on nothing but themselves: by kind, element and place, each from its lower end
 * (left, then low) to the other. So a drawing does not hang on the order of triangles, parts or workers.
 * Cost: n log n.
 */
export function putInOrder(list: SegmentList): SegmentList {
  const { count, ends } = list;
  const round = ends.map((x) => Math.round(x * GRID) / GRID + 0);
  const isTurned = new Uint8Array(count);
  for (let s = 0; s < count; s++) {
    const a = s * 4;
    if (round[a]! > round[a + 2]! || (round[a] === round[a + 2] && round[a + 1]! > round[a + 3]!)) isTurned[s] = 1;
  }
  const at = (s: number, k: number) => round[s * 4 + (isTurned[s] ? k ^ 2 : k)]!;
  const order = Uint32Array.from({ length: count }, (_, s) => s).sort(
    (a, b) =>
      kindOf(list, a) - kindOf(list, b) ||
      elementOf(list, a) - elementOf(list, b) ||
      at(a, 0) - at(b, 0) ||
      at(a, 1) - at(b, 1) ||
      at(a, 2) - at(b, 2) ||
      at(a, 3) - at(b, 3) ||
      beyondOf(list, a) - beyondOf(list, b),
  );
  const rounded = { ...list, ends: round };
  const out = new Segments();
  for (const s of order) out.addStretch(rounded, s, 0, 1, 0, isTurned[s] === 1);
  return out.done();
}

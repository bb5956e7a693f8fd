/** From where to where something goes along a line. */
export type Span = readonly [from: number, to: number];

/** Spans in order, those that meet to within `slack` as one. */
export function united(spans: readonly Span[], slack = 1e-12): Span[] {
  const out: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && from <= last[1] + slack) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

/** What between two places is in none of some spans, in order. */
export function rest(spans: readonly Span[], from = 0, to = 1): Span[] {
  const out: Span[] = [];
  let at = from;
  for (const [first, last] of united(spans)) {
    if (first >= to) break;
    if (first > at) out.push([at, first]);
    at = Math.max(at, last);
  }
  if (at < to) out.push([at, to]);
  return out;
}

/** How long spans are together, where they lie on one another counted once. */
export const lengthOfSpans = (spans: readonly Span[]): number => united(spans).reduce((sum, [from, to]) => sum + to - from, 0);

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ringArea, type Ring } from '../geometry/rings';
import { polygon } from '../testing/solids';
import { closeLoops, type Outline } from './close-loops';

const outline = (part: number, points: Ring, isClosed = false): Outline => ({
  part,
  points,
  isClosed,
  gap: 0,
  at: [points[0]!, points[1]!],
});
const reversed = (ring: Ring): Ring => Float64Array.from({ length: ring.length }, (_, i) => ring[ring.length - 2 - (i & ~1) + (i & 1)]!);

/** A ring of twelve corners round (u, v), torn into pieces whose ends are drawn apart by `gap`. */
function torn(u: number, r: number, tears: readonly number[], gap: number): Ring[] {
  const ring = polygon(u, 0, r, 12);
  const at = [...new Set(tears)].sort((a, b) => a - b);
  return at.map((from, k) => {
    const to = k + 1 < at.length ? at[k + 1]! : at[0]! + 12;
    const points = Array.from({ length: to - from + 1 }, (_, i) => [...ring[(from + i) % 12]!]);
    const [a, b] = [points[0]!, points[1]!];
    const l = Math.hypot(b[0]! - a[0]!, b[1]! - a[1]!);
    points[0] = [a[0]! + ((b[0]! - a[0]!) * gap) / l, a[1]! + ((b[1]! - a[1]!) * gap) / l];
    return Float64Array.from(points.flat());
  });
}

describe('outlines that are open', () => {
  it('are closed over gaps of less than a millimetre, in whichever order and direction their pieces come', () => {
    const tears = fc.array(fc.integer({ min: 0, max: 11 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(
        tears,
        tears,
        fc.integer({ min: 0, max: 9 }),
        fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
        fc.integer(),
        (one, other, tenths, turns, seed) => {
          const gap = tenths * 1e-4;
          const pieces = [...torn(0, 1, one, gap), ...torn(5, 2, other, gap)].map((p, k) => (turns[k] ? reversed(p) : p));
          const shuffled = pieces
            .map((p, k) => [Math.imul(k + 1, seed | 1) >>> 0, p] as const)
            .sort((a, b) => a[0] - b[0])
            .map(([, p]) => p);
          const made = closeLoops(shuffled.map((p) => outline(7, p)));
          expect(made.map((o) => [o.part, o.isClosed])).toEqual([[7, true], [7, true]]); // prettier-ignore
          // twelve corners of a circle, by the formula of a regular polygon: 6 r² sin 30°
          const areas = made.map((o) => ringArea(o.points)).sort((a, b) => a - b);
          expect(areas[0]).toBeCloseTo(3, 2);
          expect(areas[1]).toBeCloseTo(12, 2);
          for (const { gap: widest } of made) expect(widest).toBeCloseTo(gap, 9);
        },
      ),
      { seed: 5, numRuns: 300 },
    );
  });

  it('stay open over wider gaps, and those of other parts are left alone', () => {
    const wide = torn(0, 1, [0, 5], 1.5e-3);
    expect(closeLoops(wide.map((p) => outline(0, p))).map((o) => o.isClosed)).toEqual([false, false]);
    const halves = torn(0, 1, [0, 6], 0);
    expect(closeLoops(halves.map((p, part) => outline(part, p))).map((o) => [o.part, o.isClosed])).toEqual([[0, false], [1, false]]); // prettier-ignore
    const ring = outline(3, Float64Array.from(polygon(0, 0, 1, 5).flat()), true);
    expect(closeLoops([ring, outline(1, halves[0]!)])).toEqual([expect.objectContaining({ part: 1 }), ring]);
  });

  it('run clockwise where they are the rim of a hole', () => {
    const made = closeLoops([...torn(0, 2, [0], 0), ...torn(0, 1, [3, 8], 0)].map((p) => outline(0, p)));
    expect(made.map((o) => Math.sign(ringArea(o.points))).sort()).toEqual([-1, 1]);
  });
});

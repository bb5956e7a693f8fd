import { describe, expect, it } from 'vitest';
import type { Background } from '../data/background';
import { firstPlace, levelledByPoints, placedByPoint, scaledByPoints, toPixel, toPlace, turnedTo } from './background';

const scan: Background = {
  id: 'b',
  name: 'scan',
  image: 'i',
  width: 2000,
  height: 1000,
  on: { pane: 'key', storey: null },
  at: [3, 8],
  metresPerPixel: 0.02,
  turn: 0.1,
  fade: 0.5,
  isLocked: false,
  isHidden: false,
};
const far = (p: readonly number[], q: readonly number[]) => Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!);

describe('a background', () => {
  it('is at true scale by two points and a distance, the first of which stays', () => {
    const [p, q] = [
      [100, 200],
      [900, 800],
    ] as const;
    const scaled = scaledByPoints(scan, p, q, 7.2);
    expect(far(toPlace(scaled, p), toPlace(scaled, q))).toBeCloseTo(7.2, 12);
    expect(far(toPlace(scaled, p), toPlace(scan, p))).toBeCloseTo(0, 12);
    expect(toPixel(scaled, toPlace(scaled, q))).toEqual([expect.closeTo(900, 6), expect.closeTo(800, 6)]);
    expect(scaledByPoints(scan, p, p, 7.2)).toBe(scan);
  });

  it('is levelled, put in its place and turned about its middle', () => {
    const [p, q] = [
      [100, 200],
      [900, 210],
    ] as const;
    const level = levelledByPoints(scan, p, q);
    expect(toPlace(level, p)[1]).toBeCloseTo(toPlace(level, q)[1], 12);
    expect(toPlace(level, p)[0]).toBeLessThan(toPlace(level, q)[0]);
    expect(toPlace(placedByPoint(level, q, [14.4, 2.4]), q)).toEqual([expect.closeTo(14.4, 12), expect.closeTo(2.4, 12)]);
    expect(far(toPlace(turnedTo(scan, 1), [1000, 500]), toPlace(scan, [1000, 500]))).toBeCloseTo(0, 12);
    const first = { ...scan, ...firstPlace(scan, [0, 0, 10, 20]) };
    expect(toPlace(first, [1000, 500])).toEqual([5, 10]);
  });
});

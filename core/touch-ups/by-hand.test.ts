import { EndType, inflatePathsD, JoinType } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Arc } from '../geometry/arcs/arc';
import { ringArea } from '../geometry/rings';
import type { Vec2 } from '../geometry/vec3';
import { arcThrough, mirrored, parallel } from './parallel';
import type { Shape } from './shape';
import { extended, trimmed } from './trim';

const line = (...path: number[]): Shape => ({ path });
const circle = (u: number, v: number, radius: number, start = 0, end = 2 * Math.PI): Shape => ({ arc: [u, v, radius, 0, 1, start, end] });
/** Numbers to a millionth, so that they can be told apart by eye. */
const told = (shape: Shape | null | undefined): unknown => shape && (shape.path ?? shape.arc).map((x) => Math.round(x * 1e6) / 1e6 + 0);

describe('trim', () => {
  it('takes what lies between the lines on either side, or up to the end', () => {
    const others = [line(1, -1, 1, 1), line(3, 0, 3, 1), line(5, 1, 6, 2)];
    const middle = trimmed(line(0, 0, 4, 0), [2, 0.1], others)!;
    expect(told(middle.gone)).toEqual([1, 0, 3, 0]);
    expect(middle.left.map(told)).toEqual([[0, 0, 1, 0], [3, 0, 4, 0]]); // prettier-ignore
    const end = trimmed(line(0, 0, 2, 0, 4, 0, 4, 2), [4, 1], others)!;
    expect([told(end.gone), ...end.left.map(told)]).toEqual([
      [3, 0, 4, 0, 4, 2],
      [0, 0, 2, 0, 3, 0],
    ]);
    // what meets the line at its very end does not cross it
    expect(trimmed(line(0, 0, 4, 0), [2, 0], [line(4, -1, 4, 1), line(0, 0, 0, 3), line(0, 0, 4, 0)])).toBeNull();
  });

  it('of what closes on itself takes the piece between two crossings, over its beginning too', () => {
    const half = Math.sqrt(3) / 2;
    const right = trimmed(circle(0, 0, 1), [1, 0.01], [line(0.5, -2, 0.5, 2)])!;
    const [, , , , , start, end] = right.gone.arc!;
    expect([Math.cos(start), Math.sin(start), end - start]).toEqual(
      [0.5, -half, (2 * Math.PI) / 3].map((x) => expect.closeTo(x, 9) as number),
    );
    const [rest] = right.left.map(({ arc }) => arc![6] - arc![5]);
    expect(rest).toBeCloseTo((4 * Math.PI) / 3, 9);
    const square = line(0, 0, 2, 0, 2, 2, 0, 2, 0, 0);
    const corner = trimmed(square, [0.2, 0], [line(1, 0.5, 1, -0.5), line(-1, 1, 1, 1)])!;
    expect(told(corner.gone)).toEqual([0, 1, 0, 0, 1, 0]);
    expect(corner.left.map(told)).toEqual([[1, 0, 2, 0, 2, 2, 0, 2, 0, 1]]);
  });

  it('knows where arcs are crossed, by lines and by arcs, exactly', () => {
    // two circles of radius 1, their middles 1 apart, meet at 60 degrees
    const met = trimmed(circle(0, 0, 1, 0, Math.PI), [0, 1], [circle(1, 0, 1)])!;
    expect(met.gone.arc!.slice(5)).toEqual([Math.PI / 3, Math.PI].map((x) => expect.closeTo(x, 9) as number));
    const ellipse: Shape = { arc: [0, 0, 2, 0, 0.5, 0, 2 * Math.PI] };
    const at = trimmed(line(-5, 0.5, 5, 0.5), [0, 0.5], [ellipse])!;
    expect(told(at.gone)).toEqual([-Math.sqrt(3), 0.5, Math.sqrt(3), 0.5].map((x) => Math.round(x * 1e6) / 1e6));
  });
});

describe('extend', () => {
  it('goes on to the first line that is met, straight or round', () => {
    const others = [line(5, -1, 5, 1), line(7, -1, 7, 1), line(-3, 2, -3, 3)];
    const straight = extended(line(0, 0, 1, 0, 2, 0), [1.8, 0], others)!;
    expect([told(straight.piece), told(straight.whole)]).toEqual([
      [2, 0, 5, 0],
      [0, 0, 1, 0, 5, 0],
    ]);
    expect(extended(line(0, 0, 2, 0), [0.1, 0], others)).toBeNull();
    const round = extended(circle(0, 0, 1, 0, 0.5), [Math.cos(0.4), Math.sin(0.4)], [line(0, -3, 0, 3)])!;
    expect(round.piece.arc!.slice(5)).toEqual([0.5, Math.PI / 2].map((x) => expect.closeTo(x, 9) as number));
    const back = extended(circle(0, 0, 1, 0, 0.5), [1, 0], [line(0, -3, 0, 3)])!;
    expect(back.whole.arc!.slice(5)).toEqual([-Math.PI / 2, 0.5].map((x) => expect.closeTo(x, 9) as number));
  });
});

describe('offset', () => {
  it('runs beside a line on the side that is meant, its corners where its pieces meet', () => {
    expect(told(parallel(line(0, 0, 4, 0, 4, 3), 1, [2, 1]))).toEqual([0, 1, 3, 1, 3, 3]);
    expect(told(parallel(line(0, 0, 4, 0, 4, 3), 1, [5, -1]))).toEqual([0, -1, 5, -1, 5, 3]);
    expect(told(parallel(circle(1, 1, 2), 0.5, [1, 1]))).toEqual(told(circle(1, 1, 1.5)));
    expect(parallel(circle(1, 1, 2), 2, [1, 1])).toBeNull();
    expect(parallel(line(0, 0, 2, 0, 2, 1, 0, 1, 0, 0), 0.5, [1, 0.5])).toBeNull();
  });

  it('of a ring has the area that a polygon library gives it', () => {
    const angles = fc.uniqueArray(fc.integer({ min: 0, max: 35 }), { minLength: 3, maxLength: 9 });
    fc.assert(
      fc.property(angles, fc.double({ min: 0.01, max: 0.4, noNaN: true }), fc.boolean(), (steps, by, isOutside) => {
        const ring = [...steps]
          .sort((a, b) => a - b)
          .map((k): Vec2 => [10 * Math.cos((k * Math.PI) / 18), 6 * Math.sin((k * Math.PI) / 18)]);
        const paths = [ring.map(([x, y]) => ({ x, y }))];
        const theirs = inflatePathsD(paths, isOutside ? by : -by, JoinType.Miter, EndType.Polygon, 1e6, 8);
        const own = parallel({ path: [...ring, ring[0]!].flat() }, by, isOutside ? [99, 99] : middleOf(ring));
        fc.pre(theirs.length === 1 && own !== null && theirs[0]!.length === ring.length);
        const area = ringArea(Float64Array.from(theirs[0]!.flatMap(({ x, y }) => [x, y])));
        expect(Math.abs(ringArea(Float64Array.from(own!.path!.slice(0, -2))))).toBeCloseTo(Math.abs(area), 4);
      }),
      { seed: 5, numRuns: 200 },
    );
  });
});
const middleOf = (ring: readonly Vec2[]): Vec2 =>
  [0, 1].map((k) => ring.reduce((sum, p) => sum + p[k]!, 0) / ring.length) as unknown as Vec2;

describe('mirror and arcs', () => {
  it('shows a line on the other side of an axis; twice it is where it was', () => {
    expect(told(mirrored(line(1, 0, 2, 0.5), [0, 0], [1, 1]))).toEqual([0, 1, 0.5, 2]);
    const arcs: Arc[] = [[1, 2, 3, 0, 1, 0.2, 1.5], [1, 2, 2, 1, 0.4, 0.2, 1.5]]; // prettier-ignore
    for (const arc of arcs) {
      const once = mirrored({ arc }, [0, 1], [3, 2]);
      expect(once.arc![6]).toBeGreaterThan(once.arc![5]);
      const twice = mirrored(once, [0, 1], [3, 2]).arc!;
      expect(told({ arc: twice })).toEqual(told({ arc }));
    }
  });

  it('an arc goes through its three places, whichever way they run', () => {
    const half = arcThrough([1, 0], [0, 1], [-1, 0])!;
    expect(half.slice(0, 5)).toEqual([0, 0, 1, 0, 1].map((x) => expect.closeTo(x, 9) as number));
    expect(half[6] - half[5]).toBeCloseTo(Math.PI, 9);
    expect(arcThrough([-1, 0], [0, 1], [1, 0])!.map((x) => x + 0)).toEqual(half.map((x) => expect.closeTo(x, 9) as number));
    const large = arcThrough([1, 0], [-1, 0], [0, 1])!;
    expect(large[6] - large[5]).toBeCloseTo(1.5 * Math.PI, 9);
    expect(arcThrough([0, 0], [1, 1], [2, 2])).toBeNull();
  });
});

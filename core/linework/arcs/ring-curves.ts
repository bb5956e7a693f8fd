import Flatbush from 'flatbush';
import type { Region } from '../../cutting/cut-faces';
import { ringBounds } from '../../geometry/rings';
import { SegmentGrid } from '../../geometry/segment-grid';
import { JOIN } from '../../geometry/numbers/tolerances';
import { arcBounds, arcParameter, isAtStart, isWhole } from '../../geometry/arcs/arc';
import { arcAt, type Lines } from '../drawing';
import type { RingCurve } from '../boundary-edges';
import { roleIndex } from '../../sights/role';

/** The end of an arc that limits have cut off lies this near to the corner of the face that was cut off there, as a part of a facet. */
const NEAR = 0.5;

/** Where a corner of an arc's line lies: the line, and the number of the corner on it. */
type OnArc = readonly [line: number, corner: number];
const NONE: readonly OnArc[] = [];

/**
 * Which sides of each region run along the arcs of cut lines, so that fills end exactly on the lines: the corners of a face are
 * those of the model, and an arc's line has the same ones. One list for each region; empty where no cut line is an arc.
 */
export function ringCurves(regions: readonly Region[], lines: Lines): readonly (readonly RingCurve[])[] {
  const { points, lineStart, lineRole, lineArc } = lines;
  const roles = [roleIndex('cut'), roleIndex('ground')];
  const round: number[] = [];
  let count = 0;
  for (let l = 0; l < lineRole.length; l++)
    if (lineArc[l]! >= 0 && roles.includes(lineRole[l]!)) {
      round.push(l);
      count += lineStart[l + 1]! - lineStart[l]!;
    }
  if (!round.length || !regions.length) return [];
  const curves = new Flatbush(round.length, 16, Float64Array);
  const corners = new Float64Array(count * 4);
  const on: OnArc[] = [];
  for (const l of round) {
    curves.add(...arcBounds(arcAt(lines, lineArc[l]!)));
    for (let p = lineStart[l]!; p < lineStart[l + 1]!; p++) {
      for (let k = 0; k < 4; k++) corners[on.length * 4 + k] = points[p * 2 + (k & 1)]!;
      on.push([l, p - lineStart[l]!]);
    }
  }
  const grid = new SegmentGrid(corners, JOIN);
  curves.finish();
  const near: number[] = [];
  const lastOf = (l: number) => lineStart[l + 1]! - lineStart[l]! - 1;
  const place = (l: number, k: number): [number, number] => [points[(lineStart[l]! + k) * 2]!, points[(lineStart[l]! + k) * 2 + 1]!];

  return regions.map(({ face }) => {
    if (!curves.search(...ringBounds(face)).length) return [];
    return face.flatMap((ring, r) => curvesOf(ring, r));
  });

  function curvesOf(ring: Float64Array, r: number): RingCurve[] {
    const n = ring.length / 2;
    const at = Array.from({ length: n }, (_, i) => cornersAt(ring[i * 2]!, ring[i * 2 + 1]!));
    if (at.every((own) => own === NONE)) return [];
    const sides = at.map((own, i) => sideOn(own, at[(i + 1) % n]!, ring, i));
    const follows = (i: number) => {
      const [one, next] = [sides[i], sides[(i + 1) % n]];
      return one && next && one.line === next.line && one.to === next.from && one.to - one.from === next.to - next.from;
    };
    const out: RingCurve[] = [];
    // a circle has no beginning; else one begins where no curve goes on
    const start = sides.findIndex((_, i) => !follows((i + n - 1) % n));
    for (let k = 0; k < n;) {
      const first = (Math.max(0, start) + k) % n;
      const side = sides[first];
      let many = 1;
      while (many + k < n && follows((first + many - 1) % n)) many++;
      k += many;
      if (side) out.push(curve(r, first, many, side.line, side.from, sides[(first + many - 1) % n]!.to));
    }
    return out;
  }

  function cornersAt(u: number, v: number): readonly OnArc[] {
    let found = NONE;
    for (const k of grid.at(u, v, near))
      if (Math.abs(corners[k * 4]! - u) <= JOIN && Math.abs(corners[k * 4 + 1]! - v) <= JOIN) found = [...found, on[k]!];
    return found;
  }

  /** The line and the corners on it that a side of a ring runs between, or null. */
  function sideOn(own: readonly OnArc[], next: readonly OnArc[], ring: Float64Array, i: number) {
    for (const [line, from] of own)
      for (const [other, to] of next) if (line === other && Math.abs(from - to) === 1) return { line, from, to };
    // limits cut an arc off a little beside where they cut off its chord
    for (const [line, from] of own) {
      const to = from === 1 ? 0 : from === lastOf(line) - 1 ? lastOf(line) : -1;
      if (to >= 0 && isCutOff(line, to, from, ring, i + 1)) return { line, from, to };
    }
    for (const [line, to] of next) {
      const from = to === 1 ? 0 : to === lastOf(line) - 1 ? lastOf(line) : -1;
      if (from >= 0 && isCutOff(line, from, to, ring, i)) return { line, from, to };
    }
    return null;
  }

  /** Whether the corner of a ring is where the end of an arc's line would be, were it not cut off. */
  function isCutOff(line: number, end: number, before: number, ring: Float64Array, i: number): boolean {
    const k = (i * 2) % ring.length;
    const [u, v] = [ring[k]!, ring[k + 1]!];
    const [eu, ev] = place(line, end);
    const [bu, bv] = place(line, before);
    // of a facet that is cut short only a bit may be left: the next one tells how long they are
    const [fu, fv] = place(line, 2 * before - end);
    const facet = Math.hypot(fu - bu, fv - bv);
    return Math.hypot(u - eu, v - ev) < NEAR * facet && (eu - bu) * (u - bu) + (ev - bv) * (v - bv) > 0;
  }

  function curve(ring: number, from: number, sides: number, line: number, first: number, last: number): RingCurve {
    const arc = arcAt(lines, lineArc[line]!);
    const middle = (arc[5] + arc[6]) / 2;
    const isRising = isWhole(arc) ? turnsLeft(line) : isAtStart(arc, ...place(line, 0));
    const parameter = (k: number) =>
      k === 0 ? arc[isRising ? 5 : 6] : k === lastOf(line) ? arc[isRising ? 6 : 5] : arcParameter(arc, ...place(line, k), middle);
    let [a, b] = [parameter(first), parameter(last)];
    if (isWhole(arc) && sides < lastOf(line)) {
      // a circle's line begins at a corner, its arc at 0: of a part of it the first corner tells where it lies
      a = arcParameter(arc, ...place(line, first), middle);
      b = a + ((last - first) * (isRising ? 1 : -1) * 2 * Math.PI) / lastOf(line);
    }
    return { ring, from, sides, arc: [arc[0], arc[1], arc[2], arc[3], arc[4], Math.min(a, b), Math.max(a, b)], isForward: a < b };
  }

  /** Whether a circle's line runs counter-clockwise. */
  function turnsLeft(line: number): boolean {
    const [a, b, c] = [place(line, 0), place(line, 1), place(line, 2)];
    return (b[0]! - a[0]!) * (c[1]! - b[1]!) - (b[1]! - a[1]!) * (c[0]! - b[0]!) > 0;
  }
}

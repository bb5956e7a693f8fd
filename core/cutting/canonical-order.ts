import { onGrid } from '../geometry/numbers/on-grid';
import { reversed, type Ring } from '../geometry/rings';
import type { Outline } from './close-loops';
import type { CutLoops } from './cut-loops';
import type { Region } from './cut-faces';

/*
 * Outlines and regions in an order that depends on their places alone, each ring from its lowest corner: a cut does not hang on the
 * order of triangles or on where a walk began.
 */

/** The loops of a cut as outlines: part by part, by their first corners; where a walk crossed a flat face there is no corner. */
export function outlinesInOrder(loops: CutLoops): Outline[] {
  return Array.from(loops.loopPart, (part, l): Outline => {
    const isClosed = loops.loopClosed[l] === 1;
    const raw = cornersOf(loops.points.subarray(loops.loopStart[l]! * 2, loops.loopStart[l + 1]! * 2), isClosed);
    const points = isClosed ? fromLowest(raw) : fromLowerEnd(raw);
    return { part, points, isClosed, gap: 0, at: [points[0]!, points[1]!] };
  }).sort((a, b) => a.part - b.part || compare(a.points, b.points));
}

/** A point nearer than this to the line between its neighbours, and between them, is no corner, metres: the noise of computing it. */
const ON_SIDE = 1e-8;

/** The corners of a loop, without the points along its straight sides. A copy. */
function cornersOf(points: Ring, isClosed: boolean): Ring {
  const n = points.length;
  const out = new Float64Array(n);
  let kept = 0;
  for (let i = 0; i < n; i += 2) {
    const isEnd = !isClosed && (i === 0 || i === n - 2);
    if (!isEnd && isBetween(points, i === 0 ? n - 2 : i - 2, i, i === n - 2 ? 0 : i + 2)) continue;
    out[kept++] = points[i]!;
    out[kept++] = points[i + 1]!;
  }
  // what is no more than a line there and back has no corners
  return kept < (isClosed ? 6 : 4) ? points.slice() : out.subarray(0, kept);
}

function isBetween(points: Ring, a: number, b: number, c: number): boolean {
  const pu = points[b]! - points[a]!,
    pv = points[b + 1]! - points[a + 1]!,
    qu = points[c]! - points[b]!,
    qv = points[c + 1]! - points[b + 1]!;
  if (pu * qu + pv * qv <= 0) return false;
  const turn = pu * (qv + pv) - pv * (qu + pu);
  return turn * turn < ON_SIDE * ON_SIDE * ((pu + qu) * (pu + qu) + (pv + qv) * (pv + qv));
}

/** Regions by the first corners of their outer rings, their holes likewise. */
export function regionsInOrder(regions: readonly Region[]): Region[] {
  return regions
    .map((region) => {
      const [outer, ...holes] = region.face.map(fromLowest);
      return { ...region, face: [outer!, ...holes.sort(compare)] };
    })
    .sort((a, b) => compare(a.face[0]!, b.face[0]!) || a.elements[0]! - b.elements[0]!);
}

/** A ring begun at its lowest corner (left, then low). */
function fromLowest(ring: Ring): Ring {
  let best = 0;
  for (let i = 2; i < ring.length; i += 2)
    if (
      onGrid(ring[i]!) < onGrid(ring[best]!) ||
      (onGrid(ring[i]!) === onGrid(ring[best]!) && onGrid(ring[i + 1]!) < onGrid(ring[best + 1]!))
    )
      best = i;
  if (best === 0) return ring;
  const out = new Float64Array(ring.length);
  out.set(ring.subarray(best));
  out.set(ring.subarray(0, best), ring.length - best);
  return out;
}

/** An open line begun at the lower of its ends. */
function fromLowerEnd(line: Ring): Ring {
  const n = line.length;
  const order = onGrid(line[0]!) - onGrid(line[n - 2]!) || onGrid(line[1]!) - onGrid(line[n - 1]!);
  return order <= 0 ? line : reversed(line);
}

function compare(a: Ring, b: Ring): number {
  for (let i = 0; i < a.length && i < b.length; i++) {
    const d = onGrid(a[i]!) - onGrid(b[i]!);
    if (d) return d;
  }
  return a.length - b.length;
}

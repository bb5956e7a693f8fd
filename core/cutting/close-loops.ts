import { CLOSE } from '../geometry/numbers/tolerances';
import Flatbush from 'flatbush';
import { UnionFind } from '../geometry/union-find';
import { ringArea, ringContains, type Ring } from '../geometry/rings';

/** A cut outline of one part: a ring where it is closed. */
export interface Outline {
  readonly part: number;
  readonly points: Ring;
  readonly isClosed: boolean;
  /** The widest gap that was bridged to close it, metres, and where; 0 for none. */
  readonly gap: number;
  readonly at: readonly [number, number];
}

/**
 * Closes the open outlines of each part where their ends lie within a millimetre: first piece to piece, whichever way they run,
 * then each on itself. Rings made so run counter-clockwise round matter, by how deep they lie in one another.
 */
export function closeLoops(outlines: readonly Outline[]): Outline[] {
  const open = new Map<number, Ring[]>();
  for (const o of outlines) {
    if (o.isClosed) continue;
    const own = open.get(o.part);
    if (own) own.push(o.points);
    else open.set(o.part, [o.points]);
  }
  if (!open.size) return [...outlines];
  const out = outlines.filter((o) => o.isClosed);
  for (const [part, pieces] of open) {
    const made = thatMayMeet(pieces).flatMap((own) => chain(part, own));
    const rings = made.filter((o) => o.isClosed);
    for (const o of made) out.push(o.isClosed ? { ...o, points: turned(o.points, rings) } : o);
  }
  return out.sort((a, b) => a.part - b.part);
}

/** Pieces that have ends near one another, directly or over others: in a crowd of leaves most have none. */
function thatMayMeet(pieces: readonly Ring[]): Ring[][] {
  if (pieces.length < 2) return [[...pieces]];
  const ends = pieces.flatMap((p) => [[p[0]!, p[1]!] as const, [p.at(-2)!, p.at(-1)!] as const]);
  const index = new Flatbush(ends.length, 16, Float64Array);
  for (const [u, v] of ends) index.add(u, v, u, v);
  index.finish();
  const leader = new UnionFind(pieces.length);
  ends.forEach(([u, v], i) => {
    for (const k of index.search(u - CLOSE, v - CLOSE, u + CLOSE, v + CLOSE)) leader.join(i >> 1, k >> 1);
  });
  return leader.heaps(pieces);
}

/** Joins pieces end to end, the nearest ends first. */
function chain(part: number, pieces: readonly Ring[]): Outline[] {
  const [only] = pieces;
  if (pieces.length === 1 && Math.hypot(only!.at(-2)! - only![0]!, only!.at(-1)! - only![1]!) > CLOSE)
    return [{ part, points: only!, isClosed: false, gap: 0, at: [only![0]!, only![1]!] }];
  const left = pieces.map((p) => [...p]);
  const done: Outline[] = [];
  while (left.length) {
    const line = left.shift()!;
    let [gap, at]: [number, [number, number]] = [0, [line[0]!, line[1]!]];
    for (;;) {
      const [u, v] = [line.at(-2)!, line.at(-1)!];
      const toStart = line.length > 4 ? Math.hypot(line[0]! - u, line[1]! - v) : Infinity;
      let [best, which, isTurned] = [CLOSE, -1, false];
      left.forEach((other, k) => {
        const [head, tail] = [Math.hypot(other[0]! - u, other[1]! - v), Math.hypot(other.at(-2)! - u, other.at(-1)! - v)];
        if (Math.min(head, tail) >= best) return;
        [best, which, isTurned] = [Math.min(head, tail), k, tail < head];
      });
      if (toStart <= CLOSE && toStart <= best) {
        if (toStart > gap) [gap, at] = [toStart, [u, v]];
        if (toStart < 1e-9) line.length -= 2;
        done.push({ part, points: Float64Array.from(line), isClosed: line.length >= 6, gap, at });
        break;
      }
      if (which < 0) {
        // nothing more at this end: try the other one once, from the other side
        const before = left.findIndex((o) => near(o, line[0]!, line[1]!));
        if (before >= 0) {
          reverse(line);
          continue;
        }
        done.push({ part, points: Float64Array.from(line), isClosed: false, gap, at });
        break;
      }
      const [next] = left.splice(which, 1) as [number[]];
      if (isTurned) reverse(next);
      if (best > gap) [gap, at] = [best, [u, v]];
      line.push(...(best < 1e-9 ? next.slice(2) : next));
    }
  }
  return done;
}

const near = (line: readonly number[], u: number, v: number): boolean =>
  Math.min(Math.hypot(line[0]! - u, line[1]! - v), Math.hypot(line.at(-2)! - u, line.at(-1)! - v)) < CLOSE;

function reverse(line: number[]): void {
  for (let i = 0, j = line.length - 2; i < j; i += 2, j -= 2) {
    [line[i], line[j]] = [line[j]!, line[i]!];
    [line[i + 1], line[j + 1]] = [line[j + 1]!, line[i + 1]!];
  }
}

/** A ring counter-clockwise where it lies in an even number of the others, else clockwise. */
function turned(ring: Ring, rings: readonly Outline[]): Ring {
  const depth = rings.filter((o) => o.points !== ring && ringContains(o.points, ring[0]!, ring[1]!)).length;
  if (ringArea(ring) > 0 === (depth % 2 === 0)) return ring;
  const out = [...ring];
  reverse(out);
  return Float64Array.from(out);
}

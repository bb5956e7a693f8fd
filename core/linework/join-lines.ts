import { JOIN, SPECK } from '../geometry/tolerances';
import { fitArcs } from './fit-arcs';
import type { SegmentList } from './segments';

/** Lines as a Drawing holds them. */
export interface JoinedLines {
  readonly points: Float64Array;
  readonly lineStart: Uint32Array;
  readonly lineRole: Uint8Array;
  readonly lineJoint: Uint8Array;
  readonly lineElement: Int32Array;
  readonly lineArc: Int32Array;
  readonly arcs: Float64Array;
}

/**
 * Joins segments of one role and one element end to end into polylines as long as they can be: a chain goes on where exactly
 * two segments of its kind meet. Ends within JOIN become one point, bitwise; corners on a straight run go away; circles become
 * arcs; what is shorter than SPECK in the end is left out.
 */
export function joinLines(list: SegmentList): JoinedLines {
  const { count, tags } = list;
  const { node, places } = nodes(list);
  const order = kinds(list);
  const points: number[] = [];
  const lineStart = [0];
  const role: number[] = [],
    joint: number[] = [],
    element: number[] = [],
    arcIndex: number[] = [],
    arcs: number[] = [];
  const used = new Uint8Array(count);
  const head = new Map<number, number[]>();

  const write = (chain: readonly number[], s: number) => {
    const flat = straighten(chain, places);
    const total = pathLength(flat);
    if (total < SPECK) return;
    for (const stretch of fitArcs(flat)) {
      if (stretch.arc) points.push(flat[stretch.from * 2]!, flat[stretch.from * 2 + 1]!, flat[stretch.to * 2]!, flat[stretch.to * 2 + 1]!);
      else for (let k = stretch.from; k <= stretch.to; k++) points.push(flat[k * 2]!, flat[k * 2 + 1]!);
      lineStart.push(points.length / 2);
      role.push(tags[s * 2]! >> 1);
      joint.push(tags[s * 2]! & 1);
      element.push(tags[s * 2 + 1]!);
      arcIndex.push(stretch.arc ? arcs.length / 5 : -1);
      if (stretch.arc) arcs.push(...stretch.arc);
    }
  };

  for (let first = 0; first < count;) {
    let last = first;
    head.clear();
    const kind = order[first]!;
    while (last < count && tags[order[last]! * 2] === tags[kind * 2] && tags[order[last]! * 2 + 1] === tags[kind * 2 + 1]) {
      const s = order[last++]!;
      for (let side = 0; side < 2; side++) {
        const n = node[s * 2 + side]!;
        const here = head.get(n);
        if (here) here.push(s);
        else head.set(n, [s]);
      }
    }
    // open chains from their ends first, then what goes round
    for (const onlyEnds of [true, false])
      for (let k = first; k < last; k++) {
        const s = order[k]!;
        if (used[s] || node[s * 2] === node[s * 2 + 1]) continue;
        const a = node[s * 2]!,
          b = node[s * 2 + 1]!;
        if (onlyEnds) {
          if (head.get(a)!.length !== 2) write(walk(s, a), s);
          else if (head.get(b)!.length !== 2) write(walk(s, b), s);
        } else write(walk(s, a), s);
      }
    first = last;
  }
  return {
    points: Float64Array.from(points),
    lineStart: Uint32Array.from(lineStart),
    lineRole: Uint8Array.from(role),
    lineJoint: Uint8Array.from(joint),
    lineElement: Int32Array.from(element),
    lineArc: Int32Array.from(arcIndex),
    arcs: Float64Array.from(arcs),
  };

  function walk(s: number, from: number): number[] {
    const chain = [from];
    let at = from;
    let current = s;
    for (;;) {
      used[current] = 1;
      at = node[current * 2] === at ? node[current * 2 + 1]! : node[current * 2]!;
      chain.push(at);
      const here = head.get(at)!;
      if (here.length !== 2) return chain;
      const next = here[0] === current ? here[1]! : here[0]!;
      if (used[next]) return chain;
      current = next;
    }
  }
}

/** One number for each end; ends within JOIN of each other share it, and the place of the first. */
function nodes({ count, ends }: SegmentList): { node: Uint32Array; places: number[] } {
  const node = new Uint32Array(count * 2);
  const places: number[] = [];
  const cell = JOIN * 8;
  const table = new Map<number, number[]>();
  const key = (i: number, j: number) => i * 67108859 + j;
  for (let p = 0; p < count * 2; p++) {
    const u = ends[p * 2]!,
      v = ends[p * 2 + 1]!;
    const i = Math.floor(u / cell),
      j = Math.floor(v / cell);
    const fu = u / cell - i,
      fv = v / cell - j;
    let found = -1;
    for (let a = fu < 0.125 ? -1 : 0; a <= (fu > 0.875 ? 1 : 0) && found < 0; a++)
      for (let b = fv < 0.125 ? -1 : 0; b <= (fv > 0.875 ? 1 : 0) && found < 0; b++)
        for (const n of table.get(key(i + a, j + b)) ?? [])
          if (Math.abs(places[n * 2]! - u) <= JOIN && Math.abs(places[n * 2 + 1]! - v) <= JOIN) {
            found = n;
            break;
          }
    if (found < 0) {
      found = places.push(u, v) / 2 - 1;
      const list = table.get(key(i, j));
      if (list) list.push(found);
      else table.set(key(i, j), [found]);
    }
    node[p] = found;
  }
  return { node, places };
}

/** Segments sorted by role, then element; the order within is that of the list. */
function kinds({ count, tags }: SegmentList): Uint32Array {
  const order = Uint32Array.from({ length: count }, (_, i) => i);
  return order.sort((a, b) => tags[a * 2]! - tags[b * 2]! || tags[a * 2 + 1]! - tags[b * 2 + 1]! || a - b);
}

/** The places of a chain without corners that lie on a straight run (within 2 µm); a closed chain also loses a needless first corner. */
function straighten(chain: readonly number[], places: readonly number[]): Float64Array {
  let ids = [...chain];
  if (ids.length > 3 && ids[0] === ids.at(-1)) {
    // begin at the sharpest corner: neither a straight run nor an arc is then broken by the place where the ring begins
    const ring = ids.slice(0, -1);
    const start = sharpest(ring, places);
    if (start > 0) ids = [...ring.slice(start), ...ring.slice(0, start), ring[start]!];
  }
  const kept = [ids[0]!];
  for (let k = 1; k + 1 < ids.length; k++) if (!isStraight(places, kept.at(-1)!, ids[k]!, ids[k + 1]!)) kept.push(ids[k]!);
  kept.push(ids.at(-1)!);
  return Float64Array.from(kept.flatMap((id) => [places[id * 2]!, places[id * 2 + 1]!]));
}

/** Place in a ring of the corner that turns most, the first of several alike. */
function sharpest(ring: readonly number[], places: readonly number[]): number {
  let best = 0;
  let least = Infinity;
  ring.forEach((id, k) => {
    const [a, c] = [ring.at(k - 1)!, ring[(k + 1) % ring.length]!];
    const [pu, pv] = [places[id * 2]! - places[a * 2]!, places[id * 2 + 1]! - places[a * 2 + 1]!];
    const [qu, qv] = [places[c * 2]! - places[id * 2]!, places[c * 2 + 1]! - places[id * 2 + 1]!];
    const cos = (pu * qu + pv * qv) / Math.sqrt((pu * pu + pv * pv) * (qu * qu + qv * qv));
    if (cos < least - 1e-6) {
      least = cos;
      best = k;
    }
  });
  return best;
}

function isStraight(places: readonly number[], a: number, b: number, c: number): boolean {
  const du = places[c * 2]! - places[a * 2]!,
    dv = places[c * 2 + 1]! - places[a * 2 + 1]!;
  const l = Math.hypot(du, dv);
  if (l < 1e-9) return false;
  const pu = places[b * 2]! - places[a * 2]!,
    pv = places[b * 2 + 1]! - places[a * 2 + 1]!;
  const along = (pu * du + pv * dv) / l;
  return along > 0 && along < l && Math.abs(pu * dv - pv * du) / l < 1e-5;
}

function pathLength(flat: Float64Array): number {
  let sum = 0;
  for (let i = 2; i < flat.length; i += 2) sum += Math.hypot(flat[i]! - flat[i - 2]!, flat[i + 1]! - flat[i - 1]!);
  return sum;
}

import { SPECK } from '../geometry/numbers/tolerances';
import type { SegmentList } from '../sights/segments';
import type { EndNodes } from './end-nodes';

/** Segments one behind the other, and the nodes that they run through. */
export interface Chain {
  readonly nodes: number[];
  readonly segments: number[];
}

/** Chains segments of one kind, which follow one another in an order: a chain goes on where exactly two of them meet. */
export class Chainer {
  private readonly node: Uint32Array;
  private readonly places: Float64Array;
  private readonly order: Uint32Array;
  private readonly used: Uint8Array;
  /** Of each node, among the segments of one kind: how many end there, and the exclusive or of their numbers. */
  private readonly degree: Uint32Array;
  private readonly others: Uint32Array;

  constructor({ count }: SegmentList, { node, places }: EndNodes, order: Uint32Array) {
    this.node = node;
    this.places = places;
    this.order = order;
    this.used = new Uint8Array(count);
    this.degree = new Uint32Array(places.length / 2);
    this.others = new Uint32Array(places.length / 2);
  }

  /** The chains of the segments `first` up to `last` of the order, but specks. A speck that is left out does not part what goes on without it. */
  of(first: number, last: number): Chain[] {
    const { order, used } = this;
    const found = this.chainsOf(first, last);
    const specks = found.filter((chain) => this.isSpeck(chain));
    if (!specks.length) return found;
    if (specks.length === found.length) return [];
    for (let k = first; k < last; k++) used[order[k]!] = 0;
    for (const { segments } of specks) for (const s of segments) used[s] = 1;
    return this.chainsOf(first, last).filter((chain) => !this.isSpeck(chain));
  }

  /** Whether a chain is shorter than SPECK. */
  private isSpeck({ nodes }: Chain): boolean {
    const { places } = this;
    let sum = 0;
    for (let k = 1; k < nodes.length && sum < SPECK; k++) {
      const a = nodes[k - 1]! * 2,
        b = nodes[k]! * 2;
      const du = places[b]! - places[a]!,
        dv = places[b + 1]! - places[a + 1]!;
      sum += Math.sqrt(du * du + dv * dv);
    }
    return sum < SPECK;
  }

  /** The chains of those that are not used yet. */
  private chainsOf(first: number, last: number): Chain[] {
    const { node, order, used, degree, others } = this;
    const out: Chain[] = [];
    for (let k = first; k < last; k++) {
      const s = order[k]!;
      if (used[s] || node[s * 2] === node[s * 2 + 1]) continue;
      for (let side = 0; side < 2; side++) {
        const n = node[s * 2 + side]!;
        degree[n]!++;
        others[n]! ^= s;
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
          if (degree[a] !== 2) out.push(this.walk(s, a));
          else if (degree[b] !== 2) out.push(this.walk(s, b));
        } else out.push(this.walk(s, a));
      }
    for (let k = first; k < last; k++)
      for (let side = 0; side < 2; side++) {
        const n = node[order[k]! * 2 + side]!;
        degree[n] = others[n] = 0;
      }
    return out;
  }

  private walk(s: number, from: number): Chain {
    const { node, used, degree, others } = this;
    const chain: Chain = { nodes: [from], segments: [] };
    let at = from;
    let current = s;
    for (;;) {
      used[current] = 1;
      chain.segments.push(current);
      at = node[current * 2] === at ? node[current * 2 + 1]! : node[current * 2]!;
      chain.nodes.push(at);
      if (degree[at] !== 2) return chain;
      const next = (others[at]! ^ current) >>> 0;
      if (used[next]) return chain;
      current = next;
    }
  }
}

/** Whether a chain runs from its right end (or upper one) to its left, or round clockwise: lines have one way to run. */
export function runsBack({ nodes }: Chain, places: Float64Array): boolean {
  const [first, last] = [nodes[0]! * 2, nodes.at(-1)! * 2];
  if (first !== last) return places[last]! < places[first]! || (places[last] === places[first] && places[last + 1]! < places[first + 1]!);
  let twice = 0;
  for (let k = 0; k + 1 < nodes.length; k++) {
    const [a, b] = [nodes[k]! * 2, nodes[k + 1]! * 2];
    twice +=
      (places[a]! - places[first]!) * (places[b + 1]! - places[first + 1]!) -
      (places[a + 1]! - places[first + 1]!) * (places[b]! - places[first]!);
  }
  return twice < 0;
}

/** Turns a chain round. */
export function turnRound({ nodes, segments }: Chain): void {
  nodes.reverse();
  segments.reverse();
}

import { append } from '../geometry/append';
import { Chainer, runsBack, turnRound, type Chain } from './chains';
import { Cone } from './cone';
import { endNodes, type EndNodes } from './end-nodes';
import { matchArcs, curvesOf, mayBeRound, type KnownCurve } from './arcs/match-arcs';
import type { Lines } from './drawing';
import { endOnArcs } from './arcs/end-on-arcs';
import { fitArcs, type Stretch } from '../geometry/arcs/fit-arcs';
import { lengthenArcs, type ChainEnd } from './arcs/lengthen-arcs';
import { LinesBuilder, type LineFacts } from './lines-builder';
import { beyondOf, elementOf, isJoint, jumpOf, kindOf, roleOf, type SegmentList } from '../sights/segments';

/** Of an element with more curves the rest is not looked for elsewhere. */
const MOST_CURVES = 100;

const NO_CURVES: readonly KnownCurve[] = [];

/**
 * Joins segments of one kind and one element end to end into polylines as long as they can be: a chain goes on where exactly
 * two segments of its kind meet. Ends within JOIN become one point, bitwise; corners on a straight run go away; circles and
 * ellipses become arcs; what is shorter than SPECK in the end is left out. `rimsOf` tells what is round on an element though it may not be seen;
 * at `steps` (u) the strips of a jogged section begin and end. `scale` is that of the scene.
 */
export function joinLines(
  list: SegmentList,
  rimsOf: (element: number) => readonly KnownCurve[] = () => NO_CURVES,
  steps: readonly number[] = [],
  scale = 1,
): Lines {
  const ends = endNodes(list);
  const order = kinds(list);
  const chainer = new Chainer(list, ends, order);
  const fitted: Fitted[] = [];
  for (let first = 0, last = 0; first < list.count; first = last) {
    const kind = order[first]!;
    while (
      last < list.count &&
      kindOf(list, order[last]!) === kindOf(list, kind) &&
      elementOf(list, order[last]!) === elementOf(list, kind)
    )
      last++;
    const own = chainer.of(first, last).map((chain) => fit(list, ends, chain, scale));
    // a straight run may have come in other pieces: which chain comes first is told by where it runs, not by its pieces
    append(fitted, own.sort(inPlace));
  }
  const { lines, chainEnds } = written(fitted, rimsOf);
  return endOnArcs(lengthenArcs(lines, chainEnds, steps));
}

/** A chain without needless corners, with the arcs that were found in it. */
interface Fitted extends Stretched {
  readonly facts: LineFacts;
}

/** Of a chain of one segment: its nodes, and its stretches. */
const WHOLE = [0, 1];
const ONE_PIECE: readonly Stretch[] = [{ from: 0, to: 1, arc: null }];

function fit(list: SegmentList, { node, places }: EndNodes, found: Chain, scale: number): Fitted {
  if (runsBack(found, places)) turnRound(found);
  const { nodes: chain, segments } = found;
  const s = segments[0]!;
  const facts = {
    role: roleOf(list, s),
    joint: isJoint(list, s) ? 1 : 0,
    element: elementOf(list, s),
    jump: jumpOf(list, s),
    beyond: beyondAll(list, segments),
  };
  if (segments.length === 1) {
    const isTurned = node[s * 2] === chain[1];
    const depths = [list.depths[s * 2 + (isTurned ? 1 : 0)]!, list.depths[s * 2 + (isTurned ? 0 : 1)]!];
    return { flat: placesOf(chain, WHOLE, places), stretches: ONE_PIECE, facts, depths };
  }
  let kept = straighten(chain, places);
  let flat = placesOf(chain, kept, places);
  let stretches = fitArcs(flat, scale);
  const start = chain[0] === chain.at(-1) ? betterStart(stretches, kept.length - 1) : 0;
  if (start > 0) {
    kept = [...kept.slice(start, -1), ...kept.slice(0, start + 1)];
    flat = placesOf(chain, kept, places);
    stretches = fitArcs(flat, scale);
  }
  const depths: number[] = [];
  for (const k of kept) {
    const at = segments[Math.min(k, segments.length - 1)]!;
    depths.push(list.depths[at * 2 + (node[at * 2] === chain[k] ? 0 : 1)]!);
  }
  return { flat, stretches, facts, depths };
}

/** All chains as lines, and where arcs and what is straight follow one another: what is an arc in one is known in others of its element. */
function written(chains: readonly Fitted[], rimsOf: (element: number) => readonly KnownCurve[]): { lines: Lines; chainEnds: ChainEnd[] } {
  const curves = curvesByElement(chains);
  const lines = new LinesBuilder();
  const chainEnds: ChainEnd[] = [];
  for (const { flat: raw, stretches: own, facts, depths: rawDepths } of chains) {
    let known = matchArcs(raw, own, curves.get(facts.element) ?? NO_CURVES);
    if (mayBeRound(raw, known)) known = matchArcs(raw, known, rimsOf(facts.element));
    const { flat, stretches, depths: at } = begunAtArc(raw, known, rawDepths);
    for (let k = 0; k < stretches.length; k++) {
      const { from, to, arc } = stretches[k]!;
      lines.add(flat, at, from, to, facts, arc);
      if (!arc) continue;
      // what is straight beside an arc may begin with the next chord of it, cut short
      const l = lines.count - 1;
      const edges = (s: number) => (stretches[s]!.arc ? 0 : stretches[s]!.to - stretches[s]!.from);
      if (k > 0 && (edges(k - 1) > 1 || (edges(k - 1) === 1 && k === 1))) chainEnds.push({ arc: l, beside: l - 1, atStart: true });
      const last = stretches.length - 1;
      if (k < last && (edges(k + 1) > 1 || (edges(k + 1) === 1 && k + 1 === last)))
        chainEnds.push({ arc: l, beside: l + 1, atStart: false });
      // a ring begins where its last arc ends
      if (k > 0 && k === last && isRing(flat) && edges(0) > 1) chainEnds.push({ arc: l, beside: l - k, atStart: false });
    }
  }
  return { lines: lines.done(), chainEnds };
}

function curvesByElement(chains: readonly Fitted[]): Map<number, KnownCurve[]> {
  const curves = new Map<number, KnownCurve[]>();
  for (const { stretches, facts } of chains)
    for (const curve of stretches.some((s) => s.arc) ? curvesOf(stretches) : []) {
      const own = curves.get(facts.element);
      if (!own) curves.set(facts.element, [curve]);
      else if (own.length < MOST_CURVES) own.push(curve);
    }
  return curves;
}

function placesOf(chain: readonly number[], kept: readonly number[], places: Float64Array): Float64Array {
  const out = new Float64Array(kept.length * 2);
  for (let k = 0; k < kept.length; k++) {
    const n = chain[kept[k]!]! * 2;
    out[k * 2] = places[n]!;
    out[k * 2 + 1] = places[n + 1]!;
  }
  return out;
}

interface Placed {
  readonly flat: Float64Array;
  readonly depths: readonly number[];
}

/** By place, then by depth: the nearer first. */
function inPlace(a: Placed, b: Placed): number {
  for (let k = 0; k < a.flat.length && k < b.flat.length; k++) if (a.flat[k] !== b.flat[k]) return a.flat[k]! - b.flat[k]!;
  return a.flat.length - b.flat.length || a.depths[0]! - b.depths[0]! || a.depths.at(-1)! - b.depths.at(-1)!;
}

/** The elements beyond some segments, ascending, each once. */
function beyondAll(list: SegmentList, segments: readonly number[]): number[] {
  const first = beyondOf(list, segments[0]!);
  for (const s of segments)
    if (beyondOf(list, s) !== first) return [...new Set(segments.map((k) => beyondOf(list, k)))].sort((a, b) => a - b);
  return [first];
}

/** Segments sorted by kind, then element; the order within is that of the list. */
function kinds(list: SegmentList): Uint32Array {
  const order = new Uint32Array(list.count);
  let isSorted = true;
  for (let i = 0; i < list.count; i++) {
    order[i] = i;
    if (i > 0 && (kindOf(list, i - 1) - kindOf(list, i) || elementOf(list, i - 1) - elementOf(list, i)) > 0) isSorted = false;
  }
  if (isSorted) return order;
  return order.sort((a, b) => kindOf(list, a) - kindOf(list, b) || elementOf(list, a) - elementOf(list, b) || a - b);
}

/**
 * Which nodes of a chain (by their place in it) are left without corners that lie on a straight run: all corners that are left out lie
 * within STRAIGHT of what is drawn instead. A closed chain also loses a needless first corner.
 */
function straighten(chain: readonly number[], places: Float64Array): number[] {
  const last = chain.length - 1;
  // a ring begins at the sharpest corner: neither a straight run nor an arc is then broken by the place where it begins
  const start = last > 2 && chain[0] === chain[last] ? sharpest(chain.slice(0, -1), places) : 0;
  const placeOf = (k: number) => (start === 0 ? k : k === last ? start : (start + k) % last);
  const at = (k: number) => chain[placeOf(k)]! * 2;
  const kept = [placeOf(0)];
  const cone = new Cone(places, at(0));
  for (let k = 1; k < last; k++) {
    if (cone.admits(at(k)) && cone.leadsTo(at(k + 1))) continue;
    kept.push(placeOf(k));
    cone.begin(at(k));
  }
  kept.push(placeOf(last));
  return kept;
}

/** Where a ring should begin so that no arc runs over its start: at a true end of its first arc; 0 where it does not matter. */
function betterStart(stretches: readonly Stretch[], last: number): number {
  const first = stretches.find((s) => s.arc);
  return !first || (first.from === 0 && first.to === last) ? 0 : first.to < last ? first.to : first.from;
}

/** A chain of stretches, with the depth at each of its points. */
interface Stretched {
  readonly flat: Float64Array;
  readonly stretches: readonly Stretch[];
  readonly depths: readonly number[];
}

/** A ring that begins amid what is straight between two arcs is begun where the first of them does: what is straight is one line. */
function begunAtArc(flat: Float64Array, stretches: readonly Stretch[], depths: readonly number[]): Stretched {
  const [first, last] = [stretches[0]!, stretches.at(-1)!];
  if (stretches.length < 2 || first.arc || last.arc || !isRing(flat)) return { flat, stretches, depths };
  const [start, count] = [first.to, flat.length / 2 - 1];
  const order = Array.from({ length: count + 1 }, (_, k) => (start + k) % count);
  return {
    flat: Float64Array.from(order.flatMap((k) => [flat[k * 2]!, flat[k * 2 + 1]!])),
    stretches: [
      ...stretches.slice(1, -1).map(({ from, to, arc }) => ({ from: from - start, to: to - start, arc })),
      { from: last.from - start, to: count, arc: null },
    ],
    depths: order.map((k) => depths[k]!),
  };
}

/** Place in a ring of the corner that turns most, the first of several alike. */
function sharpest(ring: readonly number[], places: Float64Array): number {
  const n = ring.length;
  let best = 0;
  let least = Infinity;
  for (let k = 0; k < n; k++) {
    const a = ring[(k + n - 1) % n]! * 2,
      b = ring[k]! * 2,
      c = ring[(k + 1) % n]! * 2;
    const pu = places[b]! - places[a]!,
      pv = places[b + 1]! - places[a + 1]!,
      qu = places[c]! - places[b]!,
      qv = places[c + 1]! - places[b + 1]!;
    const cos = (pu * qu + pv * qv) / Math.sqrt((pu * pu + pv * pv) * (qu * qu + qv * qv));
    if (cos < least - 1e-6) {
      least = cos;
      best = k;
    }
  }
  return best;
}

const isRing = (flat: Float64Array): boolean => flat[0] === flat[flat.length - 2] && flat[1] === flat[flat.length - 1];

import { isAtStart, isCircle, isWhole } from '../geometry/arcs/arc';
import { isBetween } from '../geometry/rings';
import { STRAIGHT } from '../geometry/numbers/tolerances';
import type { DrawnSide } from '../linework/boundary-edges';
import { factsOf, LinesBuilder, type LineFacts } from '../linework/lines-builder';
import { arcAt, type Drawing } from '../linework/drawing';
import { roleIndex } from '../sights/role';
import type { Graphic, RoundOutline } from './graphic';
import { atan2 } from '../geometry/numbers/trigonometry';

/** A line on the way round: its number, and whether it is walked from its last point to its first. */
type Step = readonly [line: number, isBack: boolean];

/**
 * Cut outlines that close on one layer, with one pen, as one closed polyline each, so that a drafter picks a profile at once; what does not close stays
 * as it is, and so do joints and arcs of ellipses, which no polyline of a file can hold. A ring with arcs of circles keeps its lines, and
 * tells in `rounds` what they are as a whole. A polyline that runs round several elements names the one that has most of it, and the
 * others among those beyond it. For what goes into files: a screen asks each line for its own element.
 * Method: where two ends meet the way goes on; where four meet (two corners that touch) it goes on in the same element first, then by
 * the smaller turn. Cost: linear in the ends of cut lines.
 */
export function closeOutlines(graphic: Graphic): Graphic {
  const { drawing, lineLayer, linePen } = graphic;
  const rings = ringsOf(drawing, lineLayer, linePen);
  if (!rings.length) return graphic;
  const isRound = (ring: readonly Step[]) => ring.some(([l]) => drawing.lineArc[l]! >= 0);
  const ringAt = new Map(rings.filter((ring) => !isRound(ring)).flatMap((ring) => ring.map(([line]) => [line, ring] as const)));
  const out = new LinesBuilder();
  const [layers, pens, rules]: [number[], number[], number[]] = [[], [], []];
  /** Where the lines stand that are left as they are. */
  const placeOf = new Map<number, number>();
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const ring = ringAt.get(l);
    const first = ring?.[0]![0] ?? l;
    // a ring stands where the first of its lines stood
    if (first !== l) continue;
    if (ring) addRing(drawing, ring, out);
    else {
      placeOf.set(l, out.count);
      out.copy(drawing, l, l + 1);
    }
    layers.push(lineLayer[l]!);
    pens.push(linePen[l]!);
    rules.push(graphic.caught.line[l]!);
  }
  const rounds = rings.filter(isRound).map((ring) => roundOutline(drawing, ring, placeOf));
  return {
    ...graphic,
    drawing: { ...drawing, ...out.done() },
    lineLayer: Uint16Array.from(layers),
    linePen: Uint16Array.from(pens),
    caught: { ...graphic.caught, line: Uint16Array.from(rules) },
    rounds,
  };
}

/** The rings of several lines, each begun with its lowest line, which is walked forwards. */
function ringsOf(drawing: Drawing, lineLayer: Uint16Array, linePen: Uint16Array): Step[][] {
  const { lineRole, lineJoint, lineArc, lineElement, lineStart, points } = drawing;
  const cut = roleIndex('cut');
  const ends = new Map<string, number[]>();
  const placeOf = (l: number, end: 0 | 1) => {
    const p = (end ? lineStart[l + 1]! - 1 : lineStart[l]!) * 2;
    return `${lineLayer[l]} ${linePen[l]} ${points[p]} ${points[p + 1]}`;
  };
  const open: number[] = [];
  for (let l = 0; l < lineRole.length; l++) {
    if (lineRole[l] !== cut || lineJoint[l] || placeOf(l, 0) === placeOf(l, 1)) continue;
    const arc = lineArc[l]! < 0 ? null : arcAt(drawing, lineArc[l]!);
    if (arc && (!isCircle(arc) || isWhole(arc))) continue;
    open.push(l);
    for (const end of [0, 1] as const) {
      const own = ends.get(placeOf(l, end));
      if (own) own.push(l * 2 + end);
      else ends.set(placeOf(l, end), [l * 2 + end]);
    }
  }
  const next = new Map<number, number>();
  for (const own of ends.values()) for (const [a, b] of paired(own)) next.set(a, b).set(b, a);
  const isTaken = new Set<number>();
  const out: Step[][] = [];
  for (const first of open) {
    if (isTaken.has(first)) continue;
    const ring: Step[] = [];
    let at: number | undefined = first * 2;
    for (; at !== undefined && !isTaken.has(at >> 1); at = next.get(at ^ 1)) {
      isTaken.add(at >> 1);
      ring.push([at >> 1, (at & 1) === 1]);
    }
    if (at === first * 2 && ring.length > 1) out.push(ring);
  }
  return out;

  /** Which ends at one place go on in which. */
  function paired(own: readonly number[]): [number, number][] {
    if (own.length === 2) return [[own[0]!, own[1]!]];
    if (own.length !== 4) return [];
    const [a, b, c, d] = own as [number, number, number, number];
    const ways: [number, number][][] = [[[a, b], [c, d]], [[a, c], [b, d]], [[a, d], [b, c]]]; // prettier-ignore
    const cost = (way: readonly [number, number][]) =>
      way.reduce((sum, [p, q]) => sum + (lineElement[p >> 1] === lineElement[q >> 1] ? 0 : 10) + turn(p, q), 0);
    return ways.reduce((best, way) => (cost(way) < cost(best) ? way : best));
  }

  /** By how much the way turns from one end into another, radians. */
  function turn(p: number, q: number): number {
    const away = (end: number) => {
      const l = end >> 1;
      const [tip, far] = end & 1 ? [lineStart[l + 1]! - 1, lineStart[l + 1]! - 2] : [lineStart[l]!, lineStart[l]! + 1];
      return atan2(points[far * 2 + 1]! - points[tip * 2 + 1]!, points[far * 2]! - points[tip * 2]!);
    };
    const apart = Math.abs(away(p) - away(q));
    return Math.min(apart, 2 * Math.PI - apart);
  }
}

/** Where one element follows another on a straight side there is no corner, nor where the ring begins on one. In place. */
function withoutSeams(flat: number[], deep: number[]): void {
  const isSeam = (before: number, at: number, after: number) =>
    isBetween(Float64Array.from([before, at, after].flatMap((k) => [flat[k * 2]!, flat[k * 2 + 1]!])), 0, 2, 4, STRAIGHT / 10);
  for (let k = deep.length - 2; k > 0; k--)
    if (isSeam(k - 1, k, k + 1)) {
      flat.splice(k * 2, 2);
      deep.splice(k, 1);
    }
  if (deep.length < 5 || !isSeam(deep.length - 2, 0, 1)) return;
  flat.splice(0, 2);
  deep.shift();
  flat.splice(-2, 2, flat[0]!, flat[1]!);
  deep[deep.length - 1] = deep[0]!;
}

function addRing(drawing: Drawing, ring: readonly Step[], out: LinesBuilder): void {
  const [flat, deep]: [number[], number[]] = [[], []];
  for (const [l, isBack] of ring) {
    const [from, to] = [drawing.lineStart[l]!, drawing.lineStart[l + 1]! - 1];
    for (let k = 0; k <= to - from; k++) {
      // where the last line ended this one begins
      if (k === 0 && flat.length) continue;
      const p = isBack ? to - k : from + k;
      flat.push(drawing.points[p * 2]!, drawing.points[p * 2 + 1]!);
      deep.push(drawing.depths[p]!);
    }
  }
  withoutSeams(flat, deep);
  out.add(flat, deep, 0, deep.length - 1, factsOfRing(drawing, ring));
}

/** What is known of a ring: it is of the element that has most of it, and the others lie beyond. */
function factsOfRing(drawing: Drawing, ring: readonly Step[]): LineFacts {
  const share = new Map<number, number>();
  const beyond = new Set<number>();
  for (const [l] of ring) {
    const facts = factsOf(drawing, l);
    for (let k = 0; k < facts.beyond.length; k++) beyond.add(facts.beyond[k]!);
    for (let p = drawing.lineStart[l]!; p + 1 < drawing.lineStart[l + 1]!; p++)
      share.set(
        facts.element,
        (share.get(facts.element) ?? 0) +
          Math.hypot(drawing.points[p * 2 + 2]! - drawing.points[p * 2]!, drawing.points[p * 2 + 3]! - drawing.points[p * 2 + 1]!),
      );
  }
  const element = [...share].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]![0];
  for (const other of share.keys()) if (other !== element) beyond.add(other);
  return { ...factsOf(drawing, ring[0]![0]), element, beyond: [...beyond].sort((a, b) => a - b) };
}

/** A ring with arcs, side by side, begun with an arc: where one element follows another on a straight side there is no corner. */
function roundOutline(drawing: Drawing, ring: readonly Step[], placeOf: ReadonlyMap<number, number>): RoundOutline {
  const start = ring.findIndex(([l]) => drawing.lineArc[l]! >= 0);
  const sides: DrawnSide[] = [];
  for (const [l, isBack] of [...ring.slice(start), ...ring.slice(0, start)]) {
    const [first, last] = [drawing.lineStart[l]!, drawing.lineStart[l + 1]! - 1];
    const place = (p: number): [number, number] => [drawing.points[p * 2]!, drawing.points[p * 2 + 1]!];
    if (drawing.lineArc[l]! >= 0) {
      const arc = arcAt(drawing, drawing.lineArc[l]!);
      const [from, to] = isBack ? [last, first] : [first, last];
      sides.push({ from: place(from), to: place(to), arc, isForward: isAtStart(arc, ...place(first)) !== isBack });
      continue;
    }
    for (let k = 0; k < last - first; k++) {
      const [from, to] = isBack ? [place(last - k), place(last - k - 1)] : [place(first + k), place(first + k + 1)];
      const before = sides.at(-1)!;
      if (!before.arc && isBetween(Float64Array.from([...before.from, ...from, ...to]), 0, 2, 4, STRAIGHT / 10))
        sides[sides.length - 1] = { ...before, to };
      else sides.push({ from, to, arc: null, isForward: true });
    }
  }
  const { element, beyond } = factsOfRing(drawing, ring);
  return { lines: ring.map(([l]) => placeOf.get(l)!).sort((a, b) => a - b), sides, element, beyond: Array.from(beyond) };
}

import type { Region } from '../cutting/regions';
import { intersection, ringBounds } from '../geometry/polygons';
import { SPECK } from '../geometry/tolerances';
import type { Limits } from '../sights/sight';
import { arcBounds, arcCrossings, arcParameter, arcPoint, fromZero, isWhole, type Arc } from './arc';
import { arcAt, type Drawing } from './drawing';
import { factsOf, LinesBuilder, pathLength, type LineFacts } from './lines-builder';

/** Cuts a drawing off at the limits of its sight: lines end there, cut faces are closed along them. No limit, no change. */
export function cropDrawing(drawing: Drawing, limits: Limits | undefined): Drawing {
  const u0 = limits?.left ?? -Infinity,
    u1 = limits?.right ?? Infinity,
    v0 = limits?.bottom ?? -Infinity,
    v1 = limits?.top ?? Infinity;
  if (u0 === -Infinity && u1 === Infinity && v0 === -Infinity && v1 === Infinity) return drawing;
  const lines = new LinesBuilder();
  const isIn = (u: number, v: number) => u >= u0 && u <= u1 && v >= v0 && v <= v1;
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const [from, to] = [drawing.lineStart[l]!, drawing.lineStart[l + 1]! - 1];
    const facts = factsOf(drawing, l);
    const arc = drawing.lineArc[l]! < 0 ? null : arcAt(drawing, drawing.lineArc[l]!);
    const flat = drawing.points;
    const [a, b, c, d] = arc ? arcBounds(arc) : ringBounds([flat.subarray(from * 2, to * 2 + 2)]);
    if (c < u0 || a > u1 || d < v0 || b > v1) continue;
    if (a >= u0 && c <= u1 && b >= v0 && d <= v1) {
      lines.add(flat, from, to, facts, arc);
      continue;
    }
    if (arc) {
      cropArc(arc, flat.subarray(from * 2, to * 2 + 2), facts);
      continue;
    }
    for (const run of runsOf(flat, from * 2, to * 2)) {
      // along a single side depths go evenly; of a longer line they are known at its ends alone
      const own =
        to - from === 1 ? { ...facts, depthFrom: depthAt(l, run[0]!, run[1]!), depthTo: depthAt(l, run.at(-2)!, run.at(-1)!) } : facts;
      if (pathLength(run) >= SPECK) lines.add(run, 0, run.length / 2 - 1, own);
    }
  }
  const [a, b, c, d] = drawing.points.length ? ringBounds([drawing.points]) : [0, 0, 0, 0];
  const window = Float64Array.from([
    Math.max(u0, a - 1e3),
    Math.max(v0, b - 1e3),
    Math.min(u1, c + 1e3),
    Math.max(v0, b - 1e3),
    Math.min(u1, c + 1e3),
    Math.min(v1, d + 1e3),
    Math.max(u0, a - 1e3),
    Math.min(v1, d + 1e3),
  ]);
  const regions: Region[] =
    window[2]! > window[0]! && window[5]! > window[1]!
      ? drawing.regions.flatMap((r) => intersection(r.face, [window]).map((face) => ({ ...r, face })))
      : [];
  return {
    ...drawing,
    ...lines.done(),
    regions,
  };

  /** What limits leave of a polyline; a ring that is cut goes on over the corner where it began. */
  function runsOf(flat: Float64Array, from: number, to: number): number[][] {
    const runs: number[][] = [];
    for (let i = from; i < to; i += 2) {
      const piece = clip(flat[i]!, flat[i + 1]!, flat[i + 2]!, flat[i + 3]!);
      const run = runs.at(-1);
      if (piece && run?.at(-2) === piece[0] && run.at(-1) === piece[1]) run.push(piece[2], piece[3]);
      else if (piece) runs.push(piece);
    }
    const [first, last] = [runs[0], runs.at(-1)];
    const isOne = (u: number | undefined, v: number | undefined) => u === flat[from] && v === flat[from + 1];
    if (first && last && first !== last && isOne(first[0], first[1]) && isOne(last.at(-2), last.at(-1)))
      return [[...last, ...first.slice(2)], ...runs.slice(1, -1)];
    return runs;
  }

  /** Depth of a place on a line of one side. */
  function depthAt(l: number, u: number, v: number): number {
    const { points: p, lineStart, lineDepth } = drawing;
    const i = lineStart[l]! * 2;
    const part = Math.hypot(u - p[i]!, v - p[i + 1]!) / Math.hypot(p[i + 2]! - p[i]!, p[i + 3]! - p[i + 1]!);
    return lineDepth[l * 2]! + part * (lineDepth[l * 2 + 1]! - lineDepth[l * 2]!);
  }

  /** The stretches of an arc inside the limits, as arcs, with the corners of the model that lie on them. */
  function cropArc(arc: Arc, corners: Float64Array, facts: LineFacts): void {
    const [start, end] = [arc[5], arc[6]];
    const across = [u0, u1].flatMap((at) => arcCrossings(arc, 0, at)).concat([v0, v1].flatMap((at) => arcCrossings(arc, 1, at)));
    across.sort((a, b) => a - b);
    // a circle has no beginning: it is divided where it is cut off only
    const isRound = isWhole(arc) && across.length > 0;
    const ends = isRound ? [...across, across[0]! + 2 * Math.PI] : [start, ...across, end];
    const at: [number, number, number][] = [];
    const middle = (ends[0]! + ends.at(-1)!) / 2;
    // the last corner of a circle is its first
    for (let i = isRound ? 2 : 0; i < corners.length; i += 2)
      at.push([arcParameter(arc, corners[i]!, corners[i + 1]!, middle), corners[i]!, corners[i + 1]!]);
    at.sort((a, b) => a[0] - b[0]);
    for (let k = 0; k + 1 < ends.length; k++) {
      const [from, to] = [ends[k]!, ends[k + 1]!];
      if ((to - from) * Math.hypot(arc[2], arc[3]) < SPECK || !isIn(...arcPoint(arc, (from + to) / 2))) continue;
      const piece: Arc = [arc[0], arc[1], arc[2], arc[3], arc[4], ...fromZero(from, to)];
      const between = at.flatMap(([t, u, v]) => (t > from + 1e-9 && t < to - 1e-9 ? [u, v] : []));
      const flat = [...arcPoint(arc, from), ...between, ...arcPoint(arc, to)];
      lines.add(flat, 0, flat.length / 2 - 1, facts, piece);
    }
  }

  /** Liang and Barsky, A new concept and method for line clipping, 1984. */
  function clip(x: number, y: number, xx: number, yy: number): [number, number, number, number] | null {
    let from = 0,
      to = 1;
    const dx = xx - x,
      dy = yy - y;
    for (const [p, q] of [
      [-dx, x - u0],
      [dx, u1 - x],
      [-dy, y - v0],
      [dy, v1 - y],
    ] as const) {
      if (p === 0) {
        if (q < 0) return null;
      } else if (p < 0) from = Math.max(from, q / p);
      else to = Math.min(to, q / p);
    }
    if (from >= to) return null;
    return [from === 0 ? x : x + from * dx, from === 0 ? y : y + from * dy, to === 1 ? xx : x + to * dx, to === 1 ? yy : y + to * dy];
  }
}

import type { Region } from '../cutting/cut-faces';
import { intersection, ringBounds } from '../geometry/polygons';
import { SPECK } from '../geometry/numbers/tolerances';
import type { Limits } from '../sights/sight';
import { arcBounds, arcCrossings, arcParameter, arcPoint, fromZero, isWhole, type Arc } from '../geometry/arcs/arc';
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
    const { points: flat, depths: deep } = drawing;
    const [a, b, c, d] = arc ? arcBounds(arc) : ringBounds([flat.subarray(from * 2, to * 2 + 2)]);
    if (c < u0 || a > u1 || d < v0 || b > v1) continue;
    if (a >= u0 && c <= u1 && b >= v0 && d <= v1) {
      lines.add(flat, deep, from, to, facts, arc);
      continue;
    }
    if (arc) {
      cropArc(arc, flat.subarray(from * 2, to * 2 + 2), deep.subarray(from, to + 1), facts);
      continue;
    }
    for (const { way, depths } of runsOf(from, to)) if (pathLength(way) >= SPECK) lines.add(way, depths, 0, depths.length - 1, facts);
  }
  const [a, b, c, d] = ringBounds(drawing.regions.map(({ face }) => face[0]!));
  const window = Float64Array.from([Math.max(u0, a - 1), Math.max(v0, b - 1), Math.min(u1, c + 1), Math.max(v0, b - 1), Math.min(u1, c + 1), Math.min(v1, d + 1), Math.max(u0, a - 1), Math.min(v1, d + 1)]); // prettier-ignore
  const regions: Region[] =
    window[2]! > window[0]! && window[5]! > window[1]!
      ? drawing.regions.flatMap((r) => intersection(r.face, [window]).map((face) => ({ ...r, face })))
      : [];
  return {
    ...drawing,
    ...lines.done(),
    regions,
  };

  /** What limits leave of the polyline through some points; a ring that is cut goes on over the corner where it began. */
  function runsOf(from: number, to: number): Run[] {
    const { points: p, depths: w } = drawing;
    const runs: Run[] = [];
    for (let k = from; k < to; k++) {
      const i = k * 2;
      const piece = clip(p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!);
      if (!piece) continue;
      const [a, b, u, v, start, end] = piece;
      const deep = (t: number) => (t === 0 ? w[k]! : t === 1 ? w[k + 1]! : w[k]! + t * (w[k + 1]! - w[k]!));
      const run = runs.at(-1);
      if (run?.way.at(-2) === a && run.way.at(-1) === b) {
        run.way.push(u, v);
        run.depths.push(deep(end));
      } else runs.push({ way: [a, b, u, v], depths: [deep(start), deep(end)] });
    }
    const [first, last] = [runs[0], runs.at(-1)];
    const isStart = (u: number | undefined, v: number | undefined) => u === p[from * 2] && v === p[from * 2 + 1];
    if (first && last && first !== last && isStart(first.way[0], first.way[1]) && isStart(last.way.at(-2), last.way.at(-1)))
      return [{ way: [...last.way, ...first.way.slice(2)], depths: [...last.depths, ...first.depths.slice(1)] }, ...runs.slice(1, -1)];
    return runs;
  }

  /** The stretches of an arc inside the limits, as arcs, with the corners of the model that lie on them. */
  function cropArc(arc: Arc, corners: Float64Array, depths: Float64Array, facts: LineFacts): void {
    const [start, end] = [arc[5], arc[6]];
    const across = [u0, u1].flatMap((at) => arcCrossings(arc, 0, at)).concat([v0, v1].flatMap((at) => arcCrossings(arc, 1, at)));
    across.sort((a, b) => a - b);
    // a circle has no beginning: it is divided where it is cut off only
    const isRound = isWhole(arc) && across.length > 0;
    const ends = isRound ? [...across, across[0]! + 2 * Math.PI] : [start, ...across, end];
    const at: [t: number, u: number, v: number, w: number][] = [];
    const middle = (ends[0]! + ends.at(-1)!) / 2;
    // the last corner of a circle is its first
    for (let i = isRound ? 2 : 0; i < corners.length; i += 2)
      at.push([arcParameter(arc, corners[i]!, corners[i + 1]!, middle), corners[i]!, corners[i + 1]!, depths[i / 2]!]);
    at.sort((a, b) => a[0] - b[0]);
    for (let k = 0; k + 1 < ends.length; k++) {
      const [from, to] = [ends[k]!, ends[k + 1]!];
      if ((to - from) * Math.hypot(arc[2], arc[3]) < SPECK || !isIn(...arcPoint(arc, (from + to) / 2))) continue;
      const piece: Arc = [arc[0], arc[1], arc[2], arc[3], arc[4], ...fromZero(from, to)];
      const between = at.filter(([t]) => t > from + 1e-9 && t < to - 1e-9);
      const flat = [...arcPoint(arc, from), ...between.flatMap(([, u, v]) => [u, v]), ...arcPoint(arc, to)];
      lines.add(flat, [depthOn(at, from), ...between.map(([, , , w]) => w), depthOn(at, to)], 0, flat.length / 2 - 1, facts, piece);
    }
  }

  /** Both ends of what is left of a side, and their places along it. Liang and Barsky, A new concept and method for line clipping, 1984. */
  function clip(x: number, y: number, xx: number, yy: number): [number, number, number, number, number, number] | null {
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
    const [u, v] = from === 0 ? [x, y] : [x + from * dx, y + from * dy];
    return to === 1 ? [u, v, xx, yy, from, to] : [u, v, x + to * dx, y + to * dy, from, to];
  }
}

/** A stretch of a line that is left, as u, v pairs, with the depth of each point. */
interface Run {
  readonly way: number[];
  readonly depths: number[];
}

/** Depth at a parameter of an arc, between those of the corners on both sides of it. */
function depthOn(corners: readonly (readonly [t: number, u: number, v: number, w: number])[], t: number): number {
  const after = corners.findIndex(([own]) => own >= t);
  const [a, b] = [corners[after < 1 ? 0 : after - 1]!, corners[after < 0 ? corners.length - 1 : after]!];
  return a[0] === b[0] ? b[3] : a[3] + ((t - a[0]) / (b[0] - a[0])) * (b[3] - a[3]);
}

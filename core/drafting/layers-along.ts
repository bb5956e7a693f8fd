import { overlap, SegmentGrid } from '../geometry/segment-grid';
import { SAME_LINE } from '../geometry/numbers/tolerances';
import type { Drawing } from '../linework/drawing';
import { factsOf, LinesBuilder } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import type { DrawingNames } from './drawing-names';

/** A drawing whose lines of the cut begin and end where the layer of a build-up that they bound does. */
export interface InLayers {
  readonly drawing: Drawing;
  /** Of each line the layers that lie beside the whole of it, of those that were asked for. */
  readonly layers: readonly (readonly number[])[];
  /** The line of the drawing before that each is, or is a part of. */
  readonly lineOf: Uint32Array;
}

/**
 * Tells the lines of a cut by the layers of their element's build-up that they bound. A joint between two layers is of both; the outline
 * of a wall is broken where it passes from one to the next. An arc stays whole, and is of a layer that lies beside all of it.
 * @param asked the layers that matter, counted from 1: no line is broken for another
 */
export type LayersAlong = (drawing: Drawing, names: DrawingNames, asked: ReadonlySet<number>) => InLayers;

const NONE: readonly number[] = [];

export const layersAlong: LayersAlong = (drawing, names, asked) => {
  const { lineRole, lineElement, lineArc, lineStart, points, depths } = drawing;
  const cut = roleIndex('cut');
  const runsOf = runsBeside(drawing, names, asked);
  const out = new LinesBuilder();
  const layers: (readonly number[])[] = [];
  const lineOf: number[] = [];
  for (let l = 0; l < lineRole.length; l++) {
    const isOfLayers = lineRole[l] === cut && names.elements.get(lineElement[l]!)?.buildUp !== undefined;
    const runs = isOfLayers ? runsOf(l) : [];
    if (runs.length < 2 || lineArc[l]! >= 0) {
      out.copy(drawing, l, l + 1);
      layers.push(runs.length ? runs.map((run) => run.layers).reduce((a, b) => a.filter((k) => b.includes(k))) : NONE);
      lineOf.push(l);
      continue;
    }
    for (const { at, layers: own } of runs) {
      const place = (list: ArrayLike<number>, width: number, k: number) => (t: number) => {
        const i = lineStart[l]! + Math.floor(t);
        const from = list[i * width + k]!;
        return Number.isInteger(t) ? from : from + (list[(i + 1) * width + k]! - from) * (t % 1);
      };
      const [u, v, depth] = [place(points, 2, 0), place(points, 2, 1), place(depths, 1, 0)];
      out.add(at.flatMap((t) => [u(t), v(t)]), at.map(depth), 0, at.length - 1, factsOf(drawing, l)); // prettier-ignore
      layers.push(own);
      lineOf.push(l);
    }
  }
  return { drawing: { ...drawing, ...out.done() }, layers, lineOf: Uint32Array.from(lineOf) };
};

/** A stretch of a line beside the same layers: the points that it goes through by their number, between two of them in parts. */
interface Run {
  readonly at: number[];
  readonly layers: readonly number[];
}

/** Divides lines of layered elements by what lies beside them. */
function runsBeside(
  { regions, lineElement, lineStart, points }: Drawing,
  names: DrawingNames,
  asked: ReadonlySet<number>,
): (l: number) => Run[] {
  // sides of cut faces first, the stretches of lines behind them
  const ends: number[] = [];
  const regionOf: number[] = [];
  regions.forEach(({ elements, face }, r) => {
    if (!elements.some((e) => names.elements.get(e)?.buildUp)) return;
    for (const ring of face)
      for (let i = 0, n = ring.length; i < n; i += 2) {
        ends.push(ring[i]!, ring[i + 1]!, ring[(i + 2) % n]!, ring[(i + 3) % n]!);
        regionOf.push(r);
      }
  });
  const sides = regionOf.length;
  const stretchOf = new Int32Array(lineElement.length);
  for (let l = 0; l < lineElement.length; l++) {
    stretchOf[l] = ends.length / 4;
    if (names.elements.get(lineElement[l]!)?.buildUp)
      for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++) ends.push(...points.subarray(p * 2, p * 2 + 4));
  }
  const flat = Float64Array.from(ends);
  const grid = new SegmentGrid(flat, SAME_LINE);
  const near: number[] = [];
  return (l) => {
    const element = lineElement[l]!;
    const { buildUp } = names.elements.get(element)!;
    const layersOf = (material: number) => buildUp!.flatMap((own, i) => (own === material && asked.has(i + 1) ? i + 1 : []));
    const runs: Run[] = [];
    const count = lineStart[l + 1]! - lineStart[l]! - 1;
    for (let k = 0; k < count; k++) {
      const s = stretchOf[l]! + k;
      const beside: { from: number; to: number; layers: readonly number[] }[] = [];
      for (const o of grid.near(s, near)) {
        const region = o < sides ? regions[regionOf[o]!]! : null;
        const stretch = region?.elements.includes(element) && overlap(flat, s, o, SAME_LINE);
        if (stretch) beside.push({ from: stretch[0], to: stretch[1], layers: layersOf(region!.material) });
      }
      const length = Math.hypot(flat[s * 4 + 2]! - flat[s * 4]!, flat[s * 4 + 3]! - flat[s * 4 + 1]!);
      const breaks = placesBetween(beside.flatMap(({ from, to }) => [from, to]), SAME_LINE / length); // prettier-ignore
      for (let b = 1; b < breaks.length; b++) {
        const middle = (breaks[b - 1]! + breaks[b]!) / 2;
        const layers = [...new Set(beside.flatMap((own) => (own.from < middle && own.to > middle ? own.layers : [])))].sort(
          (a, c) => a - c,
        );
        goOn(runs, k + breaks[b - 1]!, k + breaks[b]!, layers);
      }
    }
    const isRing = [0, 1].every((c) => points[lineStart[l]! * 2 + c] === points[(lineStart[l]! + count) * 2 + c]);
    const [first, last] = [runs[0], runs.at(-1)];
    if (!isRing || !first || !last || first === last || !isSame(first.layers, last.layers)) return runs;
    return [{ at: [...last.at, ...first.at.slice(1)], layers: last.layers }, ...runs.slice(1, -1)];
  };
}

/** Where a stretch from 0 to 1 is broken, both its ends included; no two places nearer than `least`. */
function placesBetween(places: readonly number[], least: number): number[] {
  const out = [0];
  for (const t of [...places].sort((a, b) => a - b)) if (t - out.at(-1)! > least && 1 - t > least) out.push(t);
  return [...out, 1];
}

/** Makes the last run longer where it is beside the same layers, else begins another. */
function goOn(runs: Run[], from: number, to: number, layers: readonly number[]): void {
  const last = runs.at(-1);
  if (!last || !isSame(last.layers, layers)) return void runs.push({ at: [from, to], layers });
  if (!Number.isInteger(from)) last.at.pop();
  last.at.push(to);
}

const isSame = (a: readonly number[], b: readonly number[]): boolean => a.length === b.length && a.every((x, i) => x === b[i]);

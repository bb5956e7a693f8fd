import { dot } from '../geometry/vec3';
import type { Frame } from '../geometry/frame';
import { ringArea, ringBounds, type Ring } from '../geometry/rings';
import { ON_PLANE } from '../geometry/numbers/tolerances';
import type { TrimPlane } from '../sights/trims';
import type { Outline } from './close-loops';

/** Removes what lies where a u + b v + c is above nought: metres beyond its line, (a, b) being of length 1. */
export interface HalfPlane {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** Sine of the angle within which a plane runs level with a frame's plane. */
const LEVEL = 1e-9;

/** What planes leave of a frame's plane, as half planes of it; null where one of them takes all. */
export function halfPlanesIn({ origin, right, up }: Frame, planes: readonly TrimPlane[]): HalfPlane[] | null {
  const out: HalfPlane[] = [];
  for (const { origin: from, normal } of planes) {
    const [a, b] = [dot(normal, right), dot(normal, up)];
    const c = dot(normal, [origin[0] - from[0], origin[1] - from[1], origin[2] - from[2]]);
    const steep = Math.hypot(a, b);
    if (steep >= LEVEL) out.push({ a: a / steep, b: b / steep, c: c / steep });
    else if (c > ON_PLANE) return null;
  }
  return out;
}

/**
 * Outlines without what half planes remove: what they leave whole stays the same object.
 */
export function clipOutlines(outlines: readonly Outline[], halves: readonly HalfPlane[]): Outline[] {
  if (!halves.length) return [...outlines];
  return outlines.flatMap((outline) => {
    let left: Outline[] = [outline];
    for (const half of halves) left = left.flatMap((own) => clipOutline(own, half));
    return left;
  });
}

function clipOutline(outline: Outline, half: HalfPlane): Outline[] {
  const { points, isClosed } = outline;
  const [low, high] = reachBeyond(points, half);
  if (high <= ON_PLANE) return [outline];
  if (low >= -ON_PLANE) return [];
  if (!isClosed) return runsInside(points, half).map((run) => ({ ...outline, points: run }));
  return piecesInside(points, half).map((ring) => ({ ...outline, points: ring }));
}

/** A stretch of a ring inside a half plane, from where it comes in to where it goes out, and how far along the line these lie. */
interface Chain {
  readonly points: number[];
  readonly from: number;
  to: number;
}

/**
 * What a half plane leaves of a ring: its stretches inside, joined along the line. Of the places where the ring crosses the line, in their
 * order along it, the first and the second, the third and the fourth and so on are ends of one side.
 */
function piecesInside(ring: Ring, half: HalfPlane): Ring[] {
  const chains = chainsInside(ring, half);
  const places = chains.flatMap(({ from, to }, c) => [{ at: from, c, isIn: true }, { at: to, c, isIn: false }]); // prettier-ignore
  places.sort((p, q) => p.at - q.at);
  const next = new Int32Array(chains.length).fill(-1);
  for (let k = 0; k + 1 < places.length; k += 2) {
    const [p, q] = [places[k]!, places[k + 1]!];
    // a corner that only touches the line parts nothing
    if (p.isIn === q.isIn) return [withoutLoops(chains)];
    next[p.isIn ? q.c : p.c] = p.isIn ? p.c : q.c;
  }
  const out: Ring[] = [];
  const isTaken = new Uint8Array(chains.length);
  for (let c = 0; c < chains.length; c++) {
    const points: number[] = [];
    for (let k = c; !isTaken[k]; k = next[k]!) {
      isTaken[k] = 1;
      points.push(...chains[k]!.points);
    }
    if (points.length >= 6) out.push(Float64Array.from(points));
  }
  return out.filter((piece) => Math.abs(ringArea(piece)) > 0);
}

/** All stretches one behind the other: back and forth along the line. */
const withoutLoops = (chains: readonly Chain[]): Ring => Float64Array.from(chains.flatMap(({ points }) => points));

function chainsInside(ring: Ring, half: HalfPlane): Chain[] {
  const n = ring.length;
  const h = (i: number) => beyond(ring, i, half);
  const along = ([u, v]: readonly [number, number]) => half.a * v - half.b * u;
  let start = 0;
  while (h(start) <= 0) start += 2;
  const out: Chain[] = [];
  for (let k = 0; k < n; k += 2) {
    const [i, j] = [(start + k) % n, (start + k + 2) % n];
    const [p, q] = [h(i), h(j)];
    if (p > 0 && q <= 0) {
      const at = q === 0 ? ([ring[j]!, ring[j + 1]!] as const) : crossing(ring, i, j, p, q);
      out.push({ points: q === 0 ? [] : [...at], from: along(at), to: NaN });
    }
    if (q <= 0) out.at(-1)!.points.push(ring[j]!, ring[j + 1]!);
    if (p <= 0 && q > 0) {
      const at = p === 0 ? ([ring[i]!, ring[i + 1]!] as const) : crossing(ring, i, j, p, q);
      if (p !== 0) out.at(-1)!.points.push(...at);
      out.at(-1)!.to = along(at);
    }
  }
  return out;
}

/** How far some points lie beyond the line of a half plane, at least and at most. */
function reachBeyond(points: Ring, { a, b, c }: HalfPlane): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    const h = a * points[i]! + b * points[i + 1]! + c;
    if (h < low) low = h;
    if (h > high) high = h;
  }
  return [low, high];
}

/** The stretches of a polyline that a half plane leaves. */
export function runsInside(points: Ring, half: HalfPlane): Ring[] {
  const runs: number[][] = [];
  let run: number[] | null = null;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const [p, q] = [beyond(points, i, half), beyond(points, i + 2, half)];
    if (p >= 0 && q >= 0) {
      run = null;
      continue;
    }
    if (!run || p > 0) runs.push((run = p > 0 ? crossing(points, i, i + 2, p, q) : [points[i]!, points[i + 1]!]));
    run.push(...(q > 0 ? crossing(points, i, i + 2, p, q) : [points[i + 2]!, points[i + 3]!]));
    if (q > 0) run = null;
  }
  return runs.map((own) => Float64Array.from(own));
}

/** What lies within the noise of turning counts as on the line. */
function beyond(points: Ring, i: number, { a, b, c }: HalfPlane): number {
  const h = a * points[i]! + b * points[i + 1]! + c;
  return Math.abs(h) < ON_PLANE ? 0 : h;
}

/** The point of a side on the line; the same whichever way round the side runs. */
function crossing(points: Ring, i: number, j: number, p: number, q: number): [number, number] {
  const isTurned = points[j]! < points[i]! || (points[j] === points[i] && points[j + 1]! < points[i + 1]!);
  const [from, to, a, b] = isTurned ? [j, i, q, p] : [i, j, p, q];
  const t = a / (a - b);
  return [points[from]! + t * (points[to]! - points[from]!), points[from + 1]! + t * (points[to + 1]! - points[from + 1]!)];
}

/** A rectangle that covers all that a half plane leaves of some rings. */
export function stripInside(face: readonly Ring[], { a, b, c }: HalfPlane): Ring | null {
  const [u0, v0, u1, v1] = ringBounds(face);
  const reach = Math.hypot(u1 - u0, v1 - v0) + 1;
  const [cu, cv] = [(u0 + u1) / 2, (v0 + v1) / 2];
  // from the middle of the rings square to the line
  const edge = -(a * cu + b * cv + c);
  if (edge <= -reach) return null;
  const corner = (across: number, along: number) => [cu + a * across - b * along, cv + b * across + a * along];
  const far = Math.min(edge, reach);
  return Float64Array.from([corner(-reach, -reach), corner(far, -reach), corner(far, reach), corner(-reach, reach)].flat());
}

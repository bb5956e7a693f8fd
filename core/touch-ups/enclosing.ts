import type { Ring } from '../geometry/rings';
import { ringArea, ringContains } from '../geometry/rings';
import { atan2 } from '../geometry/numbers/trigonometry';

/** Ends this near to one another, or to a line, are one, metres. */
const NEAR = 1e-5;

interface Edge {
  readonly from: number;
  readonly to: number;
  /** Which of the ways it is of. */
  readonly way: number;
}

/** The smallest outline around a place, and the ways that it runs along. */
export interface Enclosing {
  readonly ring: Ring;
  readonly ways: readonly number[];
}

/**
 * The smallest closed outline that lines make around a place; null where they leave it open.
 * Method: lines are divided where they meet; from the nearest one to the right of the place the way goes on by the sharpest turn to the
 * left, so that it follows the face on its left (half-edges, as in de Berg and others, Computational Geometry, chapter 2). Ends that lead
 * nowhere are gone back. Cost: the square of the lines that the boxes of others reach.
 */
export function enclosing(ways: readonly ArrayLike<number>[], u: number, v: number): Enclosing | null {
  const { places, edges } = divided(ways);
  const out: number[][] = Array.from({ length: places.length / 2 }, () => []);
  // half-edges: 2 e runs as the edge does, 2 e + 1 back
  const startOf = (h: number) => (h & 1 ? edges[h >> 1]!.to : edges[h >> 1]!.from);
  const endOf = (h: number) => startOf(h ^ 1);
  const turn = (h: number) => {
    const [a, b] = [startOf(h), endOf(h)];
    return atan2(places[b * 2 + 1]! - places[a * 2 + 1]!, places[b * 2]! - places[a * 2]!);
  };
  edges.forEach((_, e) => [2 * e, 2 * e + 1].forEach((h) => out[startOf(h)]!.push(h)));
  for (const list of out) list.sort((p, q) => turn(p) - turn(q));
  /** On at the end of a half-edge: the next one clockwise from the way back. */
  const next = (h: number) => {
    const list = out[endOf(h)]!;
    return list[(list.indexOf(h ^ 1) + list.length - 1) % list.length]!;
  };
  const walked = new Set<number>();
  for (const first of toTheRight(edges, places, u, v)) {
    if (walked.has(first)) continue;
    const loop: number[] = [];
    for (let h = first; ; h = next(h)) {
      walked.add(h);
      loop.push(h);
      if (next(h) === first) break;
    }
    // what is walked both ways encloses nothing
    const own = loop.filter((h) => !loop.includes(h ^ 1));
    const ring = Float64Array.from(own.flatMap((h) => [places[startOf(h) * 2]!, places[startOf(h) * 2 + 1]!]));
    if (own.length > 2 && ringArea(ring) > 0 && ringContains(ring, u, v))
      return { ring: straightened(ring), ways: [...new Set(own.map((h) => edges[h >> 1]!.way))] };
  }
  return null;
}

/** Half-edges that a level ray from a place meets, the nearest first, each as it runs upwards: the place lies to its left. */
function toTheRight(edges: readonly Edge[], places: readonly number[], u: number, v: number): number[] {
  const met: [number, number][] = [];
  edges.forEach(({ from, to }, e) => {
    const [a, b, c, d] = [places[from * 2]!, places[from * 2 + 1]!, places[to * 2]!, places[to * 2 + 1]!];
    if (b > v === d > v) return;
    const x = a + ((v - b) / (d - b)) * (c - a);
    if (x > u) met.push([x, d > b ? 2 * e : 2 * e + 1]);
  });
  return met.sort((p, q) => p[0] - q[0]).map(([, h]) => h);
}

/** The lines divided where they meet, as edges between places that are there once. */
function divided(ways: readonly ArrayLike<number>[]): { places: number[]; edges: Edge[] } {
  const segments: { a: number; b: number; c: number; d: number; way: number }[] = [];
  ways.forEach((p, way) => {
    for (let i = 0; i + 3 < p.length; i += 2) segments.push({ a: p[i]!, b: p[i + 1]!, c: p[i + 2]!, d: p[i + 3]!, way });
  });
  segments.sort((p, q) => Math.min(p.a, p.c) - Math.min(q.a, q.c));
  const stops: number[][] = segments.map(() => [0, 1]);
  let open: number[] = [];
  segments.forEach((s, i) => {
    const [low, bottom, top] = [Math.min(s.a, s.c), Math.min(s.b, s.d) - NEAR, Math.max(s.b, s.d) + NEAR];
    open = open.filter((k) => Math.max(segments[k]!.a, segments[k]!.c) >= low - NEAR);
    for (const k of open) {
      const o = segments[k]!;
      if (Math.max(o.b, o.d) < bottom || Math.min(o.b, o.d) > top) continue;
      meetings(s, o, stops[i]!, stops[k]!);
    }
    open.push(i);
  });
  const places: number[] = [];
  const known = new Map<string, number>();
  const place = (u: number, v: number): number => {
    const [x, y] = [Math.round(u / NEAR), Math.round(v / NEAR)];
    for (const dx of [0, -1, 1])
      for (const dy of [0, -1, 1]) {
        const found = known.get(`${x + dx} ${y + dy}`);
        if (found !== undefined && Math.hypot(places[found * 2]! - u, places[found * 2 + 1]! - v) <= NEAR) return found;
      }
    known.set(`${x} ${y}`, places.length / 2);
    return (places.push(u, v) - 2) / 2;
  };
  const edges = new Map<string, Edge>();
  segments.forEach(({ a, b, c, d, way }, i) => {
    const at = [...new Set(stops[i])].sort((p, q) => p - q);
    for (let k = 0; k + 1 < at.length; k++) {
      const [from, to] = [place(a + at[k]! * (c - a), b + at[k]! * (d - b)), place(a + at[k + 1]! * (c - a), b + at[k + 1]! * (d - b))];
      const key = from < to ? `${from} ${to}` : `${to} ${from}`;
      if (from !== to && !edges.has(key)) edges.set(key, { from, to, way });
    }
  });
  return { places, edges: [...edges.values()] };
}

type Segment = { readonly a: number; readonly b: number; readonly c: number; readonly d: number };

/** Adds to the stops of two segments where they meet: a crossing, or an end of one on the other. */
function meetings(s: Segment, o: Segment, own: number[], other: number[]): void {
  const [du, dv, eu, ev] = [s.c - s.a, s.d - s.b, o.c - o.a, o.d - o.b];
  const [l, m] = [Math.hypot(du, dv), Math.hypot(eu, ev)];
  if (l < NEAR || m < NEAR) return;
  const on = (x: number, y: number, { a, b }: Segment, ku: number, kv: number, length: number): number | null => {
    const t = ((x - a) * ku + (y - b) * kv) / (length * length);
    const off = Math.abs((x - a) * kv - (y - b) * ku) / length;
    return off <= NEAR && t > -NEAR / length && t < 1 + NEAR / length ? Math.max(0, Math.min(1, t)) : null;
  };
  for (const [x, y] of [
    [o.a, o.b],
    [o.c, o.d],
  ] as const) {
    // prettier-ignore
    const t = on(x, y, s, du, dv, l);
    if (t !== null) own.push(t);
  }
  for (const [x, y] of [
    [s.a, s.b],
    [s.c, s.d],
  ] as const) {
    // prettier-ignore
    const t = on(x, y, o, eu, ev, m);
    if (t !== null) other.push(t);
  }
  const across = du * ev - dv * eu;
  if (Math.abs(across) < 1e-9 * l * m) return;
  const [pu, pv] = [o.a - s.a, o.b - s.b];
  const [t, r] = [(pu * ev - pv * eu) / across, (pu * dv - pv * du) / across];
  if (t > 0 && t < 1 && r > 0 && r < 1) {
    own.push(t);
    other.push(r);
  }
}

/** Without the corners in which a ring goes straight on. */
function straightened(ring: Ring): Ring {
  const n = ring.length / 2;
  const out: number[] = [];
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [(i + n - 1) % n, i, (i + 1) % n];
    const [du, dv] = [ring[b * 2]! - ring[a * 2]!, ring[b * 2 + 1]! - ring[a * 2 + 1]!];
    const [eu, ev] = [ring[c * 2]! - ring[b * 2]!, ring[c * 2 + 1]! - ring[b * 2 + 1]!];
    if (Math.abs(du * ev - dv * eu) > 1e-7 * Math.hypot(du, dv) * Math.hypot(eu, ev)) out.push(ring[b * 2]!, ring[b * 2 + 1]!);
  }
  return Float64Array.from(out);
}

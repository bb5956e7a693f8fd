import { arcDistance, arcParameter, arcPoint, arcPoints, isWhole } from '../geometry/arcs/arc';
import { arcAt, type Lines } from './drawing';

/** What a point of a drawing is, the likelier meant first. */
export const SNAP_KINDS = ['corner', 'end', 'centre', 'middle', 'crossing', 'on'] as const;
export type SnapKind = (typeof SNAP_KINDS)[number];

export interface SnapPoint {
  readonly kind: SnapKind;
  /** In the drawing's plane, metres. */
  readonly u: number;
  readonly v: number;
  readonly line: number;
  /** Directions of the straight lines that run through it, of length 1. */
  readonly ways: readonly (readonly [number, number])[];
}

/** Points nearer together than this are one, metres. */
const SAME = 1e-6;
/** Of more segments than this under the pointer no crossings are looked for. */
const MOST = 60;

interface Segment {
  readonly line: number;
  readonly a: readonly [number, number];
  readonly b: readonly [number, number];
}

/**
 * Points of a drawing that can be meant near a place: corners where lines go on or meet, ends, centres of arcs, middles of straight
 * sides, crossings, and the nearest place on a line; the nearest first, places on lines last. Ends and corners are those of the lines,
 * to the last bit.
 * @param near lines that come near the place, by their number
 * @param reach how far around it is looked, metres
 */
export function snapPoints(lines: Lines, near: readonly number[], u: number, v: number, reach: number): SnapPoint[] {
  const found: Bare[] = [];
  const isNear = (pu: number, pv: number) => Math.hypot(pu - u, pv - v) <= reach;
  const offer = (kind: SnapKind, [pu, pv]: readonly [number, number], line: number) => {
    if (isNear(pu, pv)) found.push({ kind, u: pu, v: pv, line });
  };
  const segments: Segment[] = [];
  const ends: Bare[] = [];
  const end = (p: readonly [number, number], line: number) => {
    if (isNear(...p)) ends.push({ kind: 'end', u: p[0], v: p[1], line });
  };
  for (const line of near) {
    const point = (k: number): [number, number] => [lines.points[k * 2]!, lines.points[k * 2 + 1]!];
    const [from, to] = [lines.lineStart[line]!, lines.lineStart[line + 1]!];
    if (lines.lineArc[line]! >= 0) {
      const arc = arcAt(lines, lines.lineArc[line]!);
      if (!isWhole(arc)) for (const t of [arc[5], arc[6]]) end(arcPoint(arc, t), line);
      const chords = arcPoints(arc, reach / 20);
      for (let i = 0; i + 3 < chords.length; i += 2)
        segments.push({ line, a: [chords[i]!, chords[i + 1]!], b: [chords[i + 2]!, chords[i + 3]!] });
      continue;
    }
    const isClosed = to - from > 2 && point(from).every((x, k) => x === point(to - 1)[k]);
    for (let k = from; k < to; k++) {
      const isInner = (k > from && k < to - 1) || isClosed;
      if (isInner) offer('corner', point(k), line);
      else end(point(k), line);
      if (k + 1 === to) continue;
      const [a, b] = [point(k), point(k + 1)];
      offer('middle', [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], line);
      segments.push({ line, a, b });
    }
  }
  // where another line ends too there is a corner
  for (const e of ends) found.push({ ...e, kind: ends.some((o) => o.line !== e.line && isAt(o, e)) ? 'corner' : 'end' });
  for (let line = 0; line < lines.lineArc.length; line++)
    if (lines.lineArc[line]! >= 0) {
      const [cu, cv] = arcAt(lines, lines.lineArc[line]!);
      offer('centre', [cu, cv], line);
    }
  const close = segments.filter(({ a, b }) => isNear(...footOn(a, b, u, v)));
  if (close.length <= MOST)
    close.forEach((s, i) => {
      for (const o of close.slice(i + 1)) {
        const at = s.line === o.line ? null : crossing(s, o);
        if (at) offer('crossing', at, s.line);
      }
    });
  let least = reach;
  let on: Bare | null = null;
  for (const { line, a, b } of close) {
    const arc = lines.lineArc[line]! >= 0 ? arcAt(lines, lines.lineArc[line]!) : null;
    const d = arc ? arcDistance(arc, u, v) : Math.hypot(footOn(a, b, u, v)[0] - u, footOn(a, b, u, v)[1] - v);
    if (d > least) continue;
    const at = arc ? arcPoint(arc, arcParameter(arc, u, v, (arc[5] + arc[6]) / 2)) : footOn(a, b, u, v);
    if (!isNear(...at)) continue;
    least = d;
    on = { kind: 'on', u: at[0], v: at[1], line };
  }
  // of several at one place the likeliest stands for it
  const likeliest = [...found, ...(on ? [on] : [])].sort((a, b) => SNAP_KINDS.indexOf(a.kind) - SNAP_KINDS.indexOf(b.kind));
  const order = ({ kind, ...p }: Bare) => Math.hypot(p.u - u, p.v - v) + (kind === 'on' ? reach : 0);
  const ways = (p: Bare) =>
    segments.flatMap(({ line, a, b }): [number, number][] => {
      const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
      const [fu, fv] = footOn(a, b, p.u, p.v);
      const isStraight = lines.lineArc[line]! < 0 && long > SAME;
      return isStraight && Math.hypot(fu - p.u, fv - p.v) < SAME ? [[(b[0] - a[0]) / long, (b[1] - a[1]) / long]] : [];
    });
  return likeliest
    .filter((p, i) => !likeliest.slice(0, i).some((q) => isAt(p, q)))
    .sort((a, b) => order(a) - order(b) || a.line - b.line)
    .map((p) => ({ ...p, ways: p.kind === 'centre' || p.kind === 'crossing' ? [] : ways(p) }));
}

type Bare = Omit<SnapPoint, 'ways'>;
const isAt = (a: Bare, b: Bare): boolean => Math.abs(a.u - b.u) < SAME && Math.abs(a.v - b.v) < SAME;

/** The place of a segment that is nearest to a point. */
function footOn([au, av]: readonly [number, number], [bu, bv]: readonly [number, number], u: number, v: number): [number, number] {
  const [du, dv] = [bu - au, bv - av];
  const t = Math.max(0, Math.min(1, ((u - au) * du + (v - av) * dv) / (du * du + dv * dv || 1)));
  return [au + t * du, av + t * dv];
}

/** Where two segments cross inside both; null where they only touch by their ends, or run alike. */
function crossing({ a, b }: Segment, { a: c, b: d }: Segment): [number, number] | null {
  const [r, s] = [
    [b[0] - a[0], b[1] - a[1]],
    [d[0] - c[0], d[1] - c[1]],
  ] as const;
  const across = r[0]! * s[1]! - r[1]! * s[0]!;
  if (Math.abs(across) < 1e-9 * Math.hypot(...r) * Math.hypot(...s)) return null;
  const t = ((c[0] - a[0]) * s[1]! - (c[1] - a[1]) * s[0]!) / across;
  const w = ((c[0] - a[0]) * r[1]! - (c[1] - a[1]) * r[0]!) / across;
  return t < 0 || t > 1 || w < 0 || w > 1 ? null : [a[0] + t * r[0]!, a[1] + t * r[1]!];
}

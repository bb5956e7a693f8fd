import { faceArea, faceContains, reversed, type Face, type Ring } from '../../geometry/rings';
import type { PatternLine } from '../../geometry/pattern-line';
import type { PatternTile } from '../graphic';
import { atan2, cos, sin } from '../../geometry/numbers/trigonometry';

/** A straight band of a face between two sides that face one another: where it begins, its direction, length and thickness. */
export interface Band {
  readonly at: readonly [number, number];
  readonly along: readonly [number, number];
  readonly length: number;
  readonly thickness: number;
}

/** Sine of the angle up to which two sides run alike. */
const ALIKE = 1e-3;
/** A band shorter than this part of its thickness is none. */
const SHORT = 0.5;
/** Part of a band that may lie outside its face: what its ends and the grid of the polygons leave open. */
const OUTSIDE = 1e-3;

interface Side {
  readonly u: number;
  readonly v: number;
  readonly du: number;
  readonly dv: number;
  readonly length: number;
}

/**
 * The straight bands of a face, the longest first, such that none lies on another: a layer that goes round a corner has two of them.
 * Found from pairs of sides that run against one another with the face between them. Cost: the square of its sides.
 */
export function bandsOf(face: Face): Band[] {
  const sides = sidesOf(face);
  const found: Band[] = [];
  for (const a of sides)
    for (const b of sides) {
      // the face lies to the left of each of its sides
      if (a === b || a.du * b.du + a.dv * b.dv > 0 || Math.abs(a.du * b.dv - a.dv * b.du) > ALIKE) continue;
      const thickness = (b.u - a.u) * -a.dv + (b.v - a.v) * a.du;
      if (thickness <= 1e-6) continue;
      const [p, q] = [place(a, b.u + b.du * b.length, b.v + b.dv * b.length), place(a, b.u, b.v)];
      const [low, high] = [Math.max(0, Math.min(p, q)), Math.min(a.length, Math.max(p, q))];
      if (high - low < thickness * SHORT) continue;
      const band = (from: number, to: number): Band => ({
        at: [a.u + a.du * from, a.v + a.dv * from],
        along: [a.du, a.dv],
        length: to - from,
        thickness,
      });
      if (!isWithin(face, band(low, high))) continue;
      // into the corner as far as the longer of the two sides goes
      const [first, last] = [Math.min(0, p, q), Math.max(a.length, p, q)];
      const from = first < low && isWithin(face, band(first, low)) ? first : low;
      const to = last > high && isWithin(face, band(high, last)) ? last : high;
      found.push(band(from, to));
    }
  found.sort((x, y) => y.length - x.length || x.thickness - y.thickness || x.at[0] - y.at[0] || x.at[1] - y.at[1]);
  const out: Band[] = [];
  for (const band of found) {
    const own = cutBack(band, out);
    if (own && own.length >= own.thickness * SHORT) out.push(own);
  }
  return out;
}

const place = ({ u, v, du, dv }: Side, x: number, y: number): number => (x - u) * du + (y - v) * dv;

/** Sides of a face, those that go straight on as one. */
function sidesOf(face: Face): Side[] {
  return face.flatMap((ring) => {
    const corners: [number, number][] = [];
    const n = ring.length / 2;
    const at = (i: number): [number, number] => [ring[(i % n) * 2]!, ring[(i % n) * 2 + 1]!];
    for (let i = 0; i < n; i++) {
      const [[a, b], [c, d], [e, f]] = [at(i + n - 1), at(i), at(i + 1)];
      const [x0, y0, x1, y1] = [c - a, d - b, e - c, f - d];
      if (Math.abs(x0 * y1 - y0 * x1) > ALIKE * Math.hypot(x0, y0) * Math.hypot(x1, y1)) corners.push([c, d]);
    }
    return corners.flatMap(([u, v], i): Side[] => {
      const [x, y] = corners[(i + 1) % corners.length]!;
      const length = Math.hypot(x - u, y - v);
      return length > 1e-6 ? [{ u, v, du: (x - u) / length, dv: (y - v) / length, length }] : [];
    });
  });
}

function box({ at: [u, v], along: [du, dv], length, thickness }: Band): Ring {
  const [x, y, w, h] = [du * length, dv * length, -dv * thickness, du * thickness];
  return Float64Array.of(u, v, u + x, v + y, u + x + w, v + y + h, u + w, v + h);
}

/** Whether a whole band lies in a face: its middle does, and no side goes through it. */
function isWithin(face: Face, band: Band): boolean {
  const edge = Math.min(band.thickness, band.length) * OUTSIDE;
  for (const ring of face)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const crossed = clipped([inBand(band, ring[j]!, ring[j + 1]!), inBand(band, ring[i]!, ring[i + 1]!)], band, edge);
      if (crossed.length > 1 && Math.hypot(crossed[1]![0] - crossed[0]![0], crossed[1]![1] - crossed[0]![1]) > edge) return false;
    }
  const [u, v] = outOfBand(band, band.length / 2, band.thickness / 2);
  return faceContains(face, u, v);
}

type Place = readonly [x: number, y: number];
const inBand = ({ at, along: [du, dv] }: Band, u: number, v: number): Place => [
  (u - at[0]) * du + (v - at[1]) * dv,
  (v - at[1]) * du - (u - at[0]) * dv,
];
const outOfBand = ({ at, along: [du, dv] }: Band, x: number, y: number): Place => [at[0] + du * x - dv * y, at[1] + dv * x + du * y];

/** What of a convex outline, or of a stretch of two points, lies in a band that is smaller all round by `edge`; places in the band's own directions. */
function clipped(points: readonly Place[], { length, thickness }: Band, edge: number): readonly Place[] {
  const isOpen = points.length === 2;
  for (const [k, limit, side] of [
    [0, edge, 1],
    [0, length - edge, -1],
    [1, edge, 1],
    [1, thickness - edge, -1],
  ] as const) // prettier-ignore
  {
    const out: Place[] = [];
    points.forEach((p, i) => {
      const isIn = (p[k] - limit) * side >= 0;
      if (isIn) out.push(p);
      if (isOpen && i === 1) return;
      const q = points[(i + 1) % points.length]!;
      if ((q[k] - limit) * side >= 0 === isIn) return;
      const t = (limit - p[k]) / (q[k] - p[k]);
      out.push([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]);
    });
    points = out;
  }
  return points;
}

/** What is left of a band beside others: its longest stretch along which none of them lies on it; null where nothing is. */
function cutBack(band: Band, others: readonly Band[]): Band | null {
  let free: [number, number][] = [[0, band.length]];
  for (const other of others) {
    const ring = box(other);
    const corners = Array.from({ length: 4 }, (_, i) => inBand(band, ring[i * 2]!, ring[i * 2 + 1]!));
    const places = clipped(corners, band, band.thickness * OUTSIDE).map(([x]) => x);
    if (!places.length) continue;
    const [from, to] = [Math.min(...places), Math.max(...places)];
    const edge = band.thickness * OUTSIDE * 2;
    const [low, high] = [from < edge ? 0 : from, to > band.length - edge ? band.length : to];
    free = free.flatMap(
      ([p, q]): [number, number][] =>
      high <= p || low >= q ? [[p, q]] : ([[p, low], [high, q]] as [number, number][]).filter(([x, y]) => y - x > 1e-9), // prettier-ignore
    );
  }
  const longest = free.sort((a, b) => b[1] - b[0] - (a[1] - a[0]) || a[0] - b[0])[0];
  if (!longest) return null;
  const [from, to] = longest;
  return { ...band, at: [band.at[0] + band.along[0] * from, band.at[1] + band.along[1] * from], length: to - from };
}

/** How far a chord of a half circle may leave it on paper, millimetres: less than half of the finest pen. */
const RISE = 0.04;

/**
 * A line to and fro across a band, from one of its long sides to the other and on by half circles, with whole strokes from end to end: the
 * way in which soft insulation is drawn (common practice). As families of a pattern, for a form that knows nothing else: there
 * the half circles go in chords, each of them a family of which one dash alone lies in the band. And as a path with its arcs.
 * @param pitch from one stroke to the next, as a part of the thickness; at most 1
 * @param scale 1 : scale
 */
export function wavePattern(
  { at, along: [du, dv], length, thickness }: Band,
  pitch: number,
  scale: number,
): { lines: PatternLine[]; tile: PatternTile } {
  const mm = 1000 / scale;
  const [long, wide] = [length * mm, thickness * mm];
  const step = Math.min(long / Math.max(1, Math.round(long / (wide * Math.min(1, pitch)))), wide);
  const r = step / 2;
  const angle = (atan2(dv, du) * 180) / Math.PI;
  const [u, v] = [at[0] * mm, at[1] * mm];
  const place = (x: number, y: number): [number, number] => [u + du * x - dv * y, v + dv * x + du * y];
  let chords = 4;
  while (chords < 12 && r * (1 - cos(Math.PI / 2 / chords)) > RISE) chords += 2;
  const halfCircle = (x: number, y: number, side: number) =>
    Array.from({ length: chords + 1 }, (_, n): [number, number] => {
      const t = Math.PI - (Math.PI * n) / chords;
      return [x + r + r * cos(t), y + side * r * sin(t)];
    });
  const [over, under] = [halfCircle(r, wide - r, 1), halfCircle(r + step, r, -1)];
  const lines: PatternLine[] = [];
  const stroke = wide - step;
  if (stroke > 1e-6) lines.push({ angle: angle + 90, origin: place(r, r), offset: [du * step, dv * step], dashes: [stroke, -step] });
  for (const points of [over, under])
    for (let k = 0; k < chords; k++) {
      const [[a, b], [c, d]] = [points[k]!, points[k + 1]!];
      const chord = Math.hypot(c - a, d - b);
      // the next dash of the same line is out of the band
      const gap = (wide * chord) / Math.abs(d - b) + chord;
      const turn = (atan2(d - b, c - a) * 180) / Math.PI;
      lines.push({ angle: angle + turn, origin: place(a, b), offset: [2 * du * step, 2 * dv * step], dashes: [chord, -gap] });
    }
  const path = [r, r, 0, r, wide - r, -1, r + step, wide - r, 0, r + step, r, 1, r + 2 * step, r, 0];
  const line = lineThrough(Math.round(long / step), step, wide).flatMap(([x, y, bulge]) => [...place(x, y), bulge]);
  return { lines, tile: { at: [u, v], angle, width: 2 * step, height: wide, path, ...(wide > step && { line }) } };
}

/** The whole wave of so many strokes in a band's own directions: it begins and ends with a quarter of a circle. */
function lineThrough(strokes: number, step: number, wide: number): [x: number, y: number, bulge: number][] {
  const [r, quarter] = [step / 2, Math.SQRT2 - 1];
  const out: [number, number, number][] = [[0, 0, quarter]];
  for (let k = 0; k < strokes; k++) {
    const [x, isUp] = [r + k * step, k % 2 === 0];
    const turn = (k === strokes - 1 ? quarter : 1) * (isUp ? -1 : 1);
    out.push([x, isUp ? r : wide - r, 0], [x, isUp ? wide - r : r, turn]);
  }
  out.push([strokes * step, strokes % 2 ? wide : 0, 0]);
  return out;
}

/** A face in pieces, each with the band whose wave goes through it; what is in no band goes with the longest, the bands as holes in it. */
export function inBands(face: Face, bands: readonly Band[]): { readonly face: Face; readonly band: Band }[] {
  const out = bands.map((band) => ({ face: [box(band)], band }));
  const left = faceArea(face) - bands.reduce((sum, { length, thickness }) => sum + length * thickness, 0);
  if (left > faceArea(face) * OUTSIDE) out.push({ face: [...face, ...bands.map((band) => reversed(box(band)))], band: bands[0]! });
  return out;
}

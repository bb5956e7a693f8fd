import { difference, faceArea, intersection, ringBounds, type Face, type Ring } from '../geometry/polygons';
import type { PatternLine } from '../geometry/pattern-line';
import type { PatternTile } from './graphic';
import { atan2, cos, sin } from '../geometry/trigonometry';

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

function isWithin(face: Face, band: Band): boolean {
  const area = band.length * band.thickness;
  return intersection(face, [box(band)]).reduce((sum, own) => sum + faceArea(own), 0) >= area * (1 - OUTSIDE);
}

/** What is left of a band beside others: its longest stretch along which none of them lies on it; null where nothing is. */
function cutBack(band: Band, others: readonly Band[]): Band | null {
  let free: [number, number][] = [[0, band.length]];
  const own = box(band);
  const [u0, v0, u1, v1] = ringBounds([own]);
  for (const other of others) {
    const [a0, b0, a1, b1] = ringBounds([box(other)]);
    if (a0 >= u1 || a1 <= u0 || b0 >= v1 || b1 <= v0) continue;
    for (const [ring] of intersection([own], [box(other)])) {
      if (faceArea([ring!]) < band.thickness * band.thickness * OUTSIDE) continue;
      const places = Array.from(
        { length: ring!.length / 2 },
        (_, i) => (ring![i * 2]! - band.at[0]) * band.along[0] + (ring![i * 2 + 1]! - band.at[1]) * band.along[1],
      );
      const [from, to] = [Math.min(...places), Math.max(...places)];
      free = free.flatMap(([a, b]): [number, number][] =>
        to <= a || from >= b
          ? [[a, b]]
          : ([
              [a, from],
              [to, b],
            ].filter(([x, y]) => y! - x! > 1e-9) as [number, number][]),
      );
    }
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
 * way in which soft insulation is drawn (common practice). As families of a pattern, so that a file has a hatch; the half circles go in
 * chords, each of them a family of which one dash alone lies in the band.
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
  const path = [[r, r], ...over, ...under].flat();
  return { lines, tile: { at: [u, v], angle, width: 2 * step, height: wide, path } };
}

/** A face in pieces, each with the band whose wave goes through it; what is in no band goes with the longest. */
export function inBands(face: Face, bands: readonly Band[]): { readonly face: Face; readonly band: Band }[] {
  const out: { face: Face; band: Band }[] = [];
  let left: Face[] = [face];
  for (const band of bands) {
    for (const piece of left.flatMap((own) => intersection(own, [box(band)]))) out.push({ face: piece, band });
    left = left.flatMap((own) => difference(own, [box(band)]));
  }
  for (const piece of left) if (faceArea(piece) > 1e-9) out.push({ face: piece, band: bands[0]! });
  return out;
}

import { UnionFind } from '../geometry/union-find';
import type { Adjacency } from './adjacency';
import { atan2 } from '../geometry/numbers/trigonometry';

/** A part with more triangles is not looked at: what was left inside a wall is a mistake of hand modelling. */
const MOST = 20_000;
/** More pieces between edges of three faces are a lattice, about which nothing is decided. */
const PIECES = 40;
/** What has more triangles is no sheet that was forgotten; each of them is asked for against the whole shell. */
const SHEET = 500;
/** A part with more borders is open by design. */
const BORDERS = 64;
/** How far beside a face it is asked whether that lies inside, as a part of its size. */
const ASIDE = 1e-3;

interface WithoutSheets {
  readonly triangles: Uint32Array;
  readonly partTriangleStart: Uint32Array;
}

/**
 * Takes out sheets that were left inside a solid: without them the shell is closed, and what lies on both sides of them is inside it. Their
 * sides may be edges of the shell, or end amid its faces. Returns new triangles and part offsets, or null where there is none.
 * In parts alone that have a few borders. Cost: the triangles of such a part, and of each piece of it once more.
 * Method: the winding number of A. van Oosterom, J. Strackee, The Solid Angle of a Plane Triangle, 1983; the rest is ours.
 */
export function takeOutInnerSheets(vertices: Float64Array, { triangles, partTriangleStart, partBorders }: Adjacency): WithoutSheets | null {
  const gone = new Set<number>();
  for (let part = 0; part < partBorders.length; part++) {
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    if (partBorders[part] && partBorders[part]! <= BORDERS && to - from <= MOST)
      for (const t of sheetsIn(vertices, triangles, from, to)) gone.add(t);
  }
  if (!gone.size) return null;
  const kept: number[] = [];
  const starts = new Uint32Array(partTriangleStart.length);
  for (let part = 0; part < partBorders.length; part++) {
    for (let t = partTriangleStart[part]!; t < partTriangleStart[part + 1]!; t++)
      if (!gone.has(t)) kept.push(triangles[t * 3]!, triangles[t * 3 + 1]!, triangles[t * 3 + 2]!);
    starts[part + 1] = kept.length / 3;
  }
  return { triangles: Uint32Array.from(kept), partTriangleStart: starts };
}

/** The triangles of the sheets inside one part. */
function sheetsIn(vertices: Float64Array, triangles: Uint32Array, from: number, to: number): number[] {
  const faces = facesOfEdges(triangles, from, to);
  const sets = new UnionFind(to - from);
  for (const own of faces.values()) if (own.length === 2) sets.join(own[0]! - from, own[1]! - from);
  const pieces = new Map<number, number[]>();
  for (let t = from; t < to; t++) {
    const head = sets.of(t - from);
    const own = pieces.get(head);
    if (own) own.push(t);
    else pieces.set(head, [t]);
  }
  if (pieces.size < 2 || pieces.size > PIECES) return [];
  const out: number[] = [];
  for (const piece of [...pieces.values()].sort((a, b) => a.length - b.length)) {
    if (piece.length > SHEET) break;
    const own = new Set(piece);
    const rest: number[] = [];
    for (let t = from; t < to; t++) if (!own.has(t) && !out.includes(t)) rest.push(t);
    if (rest.length && closes(faces, own, out) && liesInside(vertices, triangles, piece, rest)) out.push(...piece);
  }
  return out;
}

function facesOfEdges(triangles: Uint32Array, from: number, to: number): Map<string, number[]> {
  const faces = new Map<string, number[]>();
  for (let t = from; t < to; t++)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[t * 3 + k]!, triangles[t * 3 + ((k + 1) % 3)]!];
      const key = a < b ? `${a} ${b}` : `${b} ${a}`;
      const own = faces.get(key);
      if (own) own.push(t);
      else faces.set(key, [t]);
    }
  return faces;
}

/** Whether what is left without a piece is closed. */
function closes(faces: ReadonlyMap<string, readonly number[]>, piece: ReadonlySet<number>, out: readonly number[]): boolean {
  for (const own of faces.values()) {
    const left = own.filter((t) => !piece.has(t) && !out.includes(t)).length;
    if (left !== 0 && left !== 2) return false;
  }
  return true;
}

/** Whether both sides of all of a piece lie inside a closed shell: at the middle of each triangle, and near its corners. */
function liesInside(vertices: Float64Array, triangles: Uint32Array, piece: readonly number[], shell: readonly number[]): boolean {
  const at = (t: number, k: number) => [0, 1, 2].map((n) => vertices[triangles[t * 3 + k]! * 3 + n]!) as [number, number, number];
  const normalOf = (t: number) => {
    const [a, b, c] = [at(t, 0), at(t, 1), at(t, 2)];
    const [p, q] = [b.map((x, n) => x - a[n]!), c.map((x, n) => x - a[n]!)] as [number[], number[]];
    return [p[1]! * q[2]! - p[2]! * q[1]!, p[2]! * q[0]! - p[0]! * q[2]!, p[0]! * q[1]! - p[1]! * q[0]!];
  };
  // full turns of the shell round a place, either way round
  const isInside = (p: readonly number[]) =>
    Math.abs(shell.reduce((sum, t) => sum + solidAngle(p, at(t, 0), at(t, 1), at(t, 2)), 0)) > 3 * Math.PI;
  return piece.every((t) => {
    const normal = normalOf(t);
    const twice = Math.hypot(...normal);
    if (!(twice > 0)) return true;
    const off = normal.map((x) => (ASIDE * Math.sqrt(twice) * x) / twice);
    const corners = [0, 1, 2].map((k) => at(t, k));
    const centre = [0, 1, 2].map((n) => (corners[0]![n]! + corners[1]![n]! + corners[2]![n]!) / 3);
    const places = [centre, ...corners.map((corner) => corner.map((x, n) => x + NEAR * (centre[n]! - x)))];
    return places.every((place) => [1, -1].every((side) => isInside(place.map((x, n) => x + side * off[n]!))));
  });
}

/** So far from a corner to the middle it is asked whether that corner is inside: it may lie on the shell. */
const NEAR = 0.02;

function solidAngle(p: readonly number[], ...corners: readonly (readonly number[])[]): number {
  const [a, b, c] = corners.map((q) => q.map((x, n) => x - p[n]!)) as [number[], number[], number[]];
  const [la, lb, lc] = [Math.hypot(...a), Math.hypot(...b), Math.hypot(...c)];
  const dot = (x: readonly number[], y: readonly number[]) => x[0]! * y[0]! + x[1]! * y[1]! + x[2]! * y[2]!;
  const triple = dot(a, [b[1]! * c[2]! - b[2]! * c[1]!, b[2]! * c[0]! - b[0]! * c[2]!, b[0]! * c[1]! - b[1]! * c[0]!]);
  return 2 * atan2(triple, la * lb * lc + dot(a, b) * lc + dot(b, c) * la + dot(c, a) * lb);
}

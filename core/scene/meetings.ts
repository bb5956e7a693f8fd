import Flatbush from 'flatbush';
import { boundTriangle, boxesMeet } from '../geometry/bounds';
import { WELD } from '../geometry/tolerances';
import { Growing } from '../model/model-builder';
import { Crossing, type Meshes } from './crossing';
import { partPairs } from './part-pairs';
import { areConvex, selfCrossings } from './self-crossings';
import type { Shells } from './shells';

/**
 * The lines in which the surfaces of different parts, of different shells of one part, and of a shell and itself, run through each
 * other. They do not depend on the view.
 * In: welded scene (metres), right side out. Out: segments with the two triangles that meet in each.
 * A corner that lies in the other's plane (within WELD) counts as outside it: bodies that only touch do not meet, and what
 * lies flush inside another body is left to its own edges. Ends on one edge are computed from its lower corner to its higher,
 * so that the pieces of neighbouring triangles join bitwise.
 * Cost: the pairs of triangles whose boxes overlap, found through box indices (flatbush).
 */
export interface Meetings {
  /** x y z of both ends, six numbers each. */
  readonly ends: Float64Array;
  /** The two triangles of each. */
  readonly faces: Uint32Array;
  /** From this one on they are those of shells with themselves. */
  readonly own: number;
}

/** A part with more triangles gets an index of its own for the search. */
const MANY = 1500;
/** From this many triangles on each of them asks such an index, without a list of what may be near to all of them. */
const FEW = 24;

/**
 * @param matter 1 for the parts that stand there; the air of rooms meets nothing
 * @param shells the parts of several shells
 */
export function meetings(scene: Meshes, matter: Uint8Array, shells: readonly Shells[]): Meetings {
  const { vertices, triangles, partTriangleStart, partEdgeStart, partBounds } = scene;
  const ends = new Growing((n) => new Float64Array(n));
  const faces = new Growing((n) => new Uint32Array(n));

  const indices = new Map<number, Flatbush>();
  const crossing = new Crossing(scene);
  const shared = new Float64Array(6);
  const [near, others]: [number[], number[]] = [[], []];
  const boxes = new Growing((n) => new Float64Array(n));
  const own = new Float64Array(6);

  partPairs(partBounds, matter, (p, q) => {
    sharedBox(partBounds, p, q, shared);
    trianglesIn(p, near);
    if (!near.length) return;
    const whole = near.length > FEW ? largeIndex(q) : undefined;
    if (whole) return throughIndex(near, whole, partTriangleStart[q]!);
    trianglesIn(q, others);
    if (others.length) pairs(near, others);
  });
  for (const several of shells) if (matter[several.part]) meetWithin(several);
  const firstOwn = faces.length / 2;
  meetThemselves();
  return { ends: ends.done(), faces: faces.done(), own: firstOwn };

  /** Each shell with itself. */
  function meetThemselves(): void {
    const meetItself = selfCrossings(scene, meet);
    const shellsOf = new Map(shells.map((s) => [s.part, s]));
    const whole = new Growing((n) => new Uint32Array(n));
    for (let part = 0; part < matter.length; part++) {
      if (!matter[part] || areConvex(scene, partEdgeStart[part]!, partEdgeStart[part + 1]!)) continue;
      const several = shellsOf.get(part);
      if (several) several.triangles.forEach(meetItself);
      else {
        const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
        const all = whole.reserve(to - from).subarray(0, to - from);
        for (let t = from; t < to; t++) all[t - from] = t;
        meetItself(all);
      }
    }
  }

  /** The shells of one part among one another; loose sheets in a crowd of them do not meet each other. */
  function meetWithin({ triangles: own, sheets }: Shells): void {
    const boxes = new Float64Array(own.length * 6);
    own.forEach((shell, k) => {
      boxes.fill(Infinity, k * 6, k * 6 + 3);
      boxes.fill(-Infinity, k * 6 + 3, k * 6 + 6);
      for (const t of shell)
        for (let axis = 0; axis < 3; axis++) {
          boxes[k * 6 + axis] = Math.min(boxes[k * 6 + axis]!, lowest(t, axis));
          boxes[k * 6 + 3 + axis] = Math.max(boxes[k * 6 + 3 + axis]!, highest(t, axis));
        }
    });
    const tell = (p: number, q: number) => {
      sharedBox(boxes, p, q, shared);
      const [a, b] = [own[p]!.filter(reaches), own[q]!.filter(reaches)];
      if (a.length && b.length) pairs(a, b);
    };
    const all = new Uint8Array(own.length).fill(1);
    if (!sheets) return partPairs(boxes, all, tell);
    // the few that are no loose sheets with one another, then each with the sheets
    partPairs(
      boxes,
      sheets.map((is) => 1 - is),
      tell,
    );
    const index = indexOf(own.length, (k) => [boxes[k * 6]!, boxes[k * 6 + 1]!, boxes[k * 6 + 3]!, boxes[k * 6 + 4]!]);
    for (let p = 0; p < own.length; p++) {
      if (sheets[p]) continue;
      const [x0, y0, x1, y1] = [boxes[p * 6]!, boxes[p * 6 + 1]!, boxes[p * 6 + 3]!, boxes[p * 6 + 4]!];
      for (const q of index.search(x0, y0, x1, y1, (k) => sheets[k] === 1).sort((m, n) => m - n)) tell(p, q);
    }
  }

  /** The triangles of a part whose boxes reach into the shared box. */
  function trianglesIn(part: number, out: number[]): void {
    out.length = 0;
    const [from, to] = [partTriangleStart[part]!, partTriangleStart[part + 1]!];
    const index = largeIndex(part);
    if (index) {
      for (const k of index.search(shared[0]!, shared[1]!, shared[3]!, shared[4]!)) if (reaches(from + k)) out.push(from + k);
      out.sort((a, b) => a - b);
      return;
    }
    for (let t = from; t < to; t++) if (reaches(t)) out.push(t);
  }

  /** The index of a part that is large enough for one. */
  function largeIndex(part: number): Flatbush | undefined {
    const from = partTriangleStart[part]!;
    const count = partTriangleStart[part + 1]! - from;
    if (count <= MANY) return undefined;
    let index = indices.get(part);
    if (!index) indices.set(part, (index = indexOf(count, (k) => boxOf(from + k))));
    return index;
  }

  /** Lets each triangle of a list meet those of an index that are near it; `first` is the first of the index. */
  function throughIndex(a: readonly number[], index: Flatbush, first: number): void {
    for (const s of a) {
      const [x0, y0, x1, y1] = boxOf(s);
      const [low, high] = [lowest(s, 2) - WELD, highest(s, 2) + WELD];
      const isNear = (k: number) => lowest(first + k, 2) <= high && highest(first + k, 2) >= low;
      for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD, isNear).sort((m, n) => m - n)) meet(s, first + k);
    }
  }

  function reaches(t: number): boolean {
    const a = triangles[t * 3]! * 3,
      b = triangles[t * 3 + 1]! * 3,
      c = triangles[t * 3 + 2]! * 3;
    for (let axis = 0; axis < 3; axis++) {
      const x = vertices[a + axis]!,
        y = vertices[b + axis]!,
        z = vertices[c + axis]!;
      const low = shared[axis]!,
        high = shared[axis + 3]!;
      if ((x < low && y < low && z < low) || (x > high && y > high && z > high)) return false;
    }
    return true;
  }

  function pairs(a: readonly number[], b: readonly number[]): void {
    if (a.length * b.length > 4 * MANY) {
      const index = indexOf(b.length, (k) => boxOf(b[k]!));
      for (const s of a) {
        const [x0, y0, x1, y1] = boxOf(s);
        for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD).sort((m, n) => m - n)) meet(s, b[k]!);
      }
      return;
    }
    const all = boxes.reserve(6 * b.length);
    b.forEach((t, k) => boundTriangle(vertices, triangles, t, all, k * 6));
    for (const s of a) {
      boundTriangle(vertices, triangles, s, own, 0);
      for (let k = 0; k < b.length; k++) if (boxesMeet(own, 0, all, k * 6, WELD)) cross(s, b[k]!);
    }
  }

  function meet(s: number, t: number): void {
    for (let axis = 0; axis < 3; axis++) if (highest(s, axis) < lowest(t, axis) - WELD || highest(t, axis) < lowest(s, axis) - WELD) return;
    cross(s, t);
  }

  /** Keeps the line in which two triangles meet whose boxes do. */
  function cross(s: number, t: number): void {
    const at = ends.length;
    if (!crossing.between(s, t, ends.reserve(6), at)) return;
    ends.length = at + 6;
    faces.push(s);
    faces.push(t);
  }

  function lowest(t: number, axis: number): number {
    const a = vertices[triangles[t * 3]! * 3 + axis]!,
      b = vertices[triangles[t * 3 + 1]! * 3 + axis]!,
      c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return a < b ? (a < c ? a : c) : b < c ? b : c;
  }
  function highest(t: number, axis: number): number {
    const a = vertices[triangles[t * 3]! * 3 + axis]!,
      b = vertices[triangles[t * 3 + 1]! * 3 + axis]!,
      c = vertices[triangles[t * 3 + 2]! * 3 + axis]!;
    return a > b ? (a > c ? a : c) : b > c ? b : c;
  }
  function boxOf(t: number): Box {
    return [lowest(t, 0), lowest(t, 1), highest(t, 0), highest(t, 1)];
  }
}

type Box = [x0: number, y0: number, x1: number, y1: number];

function indexOf(count: number, boxOf: (k: number) => Box): Flatbush {
  const index = new Flatbush(count, 16, Float64Array);
  for (let k = 0; k < count; k++) index.add(...boxOf(k));
  index.finish();
  return index;
}

/** The box that two parts share, widened by WELD. */
function sharedBox(bounds: Float64Array, p: number, q: number, out: Float64Array): void {
  for (let axis = 0; axis < 3; axis++) {
    out[axis] = Math.max(bounds[p * 6 + axis]!, bounds[q * 6 + axis]!) - WELD;
    out[axis + 3] = Math.min(bounds[p * 6 + axis + 3]!, bounds[q * 6 + axis + 3]!) + WELD;
  }
}

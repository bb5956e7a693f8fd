import Flatbush from 'flatbush';
import { boundTriangle, boxesMeet } from '../../geometry/bounds';
import { WELD } from '../../geometry/numbers/tolerances';
import { Growing } from '../../geometry/growing';
import { TriangleIntersection, type Meshes } from './triangle-intersection';
import { partPairs } from '../part-pairs';
import { areConvex, selfIntersections } from './self-intersections';
import type { Shells } from '../shells';

/**
 * The lines in which the surfaces of different parts, of different shells of one part, and of a shell and itself, run through each
 * other. They do not depend on the view.
 * In: welded scene (metres), right side out. Out: segments with the two triangles that meet in each.
 * A corner that lies in the other's plane (within WELD) counts as outside it: bodies that only touch do not meet, and what
 * lies flush inside another body is left to its own edges. Ends on one edge are computed from its lower corner to its higher,
 * so that the pieces of neighbouring triangles join bitwise.
 * Cost: the pairs of triangles whose boxes overlap, found through box indices (flatbush).
 */
export interface Intersections {
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
export function intersections(scene: Meshes, matter: Uint8Array, shells: readonly Shells[]): Intersections {
  const finder = new IntersectionFinder(scene);
  partPairs(scene.partBounds, matter, (p, q) => finder.ofParts(p, q));
  for (const several of shells) if (matter[several.part]) finder.ofShells(several);
  const own = finder.count;
  finder.ofThemselves(matter, shells);
  return finder.done(own);
}

/** The lines in which the surfaces of some pairs of parts run through each other. */
export function intersectionsBetween(scene: Meshes, isAsked: (p: number, q: number) => boolean): Intersections {
  const finder = new IntersectionFinder(scene);
  const all = new Uint8Array(scene.partBounds.length / 6).fill(1);
  partPairs(scene.partBounds, all, (p, q) => {
    if (isAsked(p, q)) finder.ofParts(p, q);
  });
  return finder.done(finder.count);
}

/** Collects the lines in which triangles run through each other. */
class IntersectionFinder {
  private readonly ends = new Growing((n) => new Float64Array(n));
  private readonly faces = new Growing((n) => new Uint32Array(n));
  private readonly indices = new Map<number, Flatbush>();
  private readonly crossing: TriangleIntersection;
  private readonly shared = new Float64Array(6);
  private readonly near: number[] = [];
  private readonly others: number[] = [];
  private readonly boxes = new Growing((n) => new Float64Array(n));
  private readonly own = new Float64Array(6);
  private readonly scene: Meshes;
  private readonly vertices: Float64Array;
  private readonly triangles: Uint32Array;

  constructor(scene: Meshes) {
    this.scene = scene;
    this.vertices = scene.vertices;
    this.triangles = scene.triangles;
    this.crossing = new TriangleIntersection(scene);
  }

  get count(): number {
    return this.faces.length / 2;
  }

  done(own: number): Intersections {
    return { ends: this.ends.done(), faces: this.faces.done(), own };
  }

  /** Of two parts. */
  ofParts(p: number, q: number): void {
    const { near, others, scene } = this;
    sharedBox(scene.partBounds, p, q, this.shared);
    this.trianglesIn(p, near);
    if (!near.length) return;
    const whole = near.length > FEW ? this.largeIndex(q) : undefined;
    if (whole) return this.throughIndex(near, whole, scene.partTriangleStart[q]!);
    this.trianglesIn(q, others);
    if (others.length) this.pairs(near, others);
  }

  /** Of each shell with itself. */
  ofThemselves(matter: Uint8Array, shells: readonly Shells[]): void {
    const { scene } = this;
    const { partEdgeStart, partTriangleStart } = scene;
    const meetItself = selfIntersections(scene, (s, t) => this.meet(s, t));
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

  /** Of the shells of one part with one another; loose sheets in a crowd of them do not meet each other. */
  ofShells({ triangles: own, sheets }: Shells): void {
    const boxes = this.boxesOf(own);
    const tell = (p: number, q: number) => {
      sharedBox(boxes, p, q, this.shared);
      const [a, b] = [own[p]!.filter((t) => this.reaches(t)), own[q]!.filter((t) => this.reaches(t))];
      if (a.length && b.length) this.pairs(a, b);
    };
    if (!sheets) return partPairs(boxes, new Uint8Array(own.length).fill(1), tell);
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

  private boxesOf(shells: readonly (readonly number[])[]): Float64Array {
    const boxes = new Float64Array(shells.length * 6);
    shells.forEach((shell, k) => {
      boxes.fill(Infinity, k * 6, k * 6 + 3);
      boxes.fill(-Infinity, k * 6 + 3, k * 6 + 6);
      for (const t of shell)
        for (let axis = 0; axis < 3; axis++) {
          boxes[k * 6 + axis] = Math.min(boxes[k * 6 + axis]!, this.lowest(t, axis));
          boxes[k * 6 + 3 + axis] = Math.max(boxes[k * 6 + 3 + axis]!, this.highest(t, axis));
        }
    });
    return boxes;
  }

  /** The this.triangles of a part whose boxes reach into the this.shared box. */
  private trianglesIn(part: number, out: number[]): void {
    out.length = 0;
    const [from, to] = [this.scene.partTriangleStart[part]!, this.scene.partTriangleStart[part + 1]!];
    const index = this.largeIndex(part);
    if (index) {
      for (const k of index.search(this.shared[0]!, this.shared[1]!, this.shared[3]!, this.shared[4]!))
        if (this.reaches(from + k)) out.push(from + k);
      out.sort((a, b) => a - b);
      return;
    }
    for (let t = from; t < to; t++) if (this.reaches(t)) out.push(t);
  }

  /** The index of a part that is large enough for one. */
  private largeIndex(part: number): Flatbush | undefined {
    const from = this.scene.partTriangleStart[part]!;
    const count = this.scene.partTriangleStart[part + 1]! - from;
    if (count <= MANY) return undefined;
    let index = this.indices.get(part);
    if (!index) this.indices.set(part, (index = indexOf(count, (k) => this.boxOf(from + k))));
    return index;
  }

  /** Lets each triangle of a list meet those of an index that are near it; `first` is the first of the index. */
  private throughIndex(a: readonly number[], index: Flatbush, first: number): void {
    for (const s of a) {
      const [x0, y0, x1, y1] = this.boxOf(s);
      const [low, high] = [this.lowest(s, 2) - WELD, this.highest(s, 2) + WELD];
      const isNear = (k: number) => this.lowest(first + k, 2) <= high && this.highest(first + k, 2) >= low;
      for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD, isNear).sort((m, n) => m - n)) this.meet(s, first + k);
    }
  }

  private reaches(t: number): boolean {
    const a = this.triangles[t * 3]! * 3,
      b = this.triangles[t * 3 + 1]! * 3,
      c = this.triangles[t * 3 + 2]! * 3;
    for (let axis = 0; axis < 3; axis++) {
      const x = this.vertices[a + axis]!,
        y = this.vertices[b + axis]!,
        z = this.vertices[c + axis]!;
      const low = this.shared[axis]!,
        high = this.shared[axis + 3]!;
      if ((x < low && y < low && z < low) || (x > high && y > high && z > high)) return false;
    }
    return true;
  }

  private pairs(a: readonly number[], b: readonly number[]): void {
    if (a.length * b.length > 4 * MANY) {
      const index = indexOf(b.length, (k) => this.boxOf(b[k]!));
      for (const s of a) {
        const [x0, y0, x1, y1] = this.boxOf(s);
        for (const k of index.search(x0 - WELD, y0 - WELD, x1 + WELD, y1 + WELD).sort((m, n) => m - n)) this.meet(s, b[k]!);
      }
      return;
    }
    const all = this.boxes.reserve(6 * b.length);
    b.forEach((t, k) => boundTriangle(this.vertices, this.triangles, t, all, k * 6));
    for (const s of a) {
      boundTriangle(this.vertices, this.triangles, s, this.own, 0);
      for (let k = 0; k < b.length; k++) if (boxesMeet(this.own, 0, all, k * 6, WELD)) this.cross(s, b[k]!);
    }
  }

  private meet(s: number, t: number): void {
    for (let axis = 0; axis < 3; axis++)
      if (this.highest(s, axis) < this.lowest(t, axis) - WELD || this.highest(t, axis) < this.lowest(s, axis) - WELD) return;
    this.cross(s, t);
  }

  /** Keeps the line in which two triangles meet whose boxes do. */
  private cross(s: number, t: number): void {
    const at = this.ends.length;
    if (!this.crossing.between(s, t, this.ends.reserve(6), at)) return;
    this.ends.length = at + 6;
    this.faces.push(s);
    this.faces.push(t);
  }

  private lowest(t: number, axis: number): number {
    const a = this.vertices[this.triangles[t * 3]! * 3 + axis]!,
      b = this.vertices[this.triangles[t * 3 + 1]! * 3 + axis]!,
      c = this.vertices[this.triangles[t * 3 + 2]! * 3 + axis]!;
    return a < b ? (a < c ? a : c) : b < c ? b : c;
  }

  private highest(t: number, axis: number): number {
    const a = this.vertices[this.triangles[t * 3]! * 3 + axis]!,
      b = this.vertices[this.triangles[t * 3 + 1]! * 3 + axis]!,
      c = this.vertices[this.triangles[t * 3 + 2]! * 3 + axis]!;
    return a > b ? (a > c ? a : c) : b > c ? b : c;
  }

  private boxOf(t: number): Box {
    return [this.lowest(t, 0), this.lowest(t, 1), this.highest(t, 0), this.highest(t, 1)];
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

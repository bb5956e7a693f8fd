import Flatbush from 'flatbush';
import { UnionFind } from '../../geometry/union-find';
import { difference, faceArea, intersection, ringArea, ringBounds, union, type Face, type Ring } from '../../geometry/polygons';
import { SNAP } from '../../geometry/numbers/tolerances';

/** Smaller overlaps than this, in square metres, are noise of touching faces. */
export const OVERLAP = 1e-6;

/** Corners up to which an outline that stands alone is looked at for being simple. */
const FEW = 64;

/**
 * The union of some outlines, heap by heap: outlines whose boxes do not meet have nothing to do with each other, and a sweep
 * over few is much quicker than one over all. One that stands alone and does not cross its own sides is a face as it is.
 */
export function unite(rings: readonly Ring[]): Face[] {
  const canStand = (ring: Ring) => ring.length <= 2 * FEW && ringArea(ring) > 0 && isSimple(ring);
  return heaps(rings).flatMap((heap) => (heap.length === 1 && canStand(heap[0]!) ? [[heap[0]!]] : union(heap)));
}

/** Outlines by which boxes meet, directly or over others, in the order of the first of each heap. */
const heaps = (rings: readonly Ring[]): Ring[][] =>
  clustersOf(
    rings.map((ring) => ringBounds([ring])),
    SNAP,
  ).map((heap) => heap.map((k) => rings[k]!));

/** Boxes that are no farther apart than `near`, directly or over others, as lists of their numbers in the order of the first of each. */
export function clustersOf(boxes: readonly (readonly [number, number, number, number])[], near: number): number[][] {
  if (boxes.length < 2) return boxes.map((_, i) => [i]);
  const index = new Flatbush(boxes.length, 16, Float64Array);
  for (const b of boxes) index.add(b[0], b[1], b[2], b[3]);
  index.finish();
  const leader = new UnionFind(boxes.length);
  boxes.forEach(([u0, v0, u1, v1], i) => {
    for (const k of index.search(u0 - near, v0 - near, u1 + near, v1 + near, (other) => other > i)) leader.join(i, k);
  });
  return leader.heaps(boxes.map((_, i) => i));
}

/** Whether no two sides of a ring cross or touch but neighbours in their corner. */
function isSimple(ring: Ring): boolean {
  const n = ring.length;
  const turn = (a: number, b: number, c: number) =>
    (ring[b]! - ring[a]!) * (ring[c + 1]! - ring[a + 1]!) - (ring[b + 1]! - ring[a + 1]!) * (ring[c]! - ring[a]!);
  // most are convex: they turn one way, and go back and forth along u once
  let [right, back] = [0, 0];
  for (let i = 0; i < n; i += 2) {
    if (turn(i, (i + 2) % n, (i + 4) % n) < 0) right++;
    if (ring[(i + 2) % n]! - ring[i]! > 0 !== ring[(i + 4) % n]! - ring[(i + 2) % n]! > 0) back++;
  }
  if (right === 0 && back <= 2) return true;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    for (let k = i + 4; k < n; k += 2) {
      const l = (k + 2) % n;
      if (l === i) continue;
      if (turn(i, j, k) * turn(i, j, l) <= 0 && turn(k, l, i) * turn(k, l, j) <= 0) return false;
    }
  }
  return true;
}

/** Takes from each group what groups before it (of higher rank) already cover, face by face. In place. */
export function subtractByPriority(faces: Face[][]): void {
  if (faces.length < 2) return;
  const all = faces.flatMap((group, g) => group.map((face) => ({ g, box: ringBounds(face.slice(0, 1)), left: [face] })));
  if (!all.length) return;
  const index = new Flatbush(all.length, 16, Float64Array);
  for (const { box } of all) index.add(box[0], box[1], box[2], box[3]);
  index.finish();
  for (const own of all) {
    const over = index
      .search(own.box[0], own.box[1], own.box[2], own.box[3], (k) => all[k]!.g < own.g)
      .sort((a, b) => a - b)
      .flatMap((k) => all[k]!.left.flat());
    if (!over.length) continue;
    const shared = intersection(own.left.flat(), over).reduce((sum, f) => sum + faceArea(f), 0);
    if (shared > OVERLAP) own.left = difference(own.left.flat(), over).filter((f) => faceArea(f) > OVERLAP);
  }
  for (const group of faces) group.length = 0;
  for (const { g, left } of all) faces[g]!.push(...left);
}

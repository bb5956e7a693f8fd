import earcut from 'earcut';
import type { Face } from './rings';

/**
 * Triangles of the body between a face and its copy: corners 0 … n - 1 are those of the face, ring after ring, n … 2n - 1 their
 * copies in the same order. They look outwards when the copy lies on the side from which the outer ring runs counter-clockwise;
 * `isTurned` turns them over, for the other side or a mirrored place.
 */
export function prismTriangles(face: Face, isTurned = false): number[] {
  const flat = face.flatMap((ring) => [...ring]);
  const holes: number[] = [];
  for (let r = 1, at = face[0]!.length / 2; r < face.length; at += face[r++]!.length / 2) holes.push(at);
  const n = flat.length / 2;
  const out: number[] = [];
  const put = (a: number, b: number, c: number) => void (isTurned ? out.push(a, c, b) : out.push(a, b, c));
  const caps = earcut(flat, holes.length ? holes : undefined);
  for (let t = 0; t < caps.length; t += 3) {
    const [a, b, c] = [caps[t]!, caps[t + 1]!, caps[t + 2]!];
    const turn =
      (flat[b * 2]! - flat[a * 2]!) * (flat[c * 2 + 1]! - flat[a * 2 + 1]!) -
      (flat[b * 2 + 1]! - flat[a * 2 + 1]!) * (flat[c * 2]! - flat[a * 2]!);
    const [p, q] = turn > 0 ? [b, c] : [c, b];
    put(a, q, p);
    put(n + a, n + p, n + q);
  }
  for (let r = 0, first = 0; r < face.length; first += face[r++]!.length / 2) {
    const count = face[r]!.length / 2;
    for (let i = 0; i < count; i++) {
      const a = first + i,
        b = first + ((i + 1) % count);
      put(a, b, n + b);
      put(a, n + b, n + a);
    }
  }
  return out;
}

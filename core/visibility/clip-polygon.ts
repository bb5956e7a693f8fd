/**
 * Takes from convex polygons of the picture what lies beyond a plane. In: corners u v w, three numbers each, from 0 on in `from`, how many,
 * and a b c d of the plane, beyond which a u + b v + c w + d is above nought. Out: the corners that are left, into `to`, and how many.
 * A point on a side is computed from that of its ends which comes first in u, v and w: the same for both polygons of a side.
 * Method: I. Sutherland, G. Hodgman, Reentrant Polygon Clipping, 1974.
 */
export function clipPolygon(from: Float64Array, n: number, a: number, b: number, c: number, d: number, to: Float64Array): number {
  let m = 0;
  let p = (n - 1) * 3;
  let hp = a * from[p]! + b * from[p + 1]! + c * from[p + 2]! + d;
  for (let q = 0; q < n * 3; q += 3) {
    const hq = a * from[q]! + b * from[q + 1]! + c * from[q + 2]! + d;
    if (hp > 0 !== hq > 0 && hp !== 0 && hq !== 0) {
      const isTurned =
        from[q]! < from[p]! ||
        (from[q] === from[p] && (from[q + 1]! < from[p + 1]! || (from[q + 1] === from[p + 1] && from[q + 2]! < from[p + 2]!)));
      const [i, j, hi, hj] = isTurned ? [q, p, hq, hp] : [p, q, hp, hq];
      const t = hi / (hi - hj);
      for (let k = 0; k < 3; k++) to[m * 3 + k] = from[i + k]! + t * (from[j + k]! - from[i + k]!);
      m++;
    }
    if (hq <= 0) {
      to[m * 3] = from[q]!;
      to[m * 3 + 1] = from[q + 1]!;
      to[m * 3 + 2] = from[q + 2]!;
      m++;
    }
    p = q;
    hp = hq;
  }
  return m;
}

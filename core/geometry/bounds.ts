/** Writes the smallest and the largest x y z of corners `from` up to `to` into `out` at `at`: six numbers; of none, infinities the wrong way round. */
export function boundCorners(corners: Float64Array | Float32Array, from: number, to: number, out: Float64Array, at = 0): Float64Array {
  let x0 = Infinity,
    y0 = Infinity,
    z0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity,
    z1 = -Infinity;
  for (let i = from * 3; i < to * 3; i += 3) {
    const x = corners[i]!,
      y = corners[i + 1]!,
      z = corners[i + 2]!;
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  out[at] = x0;
  out[at + 1] = y0;
  out[at + 2] = z0;
  out[at + 3] = x1;
  out[at + 4] = y1;
  out[at + 5] = z1;
  return out;
}
